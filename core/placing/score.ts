import type { UnitForm } from '../brief/forms'
import { formsOf } from '../brief/forms'
import type { Requirement } from '../brief/types'
import type { Unit } from '../brief/units'
import type { Acceptance } from '../formats/accept'
import { acceptedExtensions, acceptFormat, sameFamily } from '../formats/accept'
import { isAddedWord, isEarlierWord, lengthOfExtras, lengthOfState } from '../names/added-words'
import { toldByLevels } from '../names/beside'
import type { Difference } from '../names/difference'
import { explainParts } from '../names/explain'
import { splitExtension } from '../names/extension'
import { freeField, isFree } from '../names/fields/index'
import { matchFolder, tellSameValues } from '../names/levels'
import { isKindWord } from '../names/kind-words'
import { lookOfParts, plainLook } from '../names/look-alikes'
import { matchParts } from '../names/match'
import { WEEK_KEYS } from '../names/months'
import { isDay } from '../names/number-kinds'
import type { OneSlip } from '../names/one-slip'
import type { Captures, NamePart } from '../names/parts'
import { expandParts, isAnyText, isHolders, isLiteral } from '../names/parts'
import { LIKE } from '../names/spans'
import { trimSeparators } from '../names/strictness'
import { tokensOf, wholeTokensOf } from '../names/tokens'
import { beginAlike, likeness } from '../text/distance'
import { looseKey } from '../text/fold'
import { ownOf } from '../text/own'
import type { Evidence } from './evidence'
import { calledBy, goesOn, listedOf, saysSeveral, settleNumber, wordBefore } from './piece-number'
import { copyMarksOf, copyOfText, givenNameOf } from './view'
import type { FileView } from './view'
import { bearsCode, saysOtherNames } from './other-in-place'
import { isSlipAlone, LEAST_CALLED, OF_HOLDER, otherCodeIn, saysStranger, SPELLINGS } from './strangers'
import { LEAST_NAMED, NAMED, OF_NAMED, SHARE, WORTH } from './weights'
import { saysNothingElse, valueTold } from './value-told'
import { asksWeeksAlone, asWritten, findWord, inLatin, isOwnChoice, liesAtOwnLevel, ownWords, wordsSaid } from './words-said'

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
  /** Letters and figures of the name that are no value of the asked one, where none of the words that the rule writes is said; else `null`. */
  unsaid: number | null
  /** Values of the free fields that the name tells. */
  captures: Captures
  /** Real values in the name that the rule does not allow: another month, another word. */
  outside: OutsideValue[]
  /** All that the rule asks for of its holder stands there as asked, in its order. */
  asAsked: boolean
  /** Of the holder's name the file bears whole words only, others are left out. */
  leftOut: boolean
  /** It says other words, and none of the rule's own, which has some. */
  leavesWords: boolean
  /** The same, and it is alike the asked name by its holder's name alone. */
  byHolder: boolean
  /** It says somebody else, whom the list need not have. */
  stranger: boolean
  /** Where the holder's id or code is asked for stands another one, or beside it other names. */
  otherSaid: boolean
  /** The whole asked name stands in it, and says more than whose it is. */
  inside: boolean
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
  const best = unweighed(unit, format, holder)
  for (const form of forms) takeForm(best, form, view)
  const asksFolder = best.folderFits && (requirement.folder?.length ?? 0) > 0
  best.anyName = asksFolder && requirement.names.length === 0 && requirement.formats.length > 0 && format.fits
  if (best.nameFit === 'none') {
    weighWords(best, view, closely ? forms : [])
    takeLevels(best, view)
  }
  if (best.nameFit === 'open') takeWords(best, view)
  if (best.nameFit === 'exact' || best.nameFit === 'lenient') best.evidence.push({ kind: 'name-fits' })
  if (best.nameFit === 'marked') best.evidence.push({ kind: 'name-fits-but' })
  return total(best, view, format, asksFolder)
}

