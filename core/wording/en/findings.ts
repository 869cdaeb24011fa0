import type { FindingCode, FindingParams } from '../../findings/codes'
import type { FindingRest } from '../../findings/finding'
import type { Fault } from '../../formats/faults'
import { isCutShort } from '../../formats/faults'
import { propertyOf } from '../../formats/properties'
import { formatById, formatLabel } from '../../formats/registry'
import type { LookAlike } from '../../names/look-alikes'
import { showBytes, showText } from '../../text/show'
import { describeCondition, sayAskedSize, sayUnmet, showMeasured } from './conditions'
import { DEFAULT_FOLDER_WORDS, DEFAULT_NAME_WORDS } from './defaults'
import { sayDifferences } from './differences'
import { sayNumbers } from './numbers'
import { FAULT_WORDS } from './faults'

/** A code's words: few, as a pigeonhole has room for, and the sentence: the fact, then the way out. */
interface FindingWords<C extends FindingCode> {
  short: string
  /** As few words with the values in them, where a code alone says too little. */
  briefly?: (params: FindingParams<C>, finding: FindingRest) => string
  sentence: string | ((params: FindingParams<C>, finding: FindingRest) => string)
  /** What was asked for and what was received, where neither is a name or path that the finding itself holds. */
  expected?: (params: FindingParams<C>) => string
  actual?: (params: FindingParams<C>) => string
}

/** A measured value against its condition. */
const UNMET: Omit<FindingWords<'format.condition'>, 'short'> = {
  briefly: ({ property, value, condition }) =>
    `${showMeasured(value, propertyOf(property)?.unit ?? '')}, asked ${describeCondition(condition, property)}`,
  sentence: ({ property, value, condition, format }) => sayUnmet(property, value, condition, format),
  expected: ({ property, condition }) => `${propertyOf(property)?.label ?? property}: ${describeCondition(condition, property)}`,
  actual: ({ property, value }) => showMeasured(value, propertyOf(property)?.unit ?? ''),
}

/** A format by its usual extension, where there is no room for its name. */
const endingOf = (id: string): string => formatById(id)?.extensions[0] ?? id

