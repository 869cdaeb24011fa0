import type { Requirement } from '../brief/types'
import type { ChoiceRule } from '../names/fields/choice'
import { freeField } from '../names/fields/index'
import { wordsOfSenses } from '../names/fields/sense-words'
import { monthOf } from '../names/months'
import { isOrdinalEnding, numberOfWord, placeInAlphabet } from '../names/number-words'
import type { TemplatePart } from '../names/template'
import { tokensOf } from '../names/tokens'
import { foldCase } from '../text/fold'
import { groupBy } from '../text/gather'

/**
 * What of a title or of a rule's own words tells one requirement from others whose are the same but for it: the 2 of "Homework 2" beside
 * "Homework 1", EN of _catalogue_EN beside DE. `beside`: the word next to it; `values`: what all of them have there, `words` those that are words.
 */
interface Telling { value: string, beside: string, values: string[], words: ChoiceRule }

const TELLING = new WeakMap<Requirement, readonly Telling[]>()

/** Every word of a text with what is left of the text without it. */
function gapsOf(text: string): { value: string, beside: string, rest: string }[] {
  const tokens = tokensOf(text)
  return tokens.length < 2
    ? []
    : tokens.map((value, at) => ({
        value, beside: tokens[at - 1] ?? tokens[at + 1] ?? '', rest: tokens.map((token, place) => (place === at ? '' : token)).join(' '),
      }))
}

/**
 * The one word between two signs or fields that a template writes, with what is left of the template without it: `_water_` beside `_electricity_`.
 * It tells something more than the rule's own words do where all of them stand for something of one kind.
 */
function gapsOfTemplate(parts: readonly TemplatePart[]): { value: string, beside: string, rest: string }[] {
  const pieces = parts.map(part => (part.kind === 'field' ? `{${part.name}}` : part.text))
  return parts.flatMap((part, at) => {
    const [value = '', ...more] = part.kind === 'literal' ? tokensOf(part.text) : []
    const isWord = more.length === 0 && value.length >= LEAST_WORD && /^\p{L}+$/u.test(value)
    const rest = pieces.map((piece, place) => (place === at ? piece.replace(/[\p{L}\p{M}]+/gu, '') : piece)).join('|')
    return isWord ? [{ value, beside: '', rest }] : []
  })
}
const LEAST_WORD = 3

/** Keeps by which words each requirement of a brief is told from those that are called the same but for them. */
export function knowTelling(requirements: ReadonlySet<Requirement>): void {
  const all = [...requirements].map((requirement) => {
    const literals = requirement.names.flatMap(({ parts }) => parts.flatMap(part => (part.kind === 'literal' ? [part.text] : [])))
    const ofTemplates = requirement.names.flatMap(({ parts }) => gapsOfTemplate(parts))
    return { requirement, gaps: [...[requirement.title, ...literals].flatMap(gapsOf), ...ofTemplates] }
  })
  const byRest = groupBy(all.flatMap(({ requirement, gaps }) => gaps.map(gap => ({ ...gap, requirement }))), ({ rest }) => rest)
  for (const { requirement, gaps } of all) {
    TELLING.set(requirement, gaps.flatMap(({ value, beside, rest }) => {
      // a word that it has there as well, in its title or its name, tells nobody else
      const own = new Set(gaps.flatMap(gap => (gap.rest === rest ? [gap.value] : [])))
      const others = (byRest.get(rest) ?? []).flatMap(one => (one.requirement === requirement || own.has(one.value) ? [] : [one.value]))
      const values = [...new Set([value, ...others])]
      const words = values.filter(one => one.length > 1 && /^\p{L}+$/u.test(one))
      const isTelling = others.length > 0 && (beside !== '' || wordsOfSenses(values).size > 0)
      return isTelling ? [{ value, beside, values, words: { type: 'choice', values: words, meanings: {} } }] : []
    }))
  }
}

/** So many letters of a word shorten it, the first one among them: hw for homework (common practice, no source). */
const LONGEST_SHORT = 3