/** A candidate of which only its holder and its format are known yet. */
function unweighed(unit: Unit, format: Acceptance, holder: { strength: number, evidence: readonly Evidence[] }): Candidate {
  return {
    unit, form: null, nameFit: 'none', folderFits: false, formatFits: format.fits, anyName: false,
    holder: holder.strength, requirement: 0, total: 0, unsaid: null, captures: {}, outside: [],
    asAsked: false, leftOut: false, leavesWords: false, byHolder: false, stranger: false, otherSaid: false, inside: false, behind: [],
    evidence: [...holder.evidence],
  }
}

/** Adds up what name, holder, folder and format say. */
function total(best: Candidate, view: FileView, format: Acceptance, asksFolder: boolean): Candidate {
  const { requirement } = best.unit
  if (asksFolder || (best.formatFits && liesAtOwnLevel(view, requirement))) best.evidence.push({ kind: 'in-folder', title: requirement.title })
  if (best.formatFits && requirement.formats.length > 0) best.evidence.push({ kind: 'format', format: format.id })
  best.total = WORTH.name[best.nameFit] + best.holder + best.requirement + (best.folderFits ? WORTH.folder : 0)
    + worthOfFormat(best.formatFits, format.id, view, requirement)
  return best
}

/** What a name is that departs by one letter from a form, in the folder of its form; `null`: in a format that is not asked for. */
export function scoreSlip(
  view: FileView, unit: Unit, form: UnitForm, slip: OneSlip, holder: { strength: number, evidence: readonly Evidence[] },
): Candidate | null {
  const format = acceptFormat(view.file.reading, view.extension, unit.requirement.formats)
  const asked: Candidate = { ...unweighed(unit, format, holder), form, nameFit: 'near', folderFits: true, captures: slip.captures }
  if (!isAtHome(asked)) return null
  asked.requirement = WORTH.words + WORTH.alike * Math.max(0, 1 - slip.cost / slip.length)
  asked.evidence.push({ kind: 'name-fits-but' })
  return total(asked, view, format, true)
}

/** Where no folder is asked for, in its format, or where the rule writes them, its own words speak for it: "Byrne_recipe_celadon.docx". */
function takeWords(best: Candidate, view: FileView): void {
  const { requirement } = best.unit
  const { share } = wordsSaid(view, requirement)
  const mayTell = best.formatFits || (requirement.folder?.length ?? 0) === 0 || saysOne(ownWordsIn(best.form?.name ?? []), view.base)
  if (mayTell && share >= SHARE.wordsNear) best.requirement = Math.max(best.requirement, share * WORTH.words)
}

