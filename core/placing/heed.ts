import type { Requirement } from '../brief/types'
import { isAnyText, isHolders } from '../names/parts'
import { LIKE } from '../names/spans'
import { trimSeparators } from '../names/strictness'
import type { Template } from '../names/template'
import { tokensOf } from '../names/tokens'
import { likeness } from '../text/distance'
import { looseKey } from '../text/fold'
import { gather, groupBy } from '../text/gather'
import { ownOf } from '../text/own'
import type { Candidate } from './score'
import { extensionAsked, isAtHome, isOfFamily, tellsValue } from './score'
import { calledBy, wordsWritten } from './piece-number'
import type { FileView } from './view'
import { WORTH } from './weights'
import { ownWords, wordsSaid } from './words-said'

/**
 * Weighs the units that one file may belong to against each other: what speaks for one may say more of another.
 *
 * @param list - changed in place
 */
export function heedEachOther(view: FileView, list: readonly Candidate[]): void {
  heedUnsaid(list)
  levelNamesakes(list)
  heedAsked(view, list)
  heedCodes(view, list)
  heedWords(list)
  heedTwins(view, list)
  heedPlain(view, list)
  heedValues(view, list)
  heedAlike(list)
  heedFormats(view, list)
  heedPlaces(view, list)
  heedHomes(view, list)
}

/**
 * Where a name says no word of any rule, the one whose words are the shortest is not the nearest: of two pieces of one holder that it departs from
 * by these words alone it is neither.
 */
function heedUnsaid(list: readonly Candidate[]): void {
  const near = list.filter(one => one.nameFit === 'near')
  const saying = new Set(near.flatMap(one => (one.unsaid === null ? [one.unit.holder] : [])))
  const isOther = (other: Candidate, one: Candidate) => other.formatFits && other.unit.owed && other.unit.holder === one.unit.holder
    && other.unit.requirement !== one.unit.requirement && other.unsaid !== null && other.unsaid <= (one.unsaid ?? 0)
  const left = near.filter(one => !saying.has(one.unit.holder) && list.some(other => isOther(other, one)))
  for (const one of left) doubt(one)
}

/**
 * Levels what is made of names that are left out: of several who bear all that is said, the one with the shorter name is not meant
 * the more.
 */