/** Every finding in English. */
export const FINDING_WORDS: { [C in FindingCode]: FindingWords<C> } = {
  'missing': { short: 'missing', sentence: sayMissing },
  'name.differs': { short: 'name', briefly: (_, { differences: [first] = [] }) => (first ? sayDifferences([first]) : ''), sentence: sayDiffers },
  'name.default': { short: 'never named', sentence: sayDefault },
  'name.copy-mark': {
    short: 'copy mark',
    sentence: ({ mark }) => `Right but for the mark of a copy, "${showText(mark)}": take it off, once you are sure this is the copy that counts.`,
  },
  'name.forbidden-character': {
    short: 'a sign that is not allowed',
    sentence: ({ characters }) => `Holds ${characters.map(char => `"${showText(char)}"`).join(' ')}, which not every computer can store.`,
  },
  'name.reserved': {
    short: 'a reserved name',
    sentence: ({ device }) => (device === false
      ? 'Ends in a space or dot, which some computers take off.'
      : 'Is a name that some computers keep for devices: no file can bear it there.'),
  },
  'name.too-long': { short: 'name too long', sentence: 'Longer than a file name may be everywhere (255 bytes, or 240 with its folders).' },
  'name.extension-case': { short: 'extension in other letters', sentence: ({ received, asked }) => `Ends in .${received}; asked: .${asked}.` },
  'name.extension-missing': {
    short: 'extension left out',
    sentence: ({ format, asked }) => (format === null
      ? `Has no extension; asked: .${asked}.`
      : `Has no extension; its content is ${format}: add .${asked}.`),
  },
  'name.extension-doubled': {
    short: 'extension twice',
    sentence: ({ inner, outer, right }) =>
      `Ends in two extensions, .${inner}.${outer}: leave only ${right === null ? 'one' : `the right one, .${right}`}.`,
  },
  'name.look-alike': {
    short: 'letters of another script',
    sentence: ({ looks }) => `Only looks right: ${looks.map(sayLookAlike).join('; ')}. Type the name anew.`,
  },
  'name.unicode-form': { short: 'decomposed letters', sentence: 'The same letters in a decomposed form; some programs take it for another name.' },
  'name.date-differs': {
    short: 'another day',
    sentence: ({ written, worked, from }) => `Its name says ${written}; ${DAY_WORDS[from]} ${worked}.`,
    expected: ({ worked }) => worked,
    actual: ({ written }) => written,
  },
  'format.not-accepted': {
    short: 'another format',
    briefly: ({ format, asked }) => `${endingOf(format)} instead of ${asked.map(endingOf).join(', ')}`,
    sentence: ({ format, asked }) => `Is ${withArticle(formatLabel(format))}; asked: ${sayFormats(asked)}. ${sayOtherForm(format, asked)}`,
    expected: ({ asked }) => sayFormats(asked),
    actual: ({ format }) => formatLabel(format),
  },
  'format.disguised': {
    short: 'format disguised',
    briefly: ({ format, extension }) => `${endingOf(format)} named .${extension}`,
    sentence: ({ extension, format, asked, renaming }) => {
      const away = renaming
        ? `renaming it to .${formatById(format)?.extensions[0] ?? format} is enough`
        : `export it as ${sayFormats(asked)} instead of renaming it`
      return `Named .${extension}, but the bytes are ${withArticle(formatLabel(format))}: ${away}.`
    },
    expected: ({ asked }) => sayFormats(asked),
    actual: ({ format }) => formatLabel(format),
  },
  'format.unknown': {
    short: 'unknown format',
    sentence: ({ asked }) => `Its bytes are of no format known here; asked: ${sayFormats(asked)}.`,
    expected: ({ asked }) => sayFormats(asked),
    actual: () => 'unknown',
  },
  'format.version': { short: 'another version', ...UNMET },
  'format.condition': { short: 'condition not met', ...UNMET },
  'format.unmeasured': {
    short: 'could not be measured',
    sentence: ({ property, format }) =>
      `Whether its "${propertyOf(property)?.label ?? property}" is as asked cannot be read from this ${formatLabel(format)}; look at it yourself.`,
  },
  'content.empty': { short: 'empty', sentence: 'Is empty: it holds no bytes. Save it again and hand in the new file.' },
  'content.damaged': { short: 'damaged', sentence: ({ fault }) => sayDamaged(fault) },
  'content.locked': { short: 'locked', sentence: 'Needs a password. Save it without one and hand it in again.' },
  'content.blank': {
    short: 'holds nothing',
    sentence: ({ format }) => `Opens, but holds ${sayNothing(format)}. Was the work saved into another file?`,
  },
  'content.link': { short: 'only a pointer', sentence: 'Is only a pointer to a file, not the file. Hand in the file itself.' },
  'content.handout': { short: 'as given out', sentence: 'Is the file that was given out, unchanged. Was the work saved under another name?' },
  'content.duplicate': {
    short: 'same bytes twice',
    sentence: ({ other }) => `Has the same bytes as "${other}". Was the right piece saved under this name?`,
    expected: () => 'a file of its own',
  },
  'content.shared': {
    short: 'same bytes as somebody else\'s',
    sentence: ({ holders }) => `Has the same bytes as a file of ${holders === 1 ? 'somebody else' : `${holders} others`}.`,
  },
  'content.unchanged': { short: 'unchanged', sentence: 'Arrived again with the same bytes that had this fault before.' },
  'content.shrunk': {
    short: 'much smaller than before',
    sentence: ({ unit, now, before, other }) =>
      `Holds ${sayAmount(now, unit)}; "${other}" before it held ${sayAmount(before, unit)}. Was something deleted by accident?`,
    expected: ({ unit, before }) => sayAmount(before, unit),
    actual: ({ unit, now }) => sayAmount(now, unit),
  },
  'companion.missing': {
    short: 'companion missing', briefly: ({ name }) => `${name} is missing`,
    sentence: ({ name }) => `The file "${name}" that goes with it is not there.`,
  },
  'folder.wrong': { short: 'in another folder', sentence: sayWrongFolder },
  'folder.other-holder': {
    short: 'somebody else\'s folder',
    sentence: ({ holder }, { expected = '' }) => `Lies in the folder of ${showText(holder)}; it belongs ${sayPlace(expected)}.`,
  },
  'folder.other-root': {
    short: 'among the second copies',
    sentence: ({ root }) =>
      `Lies under "${showText(root)}", which is for second copies only; the file itself belongs in the same folder of the first one.`,
  },
  'folder.too-deep': { short: 'a level too many', sentence: sayTooDeep },
  'folder.level-missing': {
    short: 'a level left out',
    sentence: (_, { expected = '', actual = '', differences = [] }) => {
      const absent = differences.filter(one => one.kind === 'absent').map(one => `"${showText(one.expected)}"`)
      return `Lies ${sayPlace(actual)}: ${sayLevels(absent)} missing; it belongs ${sayPlace(expected)}.`
    },
  },
  'size.out-of-range': {
    short: 'size',
    sentence: ({ size, from, to }) => `Is ${showBytes(size)} long; asked: ${sayAskedSize(from, to)}.`,
    expected: ({ from, to }) => sayAskedSize(from, to),
    actual: ({ size }) => showBytes(size),
  },
  'time.late': { short: 'late', sentence: ({ ms, changed }) => `${changed ? 'Last changed' : 'Received'} ${sayLateBy(ms)} after the due time.` },
  'count.too-many': {
    short: 'more than asked', sentence: sayTooMany,
    expected: params => ('tried' in params ? '' : sayAskedCount(params.from, params.to)),
  },
  'count.total-differs': {
    short: 'another total',
    sentence: ({ own, total }) => (total === null
      ? `Says there are ${own} in all; other files say another number. Which of them is right?`
      : `Says there are ${own} in all; the other files say ${total}. Correct the number in the name, or hand in what is missing.`),
    expected: ({ total }) => (total === null ? '' : String(total)),
    actual: ({ own }) => String(own),
  },
  'version.superseded': {
    short: 'an older version',
    sentence: ({ instead, right }) => (right
      ? `Your "${instead}" is right and counts; nothing to do, unless this one was meant.`
      : `"${instead}" counts instead; nothing to do, unless this one was meant.`),
  },
  'version.newer-beside': {
    short: 'a later one beside it',
    sentence: ({ other, counts }) => (counts
      ? `This one is right and counts. "${other}" came later with other contents: if that is the work, give it the asked name.`
      : `"${other}" is right and counts, though this one came later. If this one is the work, give it the asked name.`),
  },
  'version.undecided': {
    short: 'two that differ',
    sentence: ({ other, counts }) => `"${other}" has other contents, and nothing says which of the two is meant. `
      + `${counts ? 'This one' : `"${other}"`} counts for now; take one of them away, or put both into one file.`,
  },
  'copy.missing': { short: 'second copy missing', sentence: ({ root }) => `The second copy in "${root}" is not there.` },
  'copy.differs': { short: 'second copy differs', sentence: ({ root }) => `The second copy in "${root}" is not the same file.` },
  'unexpected': {
    short: 'not asked for',
    sentence: sayUnexpected,
  },
}