/** Takes a form whose name and folder fit better than what was taken before. */
function takeForm(best: Candidate, form: UnitForm, view: FileView): void {
  const { requirement } = best.unit
  const fit = form.name && fitName(form, view, requirement)
  const there = form.folder ? matchFolder(form.folder, view.levels, requirement) : null
  // of "E2/E1_data.csv" the folder is another piece's
  const folder = there && (!fit || tellSameValues(there, fit.captures, requirement)) ? there : null
  if (folder) best.folderFits = true
  const worth = WORTH.name[best.nameFit] + (best.form && best.folderFits ? WORTH.folderOfForm : 0)
  const nameFit = fit && (isOpenText(form.name) && isDoubted(best, form, view, { folder: folder !== null, fit }) ? 'open' : fit.nameFit)
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

/** Whether format or folder speak against a name that fits through free text; a wrong format alone does not where the rule's own words are said. */
function isDoubted(
  { formatFits }: Candidate, form: UnitForm, view: FileView, { folder, fit }: { folder: boolean, fit: { nameFit: NameFit } },
): boolean {
  if (!formatFits && !(folder && fit.nameFit !== 'marked' && saysOne(ownWordsIn(form.name ?? []), view.base))) return true
  return (form.folder?.length ?? 0) > 0 && !folder && !saysTwice(form)
}

/** Whether a name that fits says its holder by two codes at least: the folder alone is wrong then. People of one name lie in each other's. */
const saysTwice = ({ name }: UnitForm): boolean =>
  (name ?? []).filter(part => isHolders(part) && CODE.test(part.texts[0] ?? '')).length > 1

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
  const copied = match && copyOfText(view, form.name)
  if (match && !(copied && matchParts(form.name, copied, strictness, count.by))) {
    return { nameFit: match.exact ? 'exact' : 'lenient', captures: match.captures }
  }
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
  const isWorth = best.holder > 0 || share > 0 || best.folderFits
  const nearest = isWorth ? nearestOf(view, best.unit, forms.slice(0, MOST_FORMS)) : null
  const alike = alikeTo(nearest)
  if (nearest) takeNearest(best, nearest, view.base, alike)
  const valuesTold = [
    choicesTold(nearest, requirement, view.base, best.formatFits), takeNumber(best, nearest, view), weekTold(best, nearest, view),
    titleTold(best, view.base, share),
    valueTold(best, nearest?.form.name ?? [], view.base),
  ]
  best.holder = Math.min(best.holder, worthOfPieces(best, view.base))
  const told = Math.max(share, ofLevel, ...valuesTold)
  const enough = alike >= (isAtHome(best) ? SHARE.alikeAtHome : SHARE.alike)
  best.requirement = Math.max(best.requirement, told * WORTH.words + (enough ? alike * worthOfAlike(nearest, view.base) : 0))
  best.unsaid = told === 0 ? unsaidOf(nearest, view.base, requirement) : null
  if (share >= SHARE.wordsTold) best.evidence.push({ kind: 'words', said: asWritten(said, view.base) })
  if (told >= SHARE.wordsNear || (enough && isBelieved(best, nearest, view.base))) takeNear(best, nearest, view.base, told)
  else takeLess(best, nearest, view, { share, told })
}

const MOST_FORMS = 12

function takeNear(best: Candidate, nearest: Nearest | null, base: string, told: number): void {
  best.nameFit = 'near'
  best.leavesWords = told < SHARE.wordsNear && leavesAll(nearest, base)
  best.byHolder = best.leavesWords && !saysItself(nearest, base)
}

/** What a name says a little of a piece by, where it is not nearly the asked one. */
function takeLess(best: Candidate, nearest: Nearest | null, view: FileView, { share, told }: { share: number, told: number }): void {
  if (!isSpeltOtherwise(nearest)) {
    if (extensionAsked(view, best.unit.requirement) && share > 0) best.requirement += WORTH.extension
  }
  else if (isOpenText(nearest.form.name)) {
    // as one that fits is where format or folder speak against it
    best.nameFit = 'open'
    best.requirement = told * WORTH.words
  }
  else {
    // all that is asked for is there, be it in quite another order: "G9 A Biology"
    takeNear(best, nearest, view.base, told)
    best.requirement = Math.max(best.requirement, SHARE.alike * WORTH.alike)
  }
}

/** Whether a name tells all that a rule asks for, a number or day among it, and only writes it otherwise, 1 for 01, or in another order. */
function isSpeltOtherwise(nearest: Nearest | null): nearest is Nearest {
  return nearest !== null && tellsValue(nearest)
    && nearest.differences.every(one => SPELLINGS.has(one.kind) || one.kind === 'order' || isSameFigure(one)
      || (one.kind === 'extra' && trimSeparators(one.actual) === ''))
}
/**
 * Whether a name without free text tells all in the rule's own order, and only writes some of it otherwise, or adds its state: 1_2 for {id}_{n} in
 * two figures.
 */
const isInOrder = (nearest: Nearest, base: string): boolean => (tellsValue(nearest) || saysOne(ownWordsIn(nearest.form.name ?? []), base))
  && nearest.differences.every(one => AS_FIGURES.has(one.kind) || isState(one) || isJoined(one))
  && !isOpenText(nearest.form.name) && (nearest.form.name ?? []).some(part => isHolders(part))
