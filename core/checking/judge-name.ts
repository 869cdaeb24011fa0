import type { Requirement } from '../brief/types'
import type { Acceptance } from '../formats/accept'
import { acceptedExtensions, extensionsFor } from '../formats/accept'
import { extensionFits, formatById, formatsOfExtension } from '../formats/registry'
import { lengthOfState } from '../names/added-words'
import type { ExplainContext } from '../names/explain'
import type { Difference } from '../names/difference'
import { explainParts } from '../names/explain'
import { splitExtension } from '../names/extension'
import { findLookAlikes, lookOfParts, plainLook } from '../names/look-alikes'
import { matchParts } from '../names/match'
import type { Captures, NamePart } from '../names/parts'
import { expandParts, isAnyText } from '../names/parts'
import { tellNumbers } from '../names/number-kinds'
import { shortParticles } from '../names/particles'
import { petNamesOf } from '../names/pet-names'
import { onlyPlaceholders } from '../names/placeholders'
import { forbiddenCharacters, isDeviceName, isReserved, isTooLong, LONGEST_NAME } from '../names/portability'
import type { UnitForm } from '../brief/forms'
import { namesOf } from '../roster/values'
import type { Person } from '../roster/types'
import { tokensOf } from '../names/tokens'
import type { DefaultName } from '../names/default-names'
import { wordsOfRule } from '../placing/piece-number'
import { copyMarksOf, copyOfText, givenNameOf, stemOf } from '../placing/view'
import type { FileView } from '../placing/view'
import { LIKE } from '../names/spans'
import { commonInOrder, likeness } from '../text/distance'
import { looseKey } from '../text/fold'
import { ownOf } from '../text/own'
import { romanised } from '../text/romanise'
import type { Verdict } from '../findings/finding'

/** What a name is worth against one unit. */
export interface NameVerdict {
  /** `null`: the name fits. */
  verdict: Verdict | null
  differences: Difference[]
  /** The right file name; placeholders `{field}` stand for what cannot be read. */
  corrected: string
  /** The form the name fits or lies nearest to. */
  form: UnitForm
  captures: Captures
}

/**
 * Judges a placed file's name: one cause, one finding.
 *
 * @param view - the file
 * @param forms - all accepted forms of its unit
 * @param known - values settled otherwise, such as the slot's number
 * @param format - what its format means for the requirement
 * @param people - the unit's people, for what else they are called
 * @param ownerOf - whose value of a field a text is, to tell another person's
 */
export function judgeName(
  view: FileView, requirement: Requirement, forms: readonly UnitForm[], known: Captures, format: Acceptance,
  ownerOf: ExplainContext['ownerOf'] = null, people: readonly Person[] = [],
): NameVerdict {
  const first = forms[0] ?? { name: null, folder: null }
  const extension = rightExtension(view.extension, requirement, format)
  const withExtension = (base: string) => (extension ? `${base}.${extension}` : base)
  const fits = (base: string) => fitBase(base, requirement, forms, known)
  const worth = (verdict: Verdict | null, base: string, form: UnitForm, captures: Captures, differences: Difference[] = []): NameVerdict =>
    ({ verdict, differences, corrected: withExtension(base), form, captures })

  if (forms.every(form => form.name === null)) {
    return { ...worth(null, view.base, first, {}), ...judgeExtension(view, requirement, format, extension) }
  }
  const fitting = fitWhole(view, fits)
  if (fitting) {
    // leniency accepts the name as it stands, so its correction is itself
    return { ...worth(null, view.base, fitting.form, fitting.captures), ...judgeExtension(view, requirement, format, extension) }
  }
  const inner = innerExtension(view.base, view.extension, format)
  if (inner) {
    const doubled = fits(inner.base)
    if (doubled) {
      return worth(
        { code: 'name.extension-doubled', params: { inner: inner.extension, outer: view.extension, right: extension } },
        inner.base, doubled.form, doubled.captures,
      )
    }
  }
  for (const { base, mark, at: position } of copyMarksOf(view)) {
    const marked = fits(base)
    if (marked) {
      return worth({ code: 'name.copy-mark', params: { mark } }, base, marked.form, marked.captures,
        [{ part: 'literal', kind: 'extra', range: [position, position + mark.length], expected: '', actual: mark }])
    }
  }
  // asked for again and again, and not at all for most names
  let words: string[] | undefined
  const nearest = nearestForm(view.base, forms, requirement.names.length, {
    strictness: requirement.strictness, known, ownerOf,
    called: () => words ??= [...levelsOfHolder(view, forms), ...people.flatMap(calledOf)].flatMap(tokensOf),
    titled: () => tokensOf(requirement.title), levels: view.levels,
  })
  const wanted = expandParts(nearest.form.name ?? [], nearest.captures)
  const given = programsName(view, requirement, people)
  if (given) {
    const told = { ...daysIn(requirement, nearest.captures), ...known }
    return worth({ code: 'name.default', params: { given, placed: true } }, expandParts(nearest.form.name ?? [], told), nearest.form, told)
  }
  const look = fitLook(view.base, requirement, forms, known)
  if (look) {
    const right = expandParts(look.form.name ?? [], look.captures)
    // what the asked name is written with is foreign to nobody
    const looks = findLookAlikes(view.base).filter(({ char }) => !right.includes(char))
    return worth(
      { code: 'name.look-alike', params: { looks } }, right,
      look.form, look.captures, nearest.differences,
    )
  }
  const characters = forbiddenCharacters(view.base)
  const clean = characters.length > 0 ? withoutForbidden(view.base).map(fits).find(Boolean) : undefined
  if (clean) return worth(
    { code: 'name.forbidden-character', params: { characters } }, expandParts(clean.form.name ?? [], clean.captures), clean.form,
    clean.captures, nearest.differences,
  )
  const unportable = tellUnportable(view, fits)
  if (unportable) return worth(unportable, wanted, nearest.form, nearest.captures)
  if (onlyPlaceholders(nearest.differences, requirement.fields)) {
    const leftIn = nearest.differences.filter(one => one.part !== 'literal').map(one => one.actual)
    return worth({ code: 'name.default', params: { leftIn } }, wanted, nearest.form, nearest.captures, nearest.differences)
  }
  const { params, differences } = tellDiffers(view.base, wanted, nearest)
  return worth({ code: 'name.differs', params }, wanted, nearest.form, nearest.captures, differences)
}

