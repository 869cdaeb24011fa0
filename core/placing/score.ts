import type { Requirement } from '../brief/types'
import type { Unit } from '../brief/units'
import { acceptFormat, acceptedExtensions, sameFamily } from '../formats/accept'
import { isEarlierWord, isLaterWord, lengthOfState } from '../names/added-words'
import { matchFolder } from '../names/levels'
import { toldByLevels } from '../names/beside'
import { explainParts } from '../names/explain'
import { freeField, isFree } from '../names/fields/index'
import { splitExtension } from '../names/extension'
import { lookOfParts, plainLook } from '../names/look-alikes'
import { matchParts } from '../names/match'
import { trimSeparators } from '../names/strictness'
import type { Difference } from '../names/difference'
import type { Captures, NamePart } from '../names/parts'
import { expandParts, isAnyText } from '../names/parts'
import { WEEK_KEYS } from '../names/months'
import { petNamesOf } from '../names/pet-names'
import { tokensOf, wholeTokensOf } from '../names/tokens'
import { gather } from '../text/gather'
import { ownOf } from '../text/own'
import { beginAlike, editDistance } from '../text/distance'
import { keeping } from '../text/kept'
import { romanised } from '../text/romanise'
import { looseKey } from '../text/fold'
import type { UnitForm } from '../brief/forms'
import type { Evidence } from './evidence'
import { formsOf } from '../brief/forms'
import { calledBy, goesOn, saysSeveral, settleNumber, wordBefore, wordsOfRule } from './piece-number'
import { copyMarksOf, givenNameOf } from './view'
import type { FileView } from './view'
import { LEAST_NAMED, NAMED, SHARE, WORTH } from './weights'

/** How well a name fits a unit; `open`: only because free text lets much through, while format or folder speak against it. */
export type NameFit = 'exact' | 'lenient' | 'marked' | 'open' | 'near' | 'none'

/** One unit a file may belong to, with what speaks for it. */
export interface Candidate {
  unit: Unit
  form: UnitForm | null
  nameFit: NameFit
  folderFits: boolean
  formatFits: boolean
  /** Any name will do there: folder and format say it all. */
  anyName: boolean
  /** What speaks for the holder, and for the requirement. */
  holder: number
  requirement: number
  total: number
  /** Values of the free fields that the name tells. */
  captures: Captures
  /** Real values in the name that the rule does not allow: another month, another word. */
  outside: OutsideValue[]
  /** Of the holder's name the file bears whole words only, others are left out. */
  leftOut: boolean
  /** It says other words, and none of the rule's own, which has some. */
  leavesWords: boolean
  /** The same, and it is alike the asked name by its holder's name alone. */
  byHolder: boolean
  /** Words behind the whole asked name. */
  behind: readonly string[]
  evidence: Evidence[]
}

/** A value that is none of those asked for; `order` sorts. */
export interface OutsideValue { field: string, value: string, order: string }

/**
 * Weighs one unit for one file.
 *
 * @param holder - how strongly folder and name speak of the unit's holder
 * @param closely - whether a name that does not fit is aligned with the expected one, which is the costly part
 */
export function scoreUnit(view: FileView, unit: Unit, holder: { strength: number, evidence: Evidence[] }, closely: boolean): Candidate {
  const { requirement } = unit
  const forms = formsOf(unit)
  const format = acceptFormat(view.file.reading, view.extension, requirement.formats)
  const best: Candidate = {
    unit, form: null, nameFit: 'none', folderFits: false, formatFits: format.fits, anyName: false,
    holder: holder.strength, requirement: 0, total: 0, captures: {}, outside: [], leftOut: false, leavesWords: false, byHolder: false, behind: [],
    evidence: [...holder.evidence],
  }
  for (const form of forms) takeForm(best, form, view)
  const asksFolder = best.folderFits && (requirement.folder?.length ?? 0) > 0
  best.anyName = asksFolder && requirement.names.length === 0 && requirement.formats.length > 0 && format.fits
  if (best.nameFit === 'none') {
    weighWords(best, view, closely ? forms : [])
    takeLevels(best, view)
  }
  if (best.nameFit === 'exact' || best.nameFit === 'lenient') best.evidence.push({ kind: 'name-fits' })
  if (best.nameFit === 'marked') best.evidence.push({ kind: 'name-fits-but' })
  if (asksFolder || (best.formatFits && liesAtOwnLevel(view, requirement))) best.evidence.push({ kind: 'in-folder', title: requirement.title })
  if (best.formatFits && requirement.formats.length > 0) best.evidence.push({ kind: 'format', format: format.id })
  best.total = WORTH.name[best.nameFit] + best.holder + best.requirement + (best.folderFits ? WORTH.folder : 0)
    + worthOfFormat(best.formatFits, format.id, view, requirement)
  return best
}