const AS_FIGURES: ReadonlySet<Difference['kind']> = new Set(['digits', 'date-order', 'separator'])
/** Whether only signs between words are missing or others: P13Selbstauskunft. */
const isJoined = ({ part, actual, expected }: Difference): boolean => part === 'literal' && looseKey(actual) === looseKey(expected)
const isState = ({ kind, actual }: Difference): boolean => kind === 'extra' && isAddedWord(actual)
/** Whether only zeros of the holder's number are missing in a name that tells a word or choice of the rule's besides: it is no other number. */
function isWithoutZeros({ unit: { requirement } }: Candidate, nearest: Nearest, base: string): boolean {
  const isInPlace = nearest.differences.every(one => one.kind !== 'order')
  if (!isInPlace || !nearest.differences.some(isSameFigure) || !isSpeltOtherwise(nearest)) return false
  const { form, captures } = nearest
  const isChoice = (part: NamePart) => ownOf(requirement.fields, part.part)?.type === 'choice' && /\p{L}{3}/u.test(ownOf(captures, part.part) ?? '')
  return saysOne(ownWordsIn(form.name ?? []), base) || (form.name ?? []).some(isChoice)
}
/** Whether a number of the holder's is written with other zeros. */
const isSameFigure = ({ actual, expected }: Difference): boolean =>
  /^\d+$/.test(actual) && /^\d+$/.test(expected) && Number(actual) === Number(expected)

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
  if (givenNameOf(view) === null && !saysNothingElse(best.unit, view.base)) return 0
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
export function isAtHome({ unit: { requirement }, folderFits, formatFits }: Candidate): boolean {
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
  best.asAsked = isAsAsked(form.name ?? [], differences)
  best.inside = nearest.inside && saysItself(nearest, base)
  const isNearly = best.evidence.some(one => one.kind === 'named' && one.where === 'name nearly')
  const isSlip = isNearly && (tellsValue(nearest) || saysOne(ownWordsIn(form.name ?? []), base)) && isSlipAlone(differences, form.name ?? [])
  if (isSlip || isWithoutZeros(best, nearest, base) || isInOrder(nearest, base)) best.holder = Math.max(best.holder, NAMED.given)
  if (best.holder >= NAMED.family) best.behind = wordsBehind(nearest, base)
  const areOthers = saysOtherNames(best.unit, nearest, base, best.folderFits)
  best.stranger = isStranger(best, nearest, base, areOthers)
  if (best.stranger) best.holder = Math.min(best.holder, LEAST_NAMED)
  // who is named in part, under another number, is somebody whom the list does not have
  const isInPart = best.holder < NAMED.family && differences.some(one => OF_HOLDER.has(one.part))
  const [other] = differences.flatMap(one => otherCodeIn(one, best.unit.requirement) ?? [])
  best.otherSaid = other !== undefined || (!best.stranger && areOthers)
  if (other && (isInPart || !isCalled(best, base.replace(other, ' ')))) best.holder = Math.min(best.holder, LEAST_NAMED)
}

/**
 * Whether folder or the rest of a name call somebody by more than their group, or what else the list has of them: of a level that one alone has
 * others may come.
 */
