import type { Requirement } from '../brief/types'
import { numberOfWord } from '../names/number-words'
import { tokensOf } from '../names/tokens'

/** A word of a rule's own with the number behind it: homework 2, and hw 2 of {family}_HW2. */
interface Numbered { word: string, number: number }

/** The numbered words by which requirements of one brief are told apart: those that another one has with another number. */
const TELLING = new WeakMap<Requirement, readonly Numbered[]>()

function numberedIn({ title, names }: Requirement): Numbered[] {
  const literals = names.flatMap(({ parts }) => parts.flatMap(part => (part.kind === 'literal' ? [part.text] : [])))
  return [title, ...literals].flatMap((text) => {
    const tokens = tokensOf(text)
    return tokens.flatMap((word, at) => {
      const number = tokens[at + 1] ?? ''
      return /^\p{L}+$/u.test(word) && /^\d{1,2}$/.test(number) ? [{ word, number: Number(number) }] : []
    })
  })
}

/** Keeps by which numbered words each requirement of a brief is told from the others. */
export function knowNumbered(requirements: ReadonlySet<Requirement>): void {
  const all = [...requirements].map(requirement => ({ requirement, own: numberedIn(requirement) }))
  for (const { requirement, own } of all) {
    const isTelling = ({ word, number }: Numbered) => all.some(other => other.requirement !== requirement
      && other.own.some(one => one.word === word) && other.own.every(one => one.word !== word || one.number !== number))
    TELLING.set(requirement, own.filter(isTelling))
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

const numberIn = (token: string | undefined): number | null =>
  (token === undefined || !/^\d{1,2}$/.test(token) ? numberOfWord(token ?? '') : Number(token))

/**
 * Whether a name says the number by which a requirement is told from others of its brief, or theirs: of "HW 2 Ana" that of "Homework 2", and not
 * that of "Homework 1". `null`: neither, or no number tells them apart.
 *
 * @param isWord - whether a word of a name is one of the rule's, slips allowed
 * @returns the word that says it
 */
export function numberSaid(
  base: string, requirement: Requirement, isWord: (token: string, word: string) => boolean,
): { word: string, isOwn: boolean } | null {
  const telling = TELLING.get(requirement) ?? []
  const tokens = telling.length === 0 ? [] : tokensOf(base)
  let other: string | undefined
  for (const [at, token] of tokens.entries()) {
    const own = telling.filter(({ word }) => token === word || isWord(token, word) || isShort(token, word))
    const number = own.length === 0 ? null : numberIn(tokens[at + 1]) ?? numberIn(tokens[at - 1])
    if (number === null) continue
    if (own.some(one => one.number === number)) return { word: token, isOwn: true }
    other ??= token
  }
  return other === undefined ? null : { word: other, isOwn: false }
}