/** Takes a form whose name and folder fit better than what was taken before. */
function takeForm(best: Candidate, form: UnitForm, view: FileView): void {
  const { requirement } = best.unit
  const folder = form.folder ? matchFolder(form.folder, view.levels, requirement) : null
  if (folder) best.folderFits = true
  const fit = form.name && fitName(form, view, requirement)
  const worth = WORTH.name[best.nameFit] + (best.form && best.folderFits ? WORTH.folderOfForm : 0)
  const against = !best.formatFits || ((form.folder?.length ?? 0) > 0 && !folder && !saysTwice(form))
  const nameFit = fit && (against && isOpenText(form.name) ? 'open' : fit.nameFit)
  if (nameFit && WORTH.name[nameFit] + (folder ? WORTH.folderOfForm : 0) > worth) {
    best.form = form
    best.nameFit = nameFit
    best.captures = { ...folder, ...fit?.captures }
  }
  else if (folder && best.form === null) {
    best.form = form
    best.captures = { ...folder }
  }
}

/** Whether a name that fits says its holder by two codes at least: the folder alone is wrong then. People of one name lie in each other's. */
const saysTwice = ({ name }: UnitForm): boolean =>
  (name ?? []).filter(part => part.kind === 'fixed' && part.part !== 'literal' && CODE.test(part.texts[0] ?? '')).length > 1
const CODE = /^(?=.*\d).{3,}$/

/** Whether a form has a part that takes any text. */
function isOpenText(name: UnitForm['name']): boolean {
  return name?.some(isAnyText) ?? false
}

/** Letters of a name that free text took: they fit whatever was meant. */
function lettersOfText(name: NonNullable<UnitForm['name']>, captures: Captures): number {
  return name.reduce((sum, part) => sum + (isAnyText(part) ? (ownOf(captures, part.part) ?? '').length : 0), 0)
}

function worthOfFormat(fits: boolean, id: string, view: FileView, requirement: Requirement): number {
  // what is read as a format may be many things: the extension says which of them is meant
  if (fits) return requirement.formats.length === 0 || extensionAsked(view, requirement) ? WORTH.format : WORTH.formatOnly
  return requirement.formats.some(one => sameFamily(one.id, id)) ? WORTH.family : 0
}

/** Whether a view's name fits a form exactly, leniently, or but for a copy mark, letter case, separators or letters that only look alike. */
export function fitName(form: UnitForm, view: FileView, requirement: Requirement): { nameFit: NameFit, captures: Captures } | null {
  if (lastFit?.form === form && lastFit.view === view) return lastFit.fit
  const fit = findFit(form, view, requirement)
  lastFit = { form, view, fit }
  return fit
}

/** Asked for twice in a row where a name fits at once. */
let lastFit: { form: UnitForm, view: FileView, fit: ReturnType<typeof findFit> } | null = null

function findFit(form: UnitForm, view: FileView, requirement: Requirement): { nameFit: NameFit, captures: Captures } | null {
  if (!form.name) return null
  const { strictness, count } = requirement
  const match = matchParts(form.name, view.base, strictness, count.by)
  if (match) return { nameFit: match.exact ? 'exact' : 'lenient', captures: match.captures }
  // a copy mark, or a second extension
  const inner = splitExtension(view.base)
  for (const { base } of [...copyMarksOf(view), ...(inner.extension === '' ? [] : [inner])]) {
    const marked = matchParts(form.name, base, strictness, count.by)
    if (marked) return { nameFit: 'marked', captures: marked.captures }
  }
  if (strictness.letterCase === 'exact' || strictness.separators === 'exact') {
    // be it with the mark of a copy that is surely one: a bare number may be the piece's
    const marked = copyMarksOf(view).filter(({ mark }) => /[()[\]\p{L}]/u.test(mark))
    for (const { base } of [view, ...marked]) {
      const loose = matchParts(form.name, base, { ...strictness, letterCase: 'ignore', separators: 'ignore' }, count.by)
      if (loose) return { nameFit: 'marked', captures: loose.captures }
    }
  }
  const look = plainLook(view.base)
  const alike = look === view.base ? null : matchParts(lookOfParts(form.name), look, strictness, count.by)
  return alike && { nameFit: 'marked', captures: alike.captures }
}

/**
 * Without a fitting name: do the requirement's own words stand in it, or is the whole nearly the expected name? A program's own first name
 * tells nothing, unless it is what this very piece is called.
 */
function weighWords(best: Candidate, view: FileView, forms: readonly UnitForm[]): void {
  const { requirement } = best.unit
  const { said, share } = wordsSaid(view, requirement)
  const ofLevel = best.formatFits && liesAtOwnLevel(view, requirement) ? SHARE.wordsHinted : 0
  best.requirement = Math.max(ofLevel * WORTH.words, weighBeside(best, view, share))
  if (share < SHARE.wordsNear && givenNameOf(view) !== null) return
  const nearest = best.holder > 0 || share > 0 || best.folderFits ? nearestOf(view, requirement, forms.slice(0, 12)) : null
  const alike = alikeTo(nearest)
  if (nearest) takeNearest(best, nearest, view.base, alike)
  const told = Math.max(share, choicesTold(nearest, requirement, view.base, best.formatFits), takeNumber(best, nearest, view), ofLevel)
  const enough = alike >= (isAtHome(best) ? SHARE.alikeAtHome : SHARE.alike)
  best.requirement = Math.max(best.requirement, told * WORTH.words + (enough ? alike * WORTH.alike : 0))
  if (share >= SHARE.wordsTold) best.evidence.push({ kind: 'words', said: asWritten(said, view.base) })
  if (told >= SHARE.wordsNear || (enough && isBelieved(best, nearest, view.base))) {
    best.nameFit = 'near'
    best.leavesWords = told < SHARE.wordsNear && leavesAll(nearest, view.base)
    best.byHolder = best.leavesWords && !saysItself(nearest, view.base)
  }
  else if (extensionAsked(view, requirement) && share > 0) best.requirement += WORTH.extension
}