function isCalled({ evidence, unit: { people } }: Candidate, rest: string): boolean {
  const shared = new Set(people.flatMap(({ group, fields }) => [group, ...Object.values(fields)]).map(looseKey))
  const words = tokensOf(rest).filter(word => word.length >= LEAST_CALLED)
  const isSaid = (said: string) => tokensOf(said).some(own => words.some(word => beginAlike(own, word, LEAST_CALLED)))
  // a folder that bears another figure is nobody's
  const isLevel = ({ where, said }: { where: string, said: string }) => where === 'folder' || (where === 'folder nearly' && !/\d/.test(said))
  return evidence.some(one => one.kind === 'named' && !shared.has(looseKey(one.said)) && (isLevel(one) || isSaid(one.said)))
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

/** Whether a name says somebody else, unless the folder, and not only of which group, or more of the name than the family name says whose it is. */
function isStranger({ holder, evidence, folderFits, unit }: Candidate, nearest: Nearest, base: string, areOthers: boolean): boolean {
  const groups = new Set(unit.people.map(({ group }) => looseKey(group)))
  const named = evidence.flatMap(one => (one.kind === 'named' ? [{ isGroup: groups.has(looseKey(one.said)), where: one.where }] : []))
  const own = named.filter(one => !one.isGroup)
  if (areOthers && !own.some(one => one.where.startsWith('folder')) && !bearsCode(nearest)) return true
  const ofGroup = (named.length - own.length) * NAMED.group * OF_NAMED.groupOfMember
  const isSaid = own.some(one => one.where !== 'name') || holder - ofGroup >= NAMED.initialAndFamily
  return !isSaid && saysStranger(unit, nearest, base, folderFits)
}

/** How much a name is alike the asked one, of 1. */
const alikeTo = (nearest: Nearest | null): number => (nearest ? Math.max(0, 1 - nearest.cost / nearest.length) : 0)

interface Nearest { form: UnitForm, cost: number, length: number, captures: Captures, differences: Difference[], inside: boolean }

/** The form a name departs from least, by its length. */
function nearestOf(view: FileView, unit: Unit, forms: readonly UnitForm[]): Nearest | null {
  let nearest: Nearest | null = null
  for (const form of forms) {
    if (!form.name) continue
    const context = { strictness: unit.requirement.strictness, levels: view.levels }
    const { cost: all, captures, differences, inside } = explainParts(form.name, view.base, context)
    // what only tells the state of a work, or says its holder once more, says nothing of which one it is
    const days = inside ? lengthOfDays(differences) : 0
    const beside = lengthOfState(differences) + lengthOfCalled(form.name, differences, unit) + days
    const cost = Math.max(0, all - beside)
    const whole = Math.max(lengthOf(form.name, captures), view.base.length - beside)
    const length = Math.max(1, whole - lettersOfText(form.name, captures))
    if (!nearest || cost / length < nearest.cost / nearest.length) nearest = { form, cost, length, captures, differences, inside }
  }
  return nearest
}

/** How many characters a name has too much that are nothing but a day. */
const lengthOfDays = (differences: readonly Difference[]): number => lengthOfExtras(differences, actual => isDay(trimSeparators(actual)))

/** How many characters a name has too much that are nothing but what its holder is called, who is said as asked besides: "(Lothar)". */
function lengthOfCalled(name: readonly NamePart[], differences: readonly Difference[], unit: Unit): number {
  const isDifferent = (part: NamePart) => differences.some(one => one.part === part.part && one.kind !== 'extra')
  if (differences.every(one => one.kind !== 'extra') || unit.requirement.holder !== 'person') return 0
  if (name.some(part => isHolders(part) && isDifferent(part))) return 0
  const isCalled = (words: readonly string[]) => words.length > 0 && words.every(word => /\p{L}{2}/u.test(word) && calledBy(unit).has(word))
  return lengthOfExtras(differences, actual => isCalled(tokensOf(actual)))
}

/** Whether a name says a word of the rule's own, or tells one of its values: the holder's name alone is alike in every rule. */
function saysItself(nearest: Nearest | null, base: string): boolean {
  const { form: { name = null } = {} } = nearest ?? {}
  return name !== null && !isOpenText(name) && (tellsValue(nearest) || saysOne(ownWordsIn(name), base))
}

/** Whether a name tells one of the values that its rule asks for, which free text is none of. */
export function tellsValue(nearest: { form: UnitForm | null, captures: Captures } | null): boolean {
  const { form, captures = {} } = nearest ?? {}
  return form?.name?.some(part => part.kind === 'free' && !isAnyText(part) && ownOf(captures, part.part) !== undefined) ?? false
}

/** Whether free text stands in a rule that has words of its own, and none of these is said: then the rest is alike to much. */
function leavesOwnWords(nearest: Nearest | null, base: string): boolean {
  const { form: { name = null } = {} } = nearest ?? {}
  const own = ownWordsIn(name ?? [])
  return isOpenText(name) && own.length > 0 && !saysOne(own, base)
}

/** Free text is alike to anything where the rule's own words are left out. */
const worthOfAlike = (nearest: Nearest | null, base: string): number => (leavesOwnWords(nearest, base) ? WORTH.alike / 2 : WORTH.alike)

/** Whether a name says none of the rule's own words, though it has such; `apart`: but for those that every other rule has. */
function saysNone(nearest: Nearest | null, base: string, apart?: Requirement): boolean {
  const known = apart && new Set(ownWords(apart).flat())
  const own = ownWordsIn(nearest?.form.name ?? []).filter(word => word.length < LEAST_CALLED || (known?.has(word) ?? true))
  return own.length > 0 && !saysOne(own, base)
}

/** Whether it says other words besides what is asked for instead. */
const leavesAll = (nearest: Nearest | null, base: string): boolean =>
  saysNone(nearest, base) && (nearest?.differences ?? []).some(one => /\p{L}{3,}/u.test(one.actual))

/** How many letters and figures are no value of the asked name's, in one that says none of the rule's own words. */
function unsaidOf(nearest: Nearest | null, base: string, requirement: Requirement): number | null {
  const { form: { name = null } = {}, captures = {}, differences = [] } = nearest ?? {}
  // be it that a word like it stands in its place, or its beginning
  const isLike = (word: string, own: string) => likeness(word, own) >= LIKE || (word.length >= LEAST_CALLED && own.startsWith(word))
  const isInstead = ({ part, actual, expected }: Difference) => part === 'literal'
    && (looseKey(actual) === looseKey(expected) || tokensOf(actual).some(word => tokensOf(expected).some(own => isLike(word, own))))
  if (!saysNone(nearest, base, requirement) || differences.some(one => one.kind === 'misspelt' && isInstead(one))) return null
  const values = (name ?? []).flatMap(part => (isHolders(part) ? part.texts : []))
  // be it written otherwise: 4 Oct for a day
  const written = differences.flatMap(({ part, kind, actual }) => (kind !== 'extra' && ownOf(captures, part) !== undefined ? [actual] : []))
  const told = new Set([...values, ...Object.values(captures).map(value => value ?? ''), ...written].flatMap(tokensOf))
  return tokensOf(base).filter(token => !told.has(token)).join('').length
}

/** Words of letters that a form itself writes, as loose keys. */
const ownWordsIn = (name: readonly NamePart[]): string[] => name.filter(isOwnWord)
  .flatMap(part => (part.kind === 'fixed' ? part.texts.flatMap(wholeTokensOf) : [])).filter(word => /\p{L}/u.test(word))

/** Whether a name says one of some words. */
function saysOne(words: readonly string[], base: string): boolean {
  const tokens = wholeTokensOf(base)
  return words.some(word => findWord(word, tokens).letters > 0)
}

const isOwnWord = (part: NamePart): boolean => isLiteral(part) && part.texts.some(text => /\p{L}/u.test(text))

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
  const besideWords = () => {
    const own = ownWords(requirement).flat()
    return parts.some(part => isLiteral(part) && part.texts.flatMap(wholeTokensOf).some(word => own.includes(word)))
  }
  const tells = (value: string) => (besideWords() ? value.replace(/[^\p{L}]/gu, '').length >= LEAST_CHOICE : value.length > 1)
  const choices = parts.filter(({ part }) => ownOf(fields, part)?.type === 'choice')
  const tokens = tokensOf(base)
  const isValue = (token: string | undefined, part: string) => token === looseKey(ownOf(captures, part) ?? '')
  // what is the whole name says it, in the format that is asked for, though others have the same choices: 1.docx
  const isWhole = ({ part }: NamePart) => formatFits && tokens.length === 1 && isValue(tokens[0], part)
  const isOwn = (value: string | undefined) => value !== undefined && isOwnChoice(requirement, value)
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
  const isRead = saysAll(nearest, by)
  const before = isRead || saysSeveral(best, by, view) ? null : signSaid(nearest, best, by, view.base)
  // all that is asked for stands there in its order, be it written together: "FENregister2of2"
  if (isRead) best.captures = { ...best.captures, ...nearest.captures }
  else if (before === null) best.captures = settleNumber(best, by, view)
  else if (Number(ownOf(best.captures, by) ?? -1) !== Number(before.number)) best.captures = { ...best.captures, [by]: before.number }
  const { sign, joined } = before ?? signSaid(nearest, best, by, view.base) ?? NO_SIGN
  const tells = sign.length > 1 || (joined && best.holder >= NAMED.given && !calledBy(best.unit).has(sign))
  // in the very folder the word and number that the rule writes are enough, "Methods (ch3)", but for what says it is none: test_ex1
  const isOwn = joined && sign.length > 1 && isAtHome(best) && !tokensOf(view.base).some(isEarlierWord)
  return tells && (isOwn || saysNothingElse(best.unit, view.base, token => token === sign)) ? SHARE.wordsNear : 0
}