/** What is known of a file that has no slot, and what is not. */
function sayUnexpected({ notOwed, named, words }: FindingParams<'unexpected'>): string {
  if (notOwed) return 'Fits something that need not be handed in by whom it belongs to.'
  const [whose, which] = [named && showText(named), words && showText(words)]
  if (whose && which) return `Names ${whose} and says "${which}", but fits no piece that is still open there.`
  if (whose) return `Names ${whose}; which piece it is cannot be told.`
  return which ? `Says "${which}"; whose it is cannot be told.` : 'Belongs to nothing that was asked for.'
}

function sayAmount(amount: number, unit: 'pages' | 'words' | 'bytes'): string {
  return unit === 'bytes' ? showBytes(amount) : `${amount} ${unit}`
}

function sayMissing({ candidates, onlyBackup }: FindingParams<'missing'>, { expected: path }: FindingRest): string {
  if (onlyBackup) {
    return `Only the copy that the program keeps of the save before has come; send the file itself${path === undefined ? '' : `: ${path}`}.`
  }
  if (candidates === 0) return path === undefined ? 'Nothing received.' : `Nothing received; asked for: ${path}`
  const arrived = candidates === 1
    ? 'A file arrived that may be it, but could not be assigned'
    : `${candidates} files arrived that may be it, but could not be assigned`
  return path === undefined ? `${arrived}.` : `${arrived}; asked for: ${path}`
}