/**
 * Whether a name so much alike is believed: what free text lets through is alike to anything, and so is a holder's name where the rule has
 * nothing else; then the format must speak for it.
 */
function isBelieved(best: Candidate, nearest: Nearest | null, base: string): boolean {
  return (best.formatFits && (isAtHome(best) || !leavesOwnWords(nearest, base))) || saysItself(nearest, base)
}

/** What a file that nobody named begins with, and the message it came with, say of the requirement: they weigh less than a name would. */
function weighBeside(best: Candidate, view: FileView, share: number): number {
  const { opening = '', props: { title } } = view.file.reading
  const { letter = '' } = view.file
  if (share > 0 || (opening === '' && letter === '' && typeof title !== 'string')) return 0
  if (givenNameOf(view) === null && !saysNothingElse(best.unit, view.base, '')) return 0
  const text = typeof title === 'string' ? `${title} ${opening}` : opening
  for (const [where, told] of [['text', text], ['message', letter]] as const) {
    const tokens = wholeTokensOf(told)
    const words = ownWords(best.unit.requirement).find(own => own.length > 0 && own.every(word => findWord(word, tokens).letters === word.length))
    if (!words) continue
    best.evidence.push({ kind: 'told-beside', where, said: asWritten(words, told) })
    return WORTH.beside
  }
  return 0
}

/** Whether a file lies in the very folder, and in a format, that are asked for: there less of the name will do. */
function isAtHome({ unit: { requirement }, folderFits, formatFits }: Candidate): boolean {
  return folderFits && (requirement.folder?.length ?? 0) > 0 && formatFits && requirement.formats.length > 0
}

function takeNearest(best: Candidate, nearest: Nearest, base: string, alike: number): void {
  const { form, captures, differences } = nearest
  best.form ??= form
  // any word may stand where a choice is asked: it is another value only in a name that is the asked one otherwise
  const isMeant = (part: string) => alike >= SHARE.alike || ownOf(best.unit.requirement.fields, part)?.type !== 'choice'
  best.outside = differences.flatMap(({ part, actual, allowed }) => outsideIn(best.unit.requirement, part, allowed && isMeant(part) ? actual : ''))
  best.captures = { ...best.captures, ...captures }
  best.leftOut = isLeftOut(differences)
  if (best.holder >= NAMED.family) best.behind = wordsBehind(nearest, base)
  const isOwn = (word: string) => ownWords(best.unit.requirement).some(words => words.includes(looseKey(word)))
  if (differences.some(one => isOtherName(one) && !isOwn(one.actual)) && !saidByFolder(best)) best.holder = Math.min(best.holder, LEAST_NAMED)
}

/** Takes the days, months and weeks that the folder tells where the name tells none. */
function takeLevels(best: Candidate, { levels }: FileView): void {
  const told = best.form?.name ? toldByLevels(levels, best.form.name, best.captures) : []
  for (const { field, level, value, order } of told) {
    if (value !== undefined) best.captures = { ...best.captures, [field]: value }
    else if (order !== undefined && !best.outside.some(one => one.field === field)) best.outside.push({ field, value: level, order })
  }
}

/** A value that stands for a field though the rule does not allow it; pieces are told apart by theirs, and counted. */
function outsideIn({ fields, count }: Requirement, field: string, actual: string): OutsideValue[] {
  // another number in the rule's own words
  if (field === 'literal' && actual !== '') {
    return [{ field, value: trimSeparators(actual), order: actual.replace(/\d+/g, run => run.padStart(9, '0')) }]
  }
  const rule = ownOf(fields, field)
  if (actual === '' || field === count.by || !isFree(rule)) return []
  const order = freeField(rule).outside?.(actual, rule)
  return order === undefined ? [] : [{ field, value: actual, order }]
}

/** A whole word that is no slip of the given name, nor its beginning: somebody else's, as likely as a short form nobody told. */
function isOtherName({ part, kind, actual, expected }: Difference): boolean {
  if (part !== 'given' || kind !== 'misspelt' || !/^\p{Lu}\p{Ll}{2,}$/u.test(actual)) return false
  const [received, asked] = [looseKey(actual), looseKey(expected)]
  const isPet = petNamesOf(expected).some(one => looseKey(one) === received)
  return !asked.startsWith(received) && !isPet && editDistance(received, asked) > Math.max(received.length, asked.length) / 2
}

/** Whether the folder says whose file it is, or more of the name does than the family name. */
function saidByFolder({ folderFits, holder, evidence }: Candidate): boolean {
  return folderFits || holder >= NAMED.initialAndFamily || evidence.some(one => one.kind === 'named' && one.where !== 'name')
}