/** How much most of a title tells where nothing stands besides that is not known: "Sobczak transcript" of the Transcript of records. */
function titleTold({ unit, formatFits, holder }: Candidate, base: string, share: number): number {
  const isSaid = share >= SHARE.wordsTold && formatFits && holder >= NAMED.given
  return isSaid && saysNothingElse(unit, base) ? SHARE.wordsNear : 0
}

/** What a holder is worth at most whose number the name says once, as the piece's: a class beside it says no more. */
function worthOfPieces({ unit: { people, requirement: { count: { by } } }, captures, evidence }: Candidate, base: string): number {
  const piece = by === null ? undefined : ownOf(captures, by)
  if (piece === undefined) return Infinity
  const isIt = (run: string) => Number(run) === Number(piece)
  const [number, ...more] = evidence.flatMap(one => (one.kind === 'named' && !people.some(({ group }) => group === one.said) ? [one] : []))
  const isByNumber = number?.where === 'name' && more.length === 0 && /^\d+$/.test(number.said) && isIt(number.said)
  const runs = isByNumber ? (base.match(/\d+/g) ?? []).filter(isIt) : []
  return runs.length === 1 ? NAMED.number[runs[0]?.length ?? 0] ?? 0 : Infinity
}

const NO_SIGN = { sign: '', joined: false }