/** Where next to nothing of the asked name is there, part by part would only confuse. */
function sayDiffers({ nothing, only, open }: FindingParams<'name.differs'>, { differences = [], expected }: FindingRest): string {
  if (!nothing) {
    const other = differences.some(one => one.allowed !== undefined)
    return `${sayDifferences(differences)}${other ? ' Send the one that was asked for; if this is it, correct its name.' : ''}${sayOpen(open)}`
  }
  const what = only === undefined ? 'nothing' : `only ${only.map(word => `"${showText(word)}"`).join(', ')}`
  return `Bears ${what} of the asked name${expected === undefined ? '' : `; asked: "${showText(expected)}"`}.${sayOpen(open)}`
}

/** What a placeholder in a corrected name stands for. */
function sayOpen(open: FindingParams<'name.differs'>['open'] = []): string {
  const saying = (example: string) => (example === '' ? 'your own words' : `the right value, such as ${showText(example)}`)
  return open.map(({ field, example }) => ` {${showText(field)}} stands for ${saying(example)}.`).join('')
}

function sayDefault(params: FindingParams<'name.default'>): string {
  if ('typedRule' in params) return 'The words of the rule were typed as they stand: write the values themselves.'
  if ('leftIn' in params) {
    const words = params.leftIn.map(word => `"${showText(word)}"`)
    const single = words.length === 1
    return `${words.join(' and ')} ${single ? 'stands' : 'stand'} for a value and ${single ? 'was' : 'were'} left in: write the value itself.`
  }
  const given = params.given === 'date' || params.given === 'number'
    ? `The name is nothing but a ${params.given}`
    : `This is the name ${DEFAULT_NAME_WORDS[params.given]} gets by itself`
  return params.placed
    ? `${given}; give it the name that was asked for.${sayOpen(params.open)}`
    : `${given}; it does not say whose it is or which piece.`
}

const DAY_WORDS: Record<FindingParams<'name.date-differs'>['from'], string> = {
  created: 'the file itself says it was made on', modified: 'the file itself says it was last changed on', received: 'it was last changed on',
}

const SCRIPT_WORDS: Record<LookAlike['kind'], string> = {
  invisible: 'an invisible character', space: 'an unusual space', cyrillic: 'Cyrillic', greek: 'Greek', armenian: 'Armenian',
  hebrew: 'Hebrew', arabic: 'Arabic',
  cherokee: 'Cherokee', latin: 'Latin', foreign: 'foreign',
}

function sayLookAlike({ char, kind }: LookAlike): string {
  const code = `U+${(char.codePointAt(0) ?? 0).toString(16).toUpperCase().padStart(4, '0')}`
  if (kind === 'invisible' || kind === 'space') return `${SCRIPT_WORDS[kind]} (${code})`
  return `"${char}" is a ${SCRIPT_WORDS[kind]} letter or sign (${code})`
}

/** Accepted formats as people read them. */
function sayFormats(ids: readonly string[]): string {
  return ids.map(formatLabel).join(' or ')
}

/** What to do with a genuine file of another format. */
function sayOtherForm(id: string, asked: readonly string[]): string {
  const use = formatById(id)?.use
  if (use === 'working' && asked.every(one => formatById(one)?.use === 'exchange')) {
    return 'It is the file its program works in: export it from there.'
  }
  if (use === 'exchange' && asked.every(one => formatById(one)?.use === 'working')) {
    return 'That is an exported copy: hand in the file it was exported from.'
  }
  return 'Save it in an asked format and hand it in again.'
}

/** What is wrong with a file's bytes, as a part of a sentence. */
function sayFault(fault: Fault): string {
  const words = FAULT_WORDS[fault.kind] as string | ((fault: Fault) => string)
  return typeof words === 'string' ? words : words(fault)
}