/** Which of a requirement's own words a name says, and their share of all of them by letters; of several titles the one said most. */
export function wordsSaid(view: FileView, requirement: Requirement): { said: string[], share: number } {
  if (lastSaid?.view === view && lastSaid.requirement === requirement) return lastSaid
  const tokens = wholeTokensOf(view.base)
  let best = { said: [] as string[], share: 0 }
  for (const words of ownWords(requirement)) {
    const letters = words.join('').length
    const found = words.map(word => findWord(word, tokens))
    const share = letters === 0 ? 0 : found.reduce((sum, one) => sum + one.letters, 0) / letters
    if (share > best.share) best = { said: found.map(one => one.said).filter(Boolean), share }
    const initials = initialsOf(words)
    if (best.share < SHARE.wordsNear && isShorthand(initials, view.base)) best = { said: [initials], share: SHARE.wordsNear }
  }
  const short = best.share < SHARE.wordsNear ? shortWords(requirement).find(word => isShorthand(word, view.base)) : undefined
  if (short !== undefined) best = { said: [short], share: SHARE.wordsNear }
  lastSaid = { view, requirement, ...best }
  return best
}

/** Many units of one requirement are weighed for one file in turn. */
let lastSaid: { view: FileView, requirement: Requirement, said: string[], share: number } | null = null

/** How much a name is alike the asked one, of 1. */
const alikeTo = (nearest: Nearest | null): number => (nearest ? Math.max(0, 1 - nearest.cost / nearest.length) : 0)

interface Nearest { form: UnitForm, cost: number, length: number, captures: Captures, differences: Difference[] }

/** Words, as loose keys, as a name writes them. */
export function asWritten(words: readonly string[], base: string): string {
  const written = new Map((base.match(/[\p{L}\p{M}]+/gu) ?? []).map(word => [looseKey(word), word]))
  return words.map(word => written.get(word) ?? word).join(' ')
}

/** The form a name departs from least, by its length. */
function nearestOf(view: FileView, { strictness }: Requirement, forms: readonly UnitForm[]): Nearest | null {
  let nearest: Nearest | null = null
  for (const form of forms) {
    if (!form.name) continue
    const { cost: all, captures, differences } = explainParts(form.name, view.base, { strictness, levels: view.levels })
    // what only tells the state of a work says nothing of which one it is
    const state = lengthOfState(differences)
    const cost = Math.max(0, all - state)
    const whole = Math.max(lengthOf(form.name, captures), view.base.length - state)
    const length = Math.max(1, whole - lettersOfText(form.name, captures))
    if (!nearest || cost / length < nearest.cost / nearest.length) nearest = { form, cost, length, captures, differences }
  }
  return nearest
}

/** Whether a name says a word of the rule's own, or tells one of its values: the holder's name alone is alike in every rule. */
function saysItself(nearest: Nearest | null, base: string): boolean {
  const { form: { name = null } = {}, captures = {} } = nearest ?? {}
  const isTold = (part: NamePart) => part.kind === 'free' && ownOf(captures, part.part) !== undefined
  return name !== null && !isOpenText(name) && (name.some(isTold) || saysOne(ownWordsIn(name), base))
}

/** Whether free text stands in a rule that has words of its own, and none of these is said: then the rest is alike to much. */
function leavesOwnWords(nearest: Nearest | null, base: string): boolean {
  const { form: { name = null } = {} } = nearest ?? {}
  const own = ownWordsIn(name ?? [])
  return isOpenText(name) && own.length > 0 && !saysOne(own, base)
}

/** Whether a name says none of the rule's own words, though it has such, and other words besides what is asked for. */
function leavesAll(nearest: Nearest | null, base: string): boolean {
  const own = ownWordsIn(nearest?.form.name ?? [])
  return own.length > 0 && !saysOne(own, base) && (nearest?.differences ?? []).some(one => /\p{L}{3,}/u.test(one.actual))
}

/** Words of letters that a form itself writes, as loose keys. */
const ownWordsIn = (name: readonly NamePart[]): string[] => name.filter(isOwnWord)
  .flatMap(part => (part.kind === 'fixed' ? part.texts.flatMap(wholeTokensOf) : [])).filter(word => /\p{L}/u.test(word))

/** Whether a name says one of some words. */
function saysOne(words: readonly string[], base: string): boolean {
  const tokens = wholeTokensOf(base)
  return words.some(word => findWord(word, tokens).letters > 0)
}

const isOwnWord = (part: NamePart): boolean => part.kind === 'fixed' && part.part === 'literal' && part.texts.some(text => /\p{L}/u.test(text))

/** How long an asked name is, as far as it is told: what a field is not told counts as what it costs that it is not there. */
function lengthOf(name: NonNullable<UnitForm['name']>, captures: Captures): number {
  return name.reduce((sum, part) => sum + (part.kind === 'fixed' ? part.texts[0] ?? '' : ownOf(captures, part.part) ?? UNTOLD).length, 0)
}
const UNTOLD = '???'

/** The words behind the whole asked name, slips in it aside; none, where there is more to it. */
function wordsBehind({ cost, form, captures, differences }: Nearest, base: string): readonly string[] {
  const [behind, ...more] = differences.filter(one => one.kind === 'extra')
  const lacks = differences.some(({ kind, expected }) => kind === 'absent' && /\p{L}{3}/u.test(expected))
  if (!behind || more.length > 0 || lacks || behind.range[1] !== base.length) return []
  const slips = cost - (behind.range[1] - behind.range[0])
  return slips <= SHARE.slips * expandParts(form.name ?? [], captures).length ? tokensOf(behind.actual) : []
}

