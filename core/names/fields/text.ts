import { whole } from '../../shapes/shape'
import { isWordEdge } from '../word-edges'
import type { FreeField } from './type'

/** Free text of at least one character. */
export interface TextRule { type: 'text', minLength: number, maxLength: number }

const MOST = 250
/** What free text without a bound of its own is thought to take. */
const USUAL = 30

const options = { minLength: whole(1, MOST), maxLength: whole(1, MOST) }

export const text: FreeField<TextRule, typeof options> = {
  options,
  normalise: ({ minLength = 1, maxLength = MOST }) => ({ type: 'text', minLength, maxLength }),
  problems: ({ minLength, maxLength }) => (minLength > maxLength
    ? [{ at: '', message: `minLength ${minLength} is more than maxLength ${maxLength}` }]
    : []),
  words: ['text', 'title', 'titel', 'titre', 'título', 'titolo', 'topic', 'thema', 'subject', 'description'],
  digits: false,
  runsOn: false,
  ordered: false,
  openness: 3,
  anyText: true,
  ends(received, position, rule) {
    const ends: number[] = []
    for (let end = position + rule.minLength; end <= Math.min(received.text.length, position + rule.maxLength); end++) ends.push(end)
    return ends
  },
  take(name, rule, _, take) {
    // whole words only; cheaper by the character than extra text, so that fixed parts still find their own letters
    const edges = Array.from({ length: name.length + 1 }, (_, place) => place).filter(place => isWordEdge(name, place))
    for (const start of edges) {
      for (const end of edges) {
        if (end - start >= rule.minLength && end - start <= rule.maxLength) take(start, end, 0.01 * (end - start))
      }
    }
  },
  read: actual => actual,
  tell: () => null,
  ways: () => null,
  build(rule, open, automaton) {
    let here = open
    for (let length = 0; length < rule.minLength; length++) here = [automaton.step(here, { not: '/' })]
    const [last] = here
    // as long as it may be is as good as endless here
    if (last !== undefined && rule.maxLength > rule.minLength) automaton.repeat(last, { not: '/' })
    return [...here]
  },
  fits: (name, rule) => name.length <= rule.maxLength,
  sample: () => 'text',
  longest: ({ maxLength }) => (maxLength < MOST ? maxLength : USUAL),
}