/** How a name fits as it stands: what free text lets through at its end, such as "- Copy", is nobody's own word. */
function fitWhole(view: FileView, fits: (base: string) => ReturnType<typeof fitBase>): ReturnType<typeof fitBase> {
  const fitting = fits(view.base)
  const copied = fitting && copyOfText(view, fitting.form.name ?? [])
  return copied && fits(copied) ? null : fitting
}

/** Levels of the folder that may say whose it is: not those where the rule asks for somebody's own words, which the name may say as well. */
const levelsOfHolder = ({ levels }: FileView, forms: readonly UnitForm[]): string[] =>
  levels.filter((_, at) => !forms.some(({ folder }) => folder?.[at]?.some(isAnyText)))

/** All that somebody may be called. */
const calledOf = (person: Person): string[] =>
  [person.id, ...namesOf(person), ...petNamesOf(person.given), ...shortParticles(person.family)]

/** The days and weeks that a name tells: a device's own name often holds when, and nothing else that was asked for. */
function daysIn({ fields }: Requirement, captures: Captures): Captures {
  return Object.fromEntries(Object.entries(captures).filter(([field]) => ['date', 'week'].includes(ownOf(fields, field)?.type ?? '')))
}

const LEAST_ENDING = 4

/** What a program called a file; `null`: somebody named it, be it with nothing but the rule's own words, as map1 for {n}_map. */
function programsName(view: FileView, requirement: Requirement, people: readonly Person[]): DefaultName | null {
  const given = givenNameOf(view)
  if (given === null) return null
  // what its holder is numbered by is no day
  if (given === 'date' && people.some(({ id }) => looseKey(id) === looseKey(stemOf(view)))) return null
  const own = wordsOfRule(requirement)
  const words = tokensOf(view.base).filter(token => !/^\d+$/.test(token))
  // Foto for what is called Passfoto
  const isOwn = (word: string) => own.some(one => one === word || (word.length >= LEAST_ENDING && one.endsWith(word)))
  return words.length > 0 && words.every(isOwn) ? null : given
}

/** From less than this share of the asked letters and digits, in their order, nothing of a name is there. */
const SOME = 1 / 3

function bearsNothing(base: string, wanted: string, differences: readonly Difference[]): boolean {
  // what stands in another place is there, and so is a day or week that was not asked for
  if (differences.some(one => one.kind === 'order' || one.kind === 'date-range')) return false
  const said = wanted.replace(/\{\w+\}/g, '')
  // in Latin letters it is there as well
  const there = looseKey(base).slice(0, LONGEST_NAME)
  return [said, ...romanised(said)].map(looseKey).every((asked) => {
    const least = asked.length * SOME
    const first = asked.slice(0, LONGEST_NAME)
    // of nearly every name so much is found at a glance
    return asked !== '' && foundInOrder(there, first) < least && commonInOrder(there, first) < least
  })
}