/** Of the choices in a rule that has no words of its own, the share a name tells; a letter alone tells nothing. */
function choicesTold(nearest: Nearest | null, requirement: Requirement, base: string, formatFits: boolean): number {
  const { fields } = requirement
  if (!nearest) return 0
  const { form: { name: parts }, captures, differences } = nearest
  // of a choice that is a letter what stands for it tells more: "final" for F
  const isWritten = ({ kind, actual }: Difference) => (kind === 'misspelt' || kind === 'order') && actual !== ''
  const written = (field: string) => differences.find(one => one.part === field && isWritten(one))?.actual ?? ownOf(captures, field) ?? ''
  if (!parts) return 0
  // beside words of its own the rule's choices tell only where they are words themselves
  const besideWords = parts.some(isOwnWord)
  const tells = (value: string) => (besideWords ? value.replace(/[^\p{L}]/gu, '').length >= LEAST_CHOICE : value.length > 1)
  const choices = parts.filter(({ part }) => ownOf(fields, part)?.type === 'choice')
  const tokens = tokensOf(base)
  const isValue = (token: string | undefined, part: string) => token === looseKey(ownOf(captures, part) ?? '')
  // what is the whole name says it, in the format that is asked for, though others have the same choices: 1.docx
  const isWhole = ({ part }: NamePart) => formatFits && tokens.length === 1 && isValue(tokens[0], part)
  const isOwn = (value: string | undefined) => value !== undefined && (CHOICES.get(requirement)?.has(looseKey(value)) ?? true)
  const told = choices.filter(one => isOwn(ownOf(captures, one.part)) || isWhole(one))
  // a letter does where the field's own name stands before it: "Piece A"
  const named = (one: NamePart) => isWhole(one) || tokens.some((token, at) => token === looseKey(one.part) && isValue(tokens[at + 1], one.part))
  return told.some(one => tells(written(one.part)) || named(one)) ? told.length / choices.length : 0
}
const LEAST_CHOICE = 4

/**
 * Settles the number of the piece; how much the rule's own word before it tells: a letter alone stands before numbers of many kinds, and
 * tells only where the rule writes it so, straight before the number, and it is none of the holder's.
 */
function takeNumber(best: Candidate, nearest: Nearest | null, view: FileView): number {
  const { by } = best.unit.requirement.count
  if (by === null) return 0
  const before = saysSeveral(best, by, view) ? null : signSaid(nearest, best.captures, by, view.base)
  if (before === null) best.captures = settleNumber(best, by, view)
  else if (Number(ownOf(best.captures, by) ?? -1) !== Number(before.number)) best.captures = { ...best.captures, [by]: before.number }
  const { sign, joined } = before ?? signSaid(nearest, best.captures, by, view.base) ?? { sign: '', joined: false }
  const tells = sign.length > 1 || (joined && best.holder >= NAMED.given && !calledBy(best.unit).has(sign))
  // in the very folder the word and number that the rule writes are enough, "Methods (ch3)", but for what says it is none: test_ex1
  const isOwn = joined && sign.length > 1 && isAtHome(best) && !tokensOf(view.base).some(isEarlierWord)
  return tells && (isOwn || saysNothingElse(best.unit, view.base, sign)) ? SHARE.wordsNear : 0
}

/** Whether all words of a name are the rule's own or its holder's, or only tell its state. */
function saysNothingElse(unit: Unit, base: string, sign: string): boolean {
  const called = calledBy(unit)
  const known = new Set([...wordsOfRule(unit.requirement), ...unit.people.flatMap(({ id, group }) => [id, group]).flatMap(tokensOf), sign])
  const isInitial = (token: string) => token.length === 1 && [...called].some(word => word.startsWith(token))
  // 4a is a part of piece 4
  const parts = base.match(/(?<=\d)[a-f](?![\p{L}\p{N}])/giu) ?? []
  if (parts.length === 1) known.add(looseKey(parts[0] ?? ''))
  return tokensOf(base).every(token => /^\d+$/.test(token) || known.has(token) || called.has(token) || isLaterWord(token) || isInitial(token))
}

/**
 * What a name says of the word that the rule itself writes before a number: V of V{n}, or how Versuch {n} is shortened, where that number
 * stands behind it: then it is that number; `null` where it says nothing.
 */