function isShort(token: string, word: string): boolean {
  if (token.length < 2 || token.length >= word.length || token[0] !== word[0]) return false
  if (word.startsWith(token)) return true
  let at = 0
  return token.length <= LONGEST_SHORT && [...token].every(letter => (at = word.indexOf(letter, at) + 1) > 0)
}

/** A number or one letter says something only beside the word that it numbers. */
const isSign = (value: string): boolean => /^(?:\d{1,2}|\p{L})$/u.test(value)

/** Which in a row a figure or a word says. */
function numberOf(token: string | undefined): number | null {
  if (token === undefined) return null
  return /^\d{1,2}$/.test(token) ? Number(token) : numberOfWord(token)
}

/** Which in a row a sign is, a letter by its place in the alphabet. */
const placeOf = (sign: string): number | null => (/^[a-z]$/.test(sign) ? placeInAlphabet(sign) : numberOf(sign))

/** The signs that stand in a name beside the word that they number, be it by its first letter alone: T1 for Trabalho 1. */
function signsSaid(base: string, words: readonly string[], { beside, values }: Telling, isWord: (token: string, word: string) => boolean): string[] {
  const signs = values.filter(isSign)
  if (signs.length < 2) return []
  const joined = [...base.matchAll(/(?<![\p{L}\p{N}])(\p{L})(\d{1,2})(?![\p{L}\p{N}])/gu)].filter(([, letter = '']) => beside.startsWith(foldCase(letter)))
  const [[, , joinedTo = ''] = [], ...more] = joined
  if (more.length === 0 && signs.includes(joinedTo)) return [joinedTo]
  const isEnding = (token: string, at: number) => /^\d{1,2}$/.test(words[at - 1] ?? '') && !signs.includes(token) && isOrdinalEnding(token)
  const tokens = words.filter((token, at) => !isEnding(token, at))
  return tokens.flatMap((token, at) => {
    if (token !== beside && !isWord(token, beside) && !isShort(token, beside)) return []
    const [before, behind] = [tokens[at - 1], tokens[at + 1]]
    const place = numberOf(behind) ?? numberOf(before)
    return signs.filter(sign => sign === behind || (place !== null && placeOf(sign) === place))
  })
}

const MONTH_OF_YEAR = /(?<!\d)(?:(?<first>0?[1-9]|1[0-2])[-._ ]20\d\d|20\d\d[-._ ]?(?<second>0[1-9]|1[0-2]))(?![-._]?\d)/

/** The values that the words of a name mean, be it in another language; months by their number before or behind a year, too. */
function valuesSaid(base: string, { words: rule }: Telling): string[] {
  const { values: words } = rule
  if (words.length < 2) return []
  const said = (base.match(/[\p{L}\p{M}]{2,}/gu) ?? []).flatMap(word => freeField(rule).read(foldCase(word), rule) ?? [])
  const { first, second } = MONTH_OF_YEAR.exec(base)?.groups ?? {}
  const month = Number(first ?? second)
  return [...said, ...words.filter(word => monthOf(word) === month)]
}

/**
 * Whether a name says what tells a requirement from those that are called the same but for it, or what tells these.
 *
 * @param isWord - whether a word of a name is one of the rule's, slips allowed
 * @returns what it says of this one, `sure` beside the word that it numbers; `null` where it says the others' alone; `undefined`: nothing
 */
export function tellingSaid(
  base: string, requirement: Requirement, isWord: (token: string, word: string) => boolean,
): { value: string, sure: boolean } | null | undefined {
  const telling = TELLING.get(requirement) ?? []
  const tokens = telling.length === 0 ? [] : tokensOf(base)
  let isOther = false
  for (const one of telling) {
    const signs = isSign(one.value) ? signsSaid(base, tokens, one, isWord) : []
    const said = signs.length > 0 ? signs : valuesSaid(base, one)
    if (said.includes(one.value)) return { value: one.value, sure: signs.length > 0 }
    isOther ||= said.length > 0
  }
  return isOther ? null : undefined
}