/** Whether a name says all that is asked for in its order, a field's value among it, be it written together or in other letters. */
function saysAll(nearest: Nearest | null, field: string): nearest is Nearest {
  return nearest !== null && ownOf(nearest.captures, field) !== undefined
    && nearest.differences.every(one => SPELLINGS.has(one.kind) || isJoined(one))
}

const FROM_TO = /\d.*[-–].*\d/

/** A number behind v from here on is a week where weeks are asked for. */
const LEAST_WEEK = 10

/**
 * How much a week tells behind a word for weeks where the rule writes one before it: in the very folder nothing else is needed, "week44"; nor
 * where no other piece has a week at all, "Paula KW 44".
 */
function weekTold(best: Candidate, nearest: Nearest | null, { base }: FileView): number {
  const { name } = nearest?.form ?? {}
  const isTold = (field: string) => ownOf(best.captures, field) !== undefined || best.outside.some(one => one.field === field)
  const weeks = (name ?? []).filter(part => part.kind === 'free' && part.rule.type === 'week' && isTold(part.part))
  if (!name || weeks.length === 0) return 0
  const isHome = isAtHome(best) && weeks.some(({ part }) => WEEK_KEYS.has(wordBefore(name, part)))
  const isAlone = best.formatFits && best.holder >= NAMED.given && asksWeeksAlone(best.unit.requirement)
  // its first and last day say it as well: 14-20 Sept
  const isDays = ({ part, actual }: Difference) => FROM_TO.test(actual) && weeks.some(one => one.part === part)
  const days = isAlone ? nearest?.differences.find(isDays)?.actual : undefined
  // a report of these days, in the very folder
  const isSign = (token: string) => isAtHome(best) && isKindWord(token)
  if (days !== undefined && saysNothingElse(best.unit, base.replace(days, ' '), isSign)) return SHARE.wordsNear
  const tokens = tokensOf(base)
  // v44 is vecka 44: so many versions there are of nothing
  const sign = tokens.find((token, at) => (isOfWeek(token) || token === 'v') && /^\d{1,2}$/.test(tokens[at + 1] ?? '')
    && (token !== 'v' || Number(tokens[at + 1]) >= LEAST_WEEK))
  const tells = sign !== undefined && (isHome || (isAlone && sign !== 'v'))
  return tells && saysNothingElse(best.unit, base, token => token === sign) ? SHARE.wordsNear : 0
}