function signSaid(nearest: Nearest | null, captures: Captures, by: string, base: string): { sign: string, number: string, joined: boolean } | null {
  const parts = nearest?.form.name ?? []
  const before = parts[parts.findIndex(part => part.kind === 'free' && part.part === by) - 1]
  const told = ownOf(captures, by)
  const word = wordBefore(parts, by)
  if (word === '') return null
  const tokens = tokensOf(base)
  const isSign = (token: string) => token === word || (WEEK_KEYS.has(word) && WEEK_KEYS.has(token)) || inLatin(word).includes(token) || (word.length > 2 && /^\p{L}+$/u.test(token) && word.startsWith(token))
  const at = tokens.findIndex((token, index) => isSign(token) && /^\d{1,6}$/.test(tokens[index + 1] ?? ''))
  const [sign = '', number = ''] = at < 0 ? [] : [tokens[at], tokens[at + 1]]
  if (at < 0) return null
  // what stands straight behind the whole word is its number, whatever other numbers follow: of "Scene 3 take 2" it is 3
  const isOwn = () => sign.length > 1 && (sign === word || inLatin(word).includes(sign)) && !goesOn(base, number)
  const isSaid = told !== undefined && Number(told) === Number(number)
  if (!isSaid && !(isPlainNumber(nearest, by, sign, number) && (told === undefined || isOwn()))) return null
  const joined = looseKey(before?.kind === 'fixed' ? (before.texts[0] ?? '').slice(-sign.length) : '') === sign
    && new RegExp(`(?<!\\p{L})${sign}${number}(?!\\p{N})`, 'iu').test(base)
  return { sign, number, joined }
}

/** Whether a number may be the piece's though it is written as a version is: no version is asked for, and so many are. */
function isPlainNumber(nearest: Nearest | null, by: string, sign: string, number: string): boolean {
  const fields = (nearest?.form.name ?? []).filter(part => part.kind === 'free')
  const rule = fields.find(({ part }) => part === by)?.rule
  const isAsked = rule?.type === 'number' && Number(number) >= rule.from && Number(number) <= rule.to
  return isAsked && (sign !== 'v' || !fields.some(part => freeField(part.rule).version))
}

const OF_HOLDER = new Set(['family', 'given', 'name', 'alias', 'group'])

/** Whether of a holder's name whole words are left out, and nothing in it is misspelt. */
function isLeftOut(differences: readonly Difference[]): boolean {
  const ofHolder = differences.filter(({ part }) => OF_HOLDER.has(part))
  return ofHolder.length > 0 && ofHolder.every(({ expected, actual }) => {
    const asked = tokensOf(expected)
    return tokensOf(actual).every(word => asked.includes(word))
  })
}

/**
 * Levels what is made of names that are left out: of several who bear all that is said, the one with the shorter name is not meant
 * the more.
 */
export function levelNamesakes(list: readonly Candidate[]): void {
  const alike = new Map<string, Candidate[]>()
  for (const one of list) {
    if (!one.leftOut) continue
    const said = one.evidence.flatMap(evidence => (evidence.kind === 'named' && evidence.where === 'name' ? [looseKey(evidence.said)] : []))
    if (said.length > 0) gather(alike, [one.unit.requirement.id, one.holder, one.folderFits, ...said].join('\n'), one)
  }
  for (const namesakes of alike.values()) {
    const best = Math.max(...namesakes.map(one => one.requirement))
    const { nameFit } = namesakes.find(one => one.requirement === best) ?? { nameFit: 'none' }
    for (const one of namesakes) {
      one.total += best - one.requirement
      one.requirement = best
      one.nameFit = nameFit
    }
  }
}

/**
 * Of two pieces of somebody's of which a name says as much, one in whose format it is and one in whose folder it lies, it is the first: a
 * folder is mistaken more often than a format.
 */
export function heedFormats(view: FileView, list: readonly Candidate[]): void {
  const isNear = ({ nameFit, unit }: Candidate) => nameFit === 'near' && unit.requirement.formats.length > 0
  const fitting = list.filter(one => isNear(one) && one.formatFits && one.unit.owed && extensionAsked(view, one.unit.requirement))
  for (const one of fitting.length > 0 ? list : []) {
    const { requirement } = one.unit
    if (!isNear(one) || one.formatFits || !one.folderFits || isOfFamily(view, requirement)) continue
    const isRival = (other: Candidate) => other.unit.holder === one.unit.holder && other.holder >= one.holder && other.requirement >= one.requirement
    if (fitting.some(isRival)) one.total -= WORTH.folder
  }
}

/**
 * A name that is alike a piece by its holder's name alone, or by a day besides where another piece takes its words for somebody's own, says
 * nothing of which of the holder's pieces it is that belong in its folder, and in its format.
 */
export function heedAlike(list: readonly Candidate[]): void {
  const isRival = (one: Candidate, other: Candidate) => other !== one && other.unit.holder === one.unit.holder && other.unit.owed && isAtHome(other)
    && (one.byHolder ? other.nameFit === 'none' || other.byHolder : takesWords(other))
  const doubtful = list.filter(one => one.leavesWords && isAtHome(one) && list.some(other => isRival(one, other)))
  for (const one of doubtful) one.nameFit = 'none'
}

/**
 * A name that says of one piece only words that another of the same holder's has as well, in whose folder and format it lies, is the other.
 */
export function heedHomes(view: FileView, list: readonly Candidate[]): void {
  for (const one of list) {
    if (one.nameFit !== 'near' || one.unit.requirement.names.length === 0 || !isOutOfPlace(view, one)) continue
    const { said } = wordsSaid(view, one.unit.requirement)
    const isMeant = (other: Candidate) => {
      const own = ownWords(other.unit.requirement).flat()
      return other.unit.holder === one.unit.holder && other.unit.owed && other.nameFit === 'none' && isAtHome(other)
        && said.every(word => own.includes(word))
    }
    const [home, ...more] = said.length > 0 ? list.filter(isMeant) : []
    if (!home || more.length > 0) continue
    one.nameFit = 'none'
    home.nameFit = 'near'
  }
}