/** At least so many characters two texts have in common in their order: each is taken where it stands next. */
function foundInOrder(text: string, characters: string): number {
  let [found, from] = [0, 0]
  for (const char of characters) {
    const at = text.indexOf(char, from)
    if (at < 0) continue
    found++
    from = at + char.length
  }
  return found
}

type Nearest = ReturnType<typeof nearestForm>

function tellDiffers(base: string, wanted: string, nearest: Nearest): { params: { nothing?: true, only?: string[] }, differences: Difference[] } {
  if (!bearsNothing(base, wanted, nearest.differences)) return { params: {}, differences: nearest.differences }
  // a day is there however it is written
  const isDay = (text: string) => /\p{L}{3}/u.test(text) || (/\d/.test(text) && text.length > 4)
  const days = nearest.differences.filter(one => isDay(one.actual) && ownOf(nearest.captures, one.part) !== undefined).map(one => one.actual)
  const only = [...wordsThere(base, wanted).filter(word => !days.some(day => day.includes(word))), ...days].slice(0, 3)
  return { params: { nothing: true, ...(only.length > 0 ? { only } : {}) }, differences: absentParts(nearest) }
}

/** Words of a name that stand in the asked one as well: whole ones, else what letters and digits they are made of. */
function wordsThere(base: string, wanted: string): string[] {
  const wordsOf = (text: string, pattern: RegExp) => text.match(pattern) ?? []
  const asked = new Set([WORDS, LETTERS_OR_DIGITS].flatMap(pattern => wordsOf(wanted.replace(/\{\w+\}/g, ' '), pattern)).map(wordKey))
  const days = tellNumbers(base).filter(one => one.kind === 'date').map(one => one.text)
  // a figure of a day is no word of the name
  const isOfDay = (word: string) => /^\d+$/.test(word) && days.some(day => day.includes(word))
  const isThere = (word: string) => (word.length > 1 || word.length === base.length) && asked.has(wordKey(word)) && !isOfDay(word)
  return wordsOf(base, WORDS).flatMap(word => (isThere(word) ? [word] : wordsOf(word, LETTERS_OR_DIGITS).filter(isThere))).slice(0, 3)
}
/** A figure is the same with zeros before it and without. */
const wordKey = (word: string): string => looseKey(word).replace(/^0+(?=\d)/, '')
const WORDS = /[\p{L}\p{M}\p{N}]+/gu
const LETTERS_OR_DIGITS = /[\p{L}\p{M}]+|\p{N}+/gu

/** Every part of the asked name as not there. */
function absentParts({ form, captures }: { form: UnitForm, captures: Captures }): Difference[] {
  return (form.name ?? []).map(part => ({
    part: part.part, kind: 'absent', range: [0, 0], expected: expandParts([part], captures), actual: '',
  }))
}

/** A name that some systems cannot keep, whatever else is wrong with it. */
function tellUnportable(view: FileView, fits: (base: string) => unknown): Verdict | null {
  if (isDeviceName(view.name)) return { code: 'name.reserved', params: { device: true } }
  if (isReserved(view.name) && fits(view.base.trim().replace(/[ .]+$/, ''))) return { code: 'name.reserved', params: { device: false } }
  return isTooLong(view.name, view.file.path) ? { code: 'name.too-long', params: {} } : null
}