function levelNamesakes(list: readonly Candidate[]): void {
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

/** Where a name says one by id or code, whatever else speaks for another one is no more: whose it is, a person decides. */
function heedCodes(view: FileView, list: readonly Candidate[]): void {
  const meant = list.filter(one => saysCode(view, one))
  for (const one of meant.length > 0 ? list : []) {
    if (meant.includes(one) || one.nameFit === 'exact' || one.nameFit === 'lenient') continue
    const rival = meant.find(({ unit }) => unit.requirement === one.unit.requirement && unit.owed)
    if (rival && rival.total < one.total) one.total = rival.total
    if (rival?.nameFit === 'open') one.nameFit = 'none'
  }
}

/**
 * Whether the id of its holder stands whole in a name, so long that it is nothing else; or the name fits but for the folder, with a code of
 * theirs and a value besides.
 */
export function saysCode(view: FileView, candidate: Candidate): boolean {
  const { evidence, form, nameFit, unit } = candidate
  const hasCode = () => form?.name?.some(part => isHolders(part) && /\p{L}/u.test(part.texts[0] ?? '')) ?? false
  const isThere = (id: string) => LONG_ID.test(id) && evidence.some(one => one.kind === 'named' && one.where === 'name' && one.said === id)
    && looseKey(view.base).includes(looseKey(id))
  return (nameFit === 'open' && tellsValue(candidate) && hasCode()) || unit.people.some(({ id }) => isThere(id))
}
const LONG_ID = /^(?=.*\d).{4,}$/

/**
 * Of two pieces of somebody's of which a name says as much, one in whose format it is and one in whose folder it lies, it is the first: a
 * folder is mistaken more often than a format.
 */
function heedFormats(view: FileView, list: readonly Candidate[]): void {
  const isNamed = ({ nameFit, unit }: Candidate) => (nameFit === 'near' || nameFit === 'exact') && unit.requirement.formats.length > 0
  const fitting = list.filter(one => isNamed(one) && one.formatFits && one.unit.owed && extensionAsked(view, one.unit.requirement))
  for (const one of fitting.length > 0 ? list : []) {
    const { requirement } = one.unit
    if (!isNamed(one) || one.formatFits || !one.folderFits || isOfFamily(view, requirement)) continue
    const isRival = (other: Candidate) => other.unit.holder === one.unit.holder && other.nameFit === one.nameFit && other.holder >= one.holder
      && other.requirement >= one.requirement
    if (fitting.some(isRival)) one.total -= WORTH.folder
  }
}

/** A name that is alike a piece by its holder's name alone, and says half of another one's own words, is not the first. */
function heedWords(list: readonly Candidate[]): void {
  const saysWords = ({ evidence, unit }: Candidate) => unit.owed && evidence.some(one => one.kind === 'words')
  for (const one of list) {
    if (one.byHolder && list.some(other => other !== one && other.unit.holder === one.unit.holder && saysWords(other))) one.nameFit = 'none'
  }
}

/**
 * Of two who are called alike, the one whose name stands as the rule asks for it is meant, whatever stands besides that calls none of the others:
 * "Martin_Leo_essay_new" is Leo Martin's, and no Martin Leo's; "O'Shea_Mary_draft" is no Mary Ann O'Shea's.
 */
function heedAsked(view: FileView, list: readonly Candidate[]): void {
  const near = list.filter(one => one.nameFit === 'near' && one.unit.requirement.holder === 'person')
  for (const rivals of groupBy(near, one => one.unit.requirement).values()) {
    const [asked, ...more] = rivals.filter(one => one.asAsked)
    if (!asked || more.length > 0 || rivals.length < 2) continue
    const own = calledBy(asked.unit)
    const words = tokensOf(view.base).filter(word => !own.has(word))
    if (!rivals.some(({ unit }) => words.some(word => calledBy(unit).has(word)))) asked.total += WORTH.wholeAtFirst
  }
}

/**
 * Pieces whose names are the same but for the rule's own words are told apart by these alone: another word instead of one says nothing of which it
 * is, however few letters it departs by. "3B_meter_20261005" is no _water_ the more for being shorter than _electricity_.
 */
function heedTwins(view: FileView, list: readonly Candidate[]): void {
  const isUnsaid = unsaidIn(view)
  const areTwins = (one: Candidate, other: Candidate) => other.unit.requirement !== one.unit.requirement && other.unit.holder === one.unit.holder
    && other.unit.owed && other.formatFits && shapesOf(other.unit.requirement).some(shape => shapesOf(one.unit.requirement).includes(shape))
  const doubtful = list.filter(one => one.nameFit === 'near' && one.leavesWords && list.some(other => areTwins(one, other)) && isUnsaid(one))
  for (const one of doubtful) doubt(one)
}

/** Whether a name says none of a piece's own words; a short one with a slip is that word. */
function unsaidIn(view: FileView): (candidate: Candidate) => boolean {
  const isLike = (word: string) => tokensOf(view.base).some(token => likeness(token, word) >= LIKE)
  return ({ unit: { requirement } }) => wordsSaid(view, requirement).share === 0 && !wordsWritten(requirement).some(isLike)
}

/**
 * Of two pieces whose names are the same but that one of them has words of the rule's besides, a name that says none of these is the other:
 * "Physics 10 A" is the paper, and no _key to it.
 */
function heedPlain(view: FileView, list: readonly Candidate[]): void {
  const isUnsaid = unsaidIn(view)
  const plain = list.filter(one => (one.nameFit === 'near' || one.inside) && one.formatFits && one.unit.owed)
  for (const one of plain.length > 1 ? plain : []) {
    const shapes = shapesOf(one.unit.requirement).map(shape => shape.replace(/[\s._-]*\*/g, ''))
    const isPlainer = (other: Candidate) => other !== one && other.unit.holder === one.unit.holder && other.folderFits >= one.folderFits
      && other.unit.requirement.names.some(({ parts }) => parts.every(part => part.kind === 'field' || trimSeparators(part.text) === '')
        && shapes.includes(shapeOf(parts, text => text)))
    if (shapes.length > 0 && plain.some(isPlainer) && isUnsaid(one)) doubt(one)
  }
}

/**
 * A day, number or the like that says of a piece nothing else, in a format that is none of its own, is rather that of another piece of the same
 * holder's that has such a value, too, in whose format it is: "Waldrand Sept 26.xlsx" is the sheet of September, and no protocol of the 26th.
 */
function heedValues(view: FileView, list: readonly Candidate[]): void {
  const isMeant = (other: Candidate) => other.formatFits && other.unit.owed && tellsValue(other) && extensionAsked(view, other.unit.requirement)
  for (const one of list) {
    if (one.nameFit !== 'near' || !one.leavesWords || one.formatFits || isOfFamily(view, one.unit.requirement)) continue
    if (list.some(other => other.unit.holder === one.unit.holder && isMeant(other))) doubt(one)
  }
}

/** Takes back what a name was thought to say of a piece. */
function doubt(one: Candidate): void {
  one.nameFit = 'none'
  one.total -= one.requirement
  one.requirement = 0
}

/** What names of a requirement are made of besides the rule's own words; of names without such words nothing. */
function shapesOf({ names }: Requirement): string[] {
  return names.map(({ parts }) => shapeOf(parts, text => text.replace(/\p{L}[\p{L}\p{M}\p{N}]*/gu, '*'))).filter(shape => shape.includes('*'))
}

const shapeOf = (parts: Template['parts'], shapeOfText: (text: string) => string): string =>
  parts.map(part => (part.kind === 'field' ? `{${part.name}}` : shapeOfText(part.text))).join('')

/**
 * A name that is alike a piece by its holder's name alone, or by a day besides where another piece takes its words for somebody's own, says
 * nothing of which of the holder's pieces it is that belong in its folder, and in its format.
 */
function heedAlike(list: readonly Candidate[]): void {
  const isRival = (one: Candidate, other: Candidate) => other !== one && other.unit.holder === one.unit.holder && other.unit.owed && isAtHome(other)
    && (one.byHolder ? other.nameFit === 'none' || other.byHolder : takesWords(other))
  const doubtful = list.filter(one => one.leavesWords && isAtHome(one) && list.some(other => isRival(one, other)))
  for (const one of doubtful) one.nameFit = 'none'
}

/**
 * A name that says of one piece only words and values that another of the same holder's has as well, in whose folder and format it lies, is the
 * other; so is one that is somebody's own words there, and a number or day here: "Fotos/KH_1.jpg" is no sound that is called 1.
 */
function heedHomes(view: FileView, list: readonly Candidate[]): void {
  for (const one of list) {
    const isText = one.nameFit === 'open'
    if (!(isText || one.nameFit === 'near') || one.unit.requirement.names.length === 0 || !isElsewhere(one)) continue
    const { said } = wordsSaid(view, one.unit.requirement)
    const isMeant = (other: Candidate) => {
      const own = ownWords(other.unit.requirement).flat()
      return other.unit.holder === one.unit.holder && other.unit.owed && other.nameFit === 'none' && isAtHome(other)
        && said.every(word => own.includes(word)) && (said.length > 0 || (isText ? tellsValue(other) : tellsSame(one, other)))
    }
    const [home, ...more] = list.filter(isMeant)
    if (!home || more.length > 0) continue
    one.nameFit = 'none'
    home.nameFit = 'near'
  }
}

/** Whether a name tells every value of one piece for another one, too. */
const tellsSame = ({ captures }: Candidate, other: Candidate): boolean =>
  Object.entries(captures).every(([field, value]) => {
    const own = ownOf(other.captures, field)
    return own === value || Number(own) === Number(value)
  })

/** Whether the free text of a rule takes words of a name that departs from it. */
const takesWords = ({ nameFit, form, captures }: Candidate): boolean => nameFit === 'near'
  && (form?.name ?? []).some(part => isAnyText(part) && /\p{L}{3}/u.test(ownOf(captures, part.part) ?? ''))

/** Whether a file is of quite another format than its requirement asks for, and lies elsewhere where that asks for a folder. */
export function isOutOfPlace(view: FileView, candidate: Candidate): boolean {
  return isElsewhere(candidate) && !isOfFamily(view, candidate.unit.requirement)
}

/** Whether a file is of another format than is asked for, be it of the same family, and lies elsewhere where a folder is asked for. */
const isElsewhere = ({ unit: { requirement }, formatFits, folderFits }: Candidate): boolean =>
  !formatFits && !(asksFolder(requirement) && folderFits) && requirement.formats.length > 0

const asksFolder = ({ folder }: Requirement): boolean => (folder?.length ?? 0) > 0

/**
 * A name that fits one piece, in the format and the folder of another of the same holder's whose words alone are left out of it, is the other:
 * "drawings/BR-1002_B.pdf" is the drawing, though the model is called so. Where no folder is asked for the format alone says it, of a
 * name that says no word which the first piece has alone.
 */
function heedPlaces(view: FileView, list: readonly Candidate[]): void {
  for (const one of list) {
    if (one.nameFit === 'none' || one.nameFit === 'near' || !isOutOfPlace(view, one)) continue
    const saysOwn = (other: Requirement) => wordsWritten(one.unit.requirement).some(word => /\p{L}{2}/u.test(word) && !wordsWritten(other).includes(word))
    const isThere = ({ unit: { requirement }, folderFits, leavesWords }: Candidate) => (asksFolder(requirement)
      ? folderFits
      : !saysOwn(requirement) && !asksFolder(one.unit.requirement) && !leavesWords && extensionAsked(view, requirement))
    const isMeant = (other: Candidate) => other.unit.holder === one.unit.holder && other.unit.owed && other.nameFit === 'near'
      && other.formatFits && other.unit.requirement.formats.length > 0 && isThere(other)
    if (!list.some(isMeant)) continue
    one.total += WORTH.name.open - WORTH.name[one.nameFit]
    one.nameFit = 'open'
  }
}