/** Whether the free text of a rule takes words of a name that departs from it. */
const takesWords = ({ nameFit, form, captures }: Candidate): boolean => nameFit === 'near'
  && (form?.name ?? []).some(part => isAnyText(part) && /\p{L}{3}/u.test(ownOf(captures, part.part) ?? ''))

/** Whether a file lies elsewhere than its requirement asks for, and is of quite another format. */
export function isOutOfPlace(view: FileView, { unit: { requirement }, formatFits, folderFits }: Candidate): boolean {
  return !formatFits && !folderFits && requirement.formats.length > 0 && (requirement.folder?.length ?? 0) > 0 && !isOfFamily(view, requirement)
}

/**
 * A name that fits one piece, in the format and the folder of another of the same holder's whose words alone are left out of it, is the other:
 * "drawings/BR-1002_B.pdf" is the drawing, though the model is called so.
 */
export function heedPlaces(view: FileView, list: readonly Candidate[]): void {
  for (const one of list) {
    if (one.nameFit === 'none' || one.nameFit === 'near' || !isOutOfPlace(view, one)) continue
    const isMeant = ({ unit, nameFit, formatFits, folderFits }: Candidate) => unit.holder === one.unit.holder && unit.owed && nameFit === 'near'
      && formatFits && folderFits && unit.requirement.formats.length > 0 && (unit.requirement.folder?.length ?? 0) > 0
    if (!list.some(isMeant)) continue
    one.total += WORTH.name.open - WORTH.name[one.nameFit]
    one.nameFit = 'open'
  }
}

/** Whether a file's format is of the family of one that a requirement asks for. */
export function isOfFamily({ file, extension }: FileView, { formats }: Requirement): boolean {
  const { id } = acceptFormat(file.reading, extension, formats)
  return formats.some(one => sameFamily(one.id, id))
}

export function extensionAsked(view: FileView, requirement: Requirement): boolean {
  return acceptedExtensions(requirement.formats).includes(view.extension.toLowerCase())
}

const WORDS = new WeakMap<Requirement, string[][]>()

/**
 * Literal words of the name templates, and those of the title, which people know it by: a list for each title the requirement has.
 * Only words long enough to mean something.
 */
export function ownWords(requirement: Requirement): string[][] {
  const kept = WORDS.get(requirement)
  if (kept) return kept
  const long = (tokens: readonly string[]) => [...new Set(tokens.filter(token => token.length >= 3 && !/^\d+$/.test(token)))]
  const titles = [...new Set([requirement.title, ...Object.values(requirement.titles?.values ?? {})])]
  const written = titles.map(title => long(requirement.names.flatMap(({ parts }) => parts.flatMap((part) => {
    if (part.kind === 'literal') return wholeTokensOf(part.text)
    // a field that is called title holds somebody's own
    return part.name === 'title' && !ownOf(requirement.fields, 'title') ? tokensOf(title) : []
  }))))
  const lists = [...written, ...titles.map(title => long(wholeTokensOf(title))), long(tokensOf(requirement.id))].filter(list => list.length > 0)
  const words = [...new Map(lists.map(list => [list.join(' '), list])).values()]
  WORDS.set(requirement, words)
  return words
}

const LEVELS = new WeakMap<Requirement, ReadonlySet<string>>()
/** Values of its choices that no other requirement of the brief has: the others tell neither. */
const CHOICES = new WeakMap<Requirement, ReadonlySet<string>>()

/** Whether the last level of a file's folder is one that this requirement asks for and no other: it tells the piece, whatever stands above it. */
function liesAtOwnLevel(view: FileView, requirement: Requirement): boolean {
  const last = view.levels.at(-1)
  return last !== undefined && (LEVELS.get(requirement)?.has(looseKey(last)) ?? false)
}

/** Keeps for each requirement what it has and no other: levels of its folder in the rule's own words, or values of its choices. */
function knowOwn(
  kept: WeakMap<Requirement, ReadonlySet<string>>, requirements: ReadonlySet<Requirement>, textsOf: (requirement: Requirement) => readonly string[],
): void {
  const all = [...requirements].map(requirement => ({ requirement, keys: new Set(textsOf(requirement).map(looseKey)) }))
  const having = new Map<string, number>()
  for (const { keys } of all) for (const key of keys) having.set(key, (having.get(key) ?? 0) + 1)
  for (const { requirement, keys } of all) kept.set(requirement, new Set([...keys].filter(key => having.get(key) === 1)))
}

const levelsOf = ({ folder }: Requirement): string[] =>
  (folder ?? []).filter(({ parts }) => parts.every(part => part.kind === 'literal')).map(({ text }) => text)

const choicesOf = ({ fields }: Requirement): string[] => Object.values(fields).flatMap(rule => (rule.type === 'choice' ? rule.values : []))