/** A name as it may have been meant before forbidden characters got into it. */
function withoutForbidden(base: string): string[] {
  // eslint-disable-next-line no-control-regex -- control characters are among the forbidden ones
  return ['', '-', '_', ' '].map(by => base.replace(/[<>:"\\|?*\u0000-\u001F]/g, by))
}

/** Whether a name fits once it is taken as it looks. */
function fitLook(base: string, requirement: Requirement, forms: readonly UnitForm[], known: Captures): { form: UnitForm, captures: Captures } | null {
  const look = plainLook(base)
  if (look === base) return null
  const looks = forms.map(form => ({ ...form, name: form.name && lookOfParts(form.name) }))
  const fit = fitBase(look, requirement, looks, known)
  const form = fit && forms[looks.indexOf(fit.form)]
  return fit && form ? { form, captures: fit.captures } : null
}

function fitBase(base: string, requirement: Requirement, forms: readonly UnitForm[], known: Captures): { form: UnitForm, captures: Captures } | null {
  const { strictness, count } = requirement
  for (const form of forms) {
    const match = form.name && matchParts(form.name, base, strictness, count.by)
    if (!match) continue
    const agrees = Object.entries(known)
      .every(([field, value]) => ownOf(match.captures, field) === undefined || Number(match.captures[field]) === Number(value))
    if (agrees) return { form, captures: match.captures }
  }
  return null
}

/** Whether a name says anything that one member's form has of its own, beside the first member's. */
function isSaid(name: readonly NamePart[], ofFirst: readonly NamePart[], differences: readonly Difference[]): boolean {
  const textOf = (part: NamePart | undefined) => (part?.kind === 'fixed' ? part.texts[0] : undefined)
  const own = name.filter((part, at) => textOf(part) !== textOf(ofFirst[at])).map(one => one.part)
  const isAway = ({ kind, actual, expected }: Difference) => kind === 'absent' || kind === 'other-person' || likeness(actual, expected) < LIKE
  return own.length === 0 || own.some(field => !differences.some(one => one.part === field && one.kind !== 'extra' && isAway(one)))
}

/** @param templates - how many forms one member has */
function nearestForm(
  base: string, forms: readonly UnitForm[], templates: number, context: ExplainContext,
): { form: UnitForm, captures: Captures, differences: Difference[], cost: number } {
  let best: { form: UnitForm, captures: Captures, differences: Difference[], cost: number } | null = null
  for (const [at, form] of forms.slice(0, 24).entries()) {
    if (!form.name) continue
    const explanation = explainParts(form.name, base, context)
    // what only tells the state of a work is no value of another form
    const cost = explanation.cost - lengthOfState(explanation.differences)
    // of members whom a name says nothing of the first on the list counts: a shorter name lies no nearer
    const ofFirst = forms[at % templates]?.name ?? form.name
    if (!best || (cost < best.cost && isSaid(form.name, ofFirst, explanation.differences))) best = { form, ...explanation, cost }
  }
  return best ?? { form: forms[0] ?? { name: null, folder: null }, captures: context.known, differences: [], cost: 0 }
}

/** `mesh.stl.txt`: the inner extension fits the content, or is the outer one once more. */
function innerExtension(base: string, extension: string, format: Acceptance): { base: string, extension: string } | null {
  const inner = splitExtension(base)
  if (inner.extension === '' || extension === '') return null
  const lower = inner.extension.toLowerCase()
  const fits = formatById(format.id)?.extensions.includes(lower) ?? false
  return fits || lower === extension.toLowerCase() ? inner : null
}

/** The extension the corrected name bears: the received one where it is right, else the format's usual or the first asked one. */
export function rightExtension(received: string, requirement: Requirement, format: Acceptance): string {
  const lower = received.toLowerCase()
  const usual = format.fits ? extensionsFor(format) : acceptedExtensions(requirement.formats)
  const honest = format.accepted === null && format.fits && extensionFits(format.id, received) === true
  const extension = honest || usual.includes(lower) ? received : usual[0] ?? received
  return inAskedCase(extension, requirement)
}

function inAskedCase(extension: string, { extensionCase }: Requirement): string {
  if (extensionCase === 'lower') return extension.toLowerCase()
  return extensionCase === 'upper' ? extension.toUpperCase() : extension
}

/** The extension alone, where the rest of the name fits. Disguises are the format's matter, not the name's. */
function judgeExtension(view: FileView, requirement: Requirement, format: Acceptance, right: string): Partial<NameVerdict> {
  if (view.extension === '') {
    return format.fits && right !== '' && format.id !== 'unknown' && format.id !== 'empty'
      ? { verdict: { code: 'name.extension-missing', params: { format: format.id, asked: right } } }
      : {}
  }
  const inner = innerExtension(view.base, view.extension, format)
  if (inner && requirement.names.length === 0 && formatsOfExtension(inner.extension.toLowerCase()).length > 0) {
    return {
      verdict: { code: 'name.extension-doubled', params: { inner: inner.extension, outer: view.extension, right: null } },
      corrected: `${inner.base}.${right}`,
    }
  }
  const cased = inAskedCase(view.extension, requirement)
  if (cased !== view.extension && right.toLowerCase() === view.extension.toLowerCase()) {
    return { verdict: { code: 'name.extension-case', params: { received: view.extension, asked: cased } } }
  }
  return {}
}