/** Whether a word is one for weeks, or begins with one: Wochenbericht. */
const isOfWeek = (token: string): boolean => WEEK_KEYS.has(token)
  || LONG_WEEK_KEYS.some(key => token.startsWith(key))
const LONG_WEEK_KEYS = [...WEEK_KEYS].filter(key => key.length >= 4)

/**
 * What a name says of the word that the rule itself writes before a number: V of V{n}, or how Versuch {n} is shortened, where that number
 * stands behind it: then it is that number; `null` where it says nothing.
 */
function signSaid(
  nearest: Nearest | null, { captures, unit }: Candidate, by: string, base: string,
): { sign: string, number: string, joined: boolean } | null {
  const parts = nearest?.form.name ?? []
  const before = parts[parts.findIndex(part => part.kind === 'free' && part.part === by) - 1]
  const told = ownOf(captures, by)
  const word = wordBefore(parts, by)
  if (word === '') return null
  const tokens = tokensOf(base)
  const isSign = (token: string) => token === word || (WEEK_KEYS.has(word) && WEEK_KEYS.has(token)) || inLatin(word).includes(token) || (word.length > 2 && /^\p{L}+$/u.test(token) && word.startsWith(token))
  // F03 is the band, and no foto 3; nor is the 2 of a class 2B one
  const ofHolder = () => [...parts.flatMap(part => (isHolders(part) ? part.texts : [])), ...listedOf(unit)]
  const isCode = (run: string) => ofHolder().some(text => looseKey(text) === run)
  const isNumbered = (index: number) => /^\d{1,6}$/.test(tokens[index + 1] ?? '')
    && ![index, index + 1].some(from => isCode(`${tokens[from]}${tokens[from + 1]}`))
  const at = tokens.findIndex((token, index) => isSign(token) && isNumbered(index))
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

/** Whether none of the values that a rule asks for of its holder departs by more than how it is written. */
function isAsAsked(name: readonly NamePart[], differences: readonly Difference[]): boolean {
  const fields = new Set(name.flatMap(one => (isHolders(one) ? [one.part] : [])))
  return fields.size > 0 && !differences.some(({ part, kind }) => kind !== 'extra' && !SPELLINGS.has(kind) && fields.has(part))
}

/** Whether of a holder's name whole words are left out, and nothing in it is misspelt. */
function isLeftOut(differences: readonly Difference[]): boolean {
  const ofHolder = differences.filter(({ part }) => OF_HOLDER.has(part))
  return ofHolder.length > 0 && ofHolder.every(({ expected, actual }) => {
    const asked = tokensOf(expected)
    return tokensOf(actual).every(word => asked.some(own => word === own || isFormOf(word, own)))
  })
}

/** Whether a word is another form of a name: Katharinas, Hanny. */
const isFormOf = (word: string, name: string): boolean =>
  name.length > LEAST_CALLED && word.startsWith(name.slice(0, -1)) && word.length <= name.length + MOST_ENDING
const MOST_ENDING = 2

/** Whether a file's format is of the family of one that a requirement asks for. */
export function isOfFamily({ file, extension }: FileView, { formats }: Requirement): boolean {
  const { id } = acceptFormat(file.reading, extension, formats)
  return formats.some(one => sameFamily(one.id, id))
}

export function extensionAsked(view: FileView, requirement: Requirement): boolean {
  return acceptedExtensions(requirement.formats).includes(view.extension.toLowerCase())
}