/** Lets words that every requirement of a brief has, such as the code of a course, tell none of them. */
export function knowApart(requirements: ReadonlySet<Requirement>): void {
  if (requirements.size < 2) return
  knowOwn(LEVELS, requirements, levelsOf)
  knowOwn(CHOICES, requirements, choicesOf)
  const all = [...requirements].map(requirement => ({ requirement, lists: ownWords(requirement) }))
  const [first, ...others] = all.map(({ lists }) => new Set(lists.flat()))
  const common = new Set([...first ?? []].filter(word => others.every(words => words.has(word))))
  if (common.size === 0) return
  for (const { requirement, lists } of all) {
    const told = lists.map(list => list.filter(word => !common.has(word))).filter(list => list.length > 0)
    if (told.length > 0) WORDS.set(requirement, told)
  }
}

/** A word in other letters as people write it in Latin ones. */
const inLatin: (word: string) => readonly string[] = keeping(1000, romanised)

/** A word among those of a name, and how many of its letters count as said. */
function findWord(word: string, tokens: readonly string[]): { said: string, letters: number } {
  if ([word, ...inLatin(word)].some(one => tokens.some(token => isNearWord(token, one)))) return { said: word, letters: word.length }
  // cut short, as in "gloss" for glossary; too short a piece may be another word
  const begun = tokens.find(token => token.length >= 4 && word.length >= token.length + 3 && word.startsWith(token))
    // the last word of a compound says what it is: "Bericht" for Erläuterungsbericht
    ?? tokens.find(token => token.length >= 5 && word.length >= token.length + 4 && word.endsWith(token))
    ?? tokens.find(token => isSkeleton(token, word))
    // and so does the rule's own word at the end of another compound: Erklärung in Einverständniserklärung
    ?? (word.length >= 6 && tokens.some(token => endsWithWord(token, word)) ? word : undefined)
  if (!begun) {
    // it begins another compound: bath in bathroom; or is the same in another language but for its end: vaccinatie for vaccination
    const begins = word.length >= 4 && tokens.some(token => (token.length >= word.length + 2 && token.startsWith(word)) || isCognate(token, word))
    return begins ? { said: word, letters: word.length * SHARE.wordsNear } : { said: '', letters: 0 }
  }
  const short = begun.length < 5 && word.startsWith(begun)
  return { said: begun, letters: short ? begun.length : Math.max(begun.length, word.length * SHARE.wordsNear) }
}

/** Whether two long words begin alike but for their ends. */
const isCognate = (token: string, word: string): boolean => beginAlike(token, word, Math.max(LEAST_STEM, Math.ceil(word.length * 0.75)))
const LEAST_STEM = 7

/** Whether a longer word ends with another one, perhaps with Ä written as AE in one of them. */
const endsWithWord = (token: string, word: string): boolean => token.length >= word.length + 3
  && [-1, 0, 1].some(more => editDistance(token.slice(-word.length - more), word, 1) <= Math.abs(more))

/** Whether a word is shortened to its first letter and consonants of it in their order: "rpt" for report (common practice, no source). */
function isSkeleton(token: string, word: string): boolean {
  // of very long words any few letters are there
  if (token.length * 2 > word.length + 2 || token.length * 3 < word.length || !/^\p{L}[^aeiouy\P{L}]{2,}$/u.test(token) || token[0] !== word[0]) return false
  let at = 0
  return [...token].every(letter => (at = word.indexOf(letter, at) + 1) > 0)
}

const SHORT_WORDS = new WeakMap<Requirement, readonly string[]>()

/** Words of two capitals that the rule itself writes, such as BA: they mean something only where they stand by themselves. */
function shortWords(requirement: Requirement): readonly string[] {
  const kept = SHORT_WORDS.get(requirement)
  if (kept) return kept
  const texts = requirement.names.flatMap(({ parts }) => parts.flatMap(part => (part.kind === 'literal' ? [part.text] : [])))
  const titles = [requirement.title, ...Object.values(requirement.titles?.values ?? {})]
  const words = [
    ...texts.flatMap(text => text.match(/(?<!\p{L})\p{Lu}{2}(?!\p{L})/gu) ?? []),
    // BA for Bachelorarbeit (common practice, no source)
    ...[...texts, ...titles].flatMap(text => Array.from(text.matchAll(/(?<!\p{L})(\p{L})\p{L}{2,}arbeit(?!\p{L})/giu), ([, first = '']) => `${first.toUpperCase()}A`)),
  ]
  SHORT_WORDS.set(requirement, words)
  return words
}

/** First letters of the words of a title; short words between them are left out already. */
function initialsOf(words: readonly string[]): string {
  return words.length < 2 ? '' : words.map(word => [...word][0] ?? '').join('').toUpperCase()
}

/** Whether initials stand in a name as people shorten a title: by themselves and in capitals. */
function isShorthand(initials: string, base: string): boolean {
  return /^\p{Lu}{2,6}$/u.test(initials) && base.split(/[^\p{L}]+/u).includes(initials)
}

/** Whether a word of a name is one of the rule's, in another number or but for a slip. */
export function isNearWord(token: string, word: string): boolean {
  if (token === word || looseKey(token) === word) return true
  // plural and singular, and one or two slips in a long word
  return word.length >= 5 && token.length >= 4 && editDistance(token, word, 2) <= (word.length >= 8 ? 2 : 1)
}