function sayDamaged(fault: Fault | null): string {
  const away = fault && isCutShort(fault)
    ? 'Was the upload cut short? Hand it in again.'
    : 'Open it where it was made, save it anew and hand it in again.'
  return `Cannot be read in full: ${fault ? sayFault(fault) : 'it is damaged'}. ${away}`
}

function sayNothing(format: string): string {
  if (format === 'csv' || format === 'tsv' || format === 'dbf') return 'no row beyond a header'
  const family = formatById(format)?.family
  if (family === 'mesh') return 'no triangles'
  return family === 'spreadsheet' ? 'no values' : 'neither words nor pictures'
}

function sayPlace(folder: string): string {
  return folder === '' ? 'at the top' : `in "${showText(folder)}"`
}

function sayMadeLevel(made: FindingParams<'folder.wrong'>['madeLevel']): string {
  return made === null ? '' : ` "${showText(made.level)}" is where programs put ${DEFAULT_FOLDER_WORDS[made.what]} by themselves.`
}

function sayLevels(levels: readonly string[]): string {
  return levels.length === 1 ? `the level ${levels[0]} is` : `the levels ${levels.join(' and ')} are`
}

function sayTooDeep({ madeLevel, atTop }: FindingParams<'folder.too-deep'>, { expected = '', actual = '', differences = [] }: FindingRest): string {
  if (atTop) return `Lies ${sayPlace(actual)}; it belongs at the top, in no folder.${sayMadeLevel(madeLevel)}`
  const extra = differences.filter(one => one.kind === 'extra').map(one => `"${showText(one.actual)}"`)
  return `Lies ${sayPlace(actual)}: ${sayLevels(extra)} too much; it belongs ${sayPlace(expected)}.${sayMadeLevel(madeLevel)}`
}

function sayWrongFolder({ madeLevel, atTop }: FindingParams<'folder.wrong'>, { expected = '', actual = '', differences = [] }: FindingRest): string {
  if (atTop) return `Lies ${sayPlace(actual)}; it belongs at the top, in no folder.${sayMadeLevel(madeLevel)}`
  const [only] = differences.filter(one => one.actual !== '' && one.expected !== '')
  const where = differences.length === 1 && only ? `: "${showText(only.actual)}" should read "${showText(only.expected)}"` : ''
  return `Lies ${sayPlace(actual)}${where}; it belongs ${sayPlace(expected)}.${sayMadeLevel(madeLevel)}`
}

function sayLateBy(ms: number): string {
  const minutes = Math.max(1, Math.round(ms / 60_000))
  if (minutes < 120) return `${minutes} minutes`
  const hours = Math.round(minutes / 60)
  return hours < 48 ? `${hours} hours` : `${Math.round(hours / 24)} days`
}

function sayRange(first: number, last: number | null): string {
  if (last === null) return `${first} and up`
  return first === last ? `${first}` : `${first} to ${last}`
}

/** Numbers that are missing may be what a number too high was meant for. */
function sayGap(absent: readonly number[]): string {
  if (absent.length === 0 || absent.length > 3) return ''
  return absent.length === 1 ? ` ${absent[0]} is missing: is it ${absent[0]}?` : ` ${sayNumbers(absent)} are missing: is it one of them?`
}

/** How many files are asked for; `to` is `null` where no most is set. */
export function sayAskedCount(from: number, to: number | null): string {
  if (to === null) return `at least ${from}`
  return from === to ? `${to}` : `${from} to ${to}`
}

function sayTooMany(params: FindingParams<'count.too-many'>): string {
  if ('tried' in params) return 'This number is more than was asked for.'
  if (params.n === null || !params.numbers) return `More than asked; asked: ${sayAskedCount(params.from, params.to)}.`
  const { first, last } = params.numbers
  return `Number ${params.n} was not asked for; asked: ${sayRange(first, last)}.${sayGap(params.absent ?? [])}`
}

function withArticle(noun: string): string {
  return `${/^[aeiou]/i.test(noun) ? 'an' : 'a'} ${noun}`
}
