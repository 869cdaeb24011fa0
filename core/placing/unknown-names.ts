import type { Requirement } from '../brief/types'
import { isAddedWord } from '../names/added-words'
import { isKindWord } from '../names/kind-words'
import { monthOf } from '../names/months'
import { isAnyText } from '../names/parts'
import { petNamesOf } from '../names/pet-names'
import { tokensOf } from '../names/tokens'
import { OF_NAME } from '../names/unlike'
import type { Person } from '../roster/types'
import { beginAlike } from '../text/distance'
import { looseKey } from '../text/fold'
import type { EvidenceIndex } from './index'
import type { Candidate } from './score'
import { areBothNames, isAlikeName } from './other-in-place'
import { tellsNobody } from './strangers'
import { findWord, ownWords } from './words-said'

/** Whether a rule asks for what people are called. */
export const asksForNames = ({ names }: Requirement): boolean =>
  names.some(({ parts }) => parts.some(part => part.kind === 'field' && OF_NAME.has(part.name)))

/** Whether a rule asks for the whole name. */
const asksForWhole = ({ names }: Requirement): boolean =>
  names.some(({ parts }) => areBothNames(parts.flatMap(part => (part.kind === 'field' ? [part.name] : []))))

/** Of fewer letters a word nobody knows is no name, and two words do not begin alike. */
const LEAST_LETTERS = 4

/**
 * Whether straight beside a given name stands one word that neither list nor rules know, where the rule asks for both names and no free text: who
 * bears it has another family name. "Video Dario Quandtberg" is not Dario Koch's.
 *
 * @param candidate - whose file it may be, known by nothing but what the name says
 * @param base - the received name
 */
export function isBesideUnknown({ unit: { requirement, people }, form, evidence, nameFit }: Candidate, base: string, index: EvidenceIndex): boolean {
  const [person, ...more] = people
  if (nameFit !== 'near' || !person || more.length > 0 || person.given === '' || person.family === '') return false
  if (!evidence.every(isOfName) || form?.name?.some(isAnyText) || !asksForWhole(requirement)) return false
  const words = base.match(/[\p{L}\p{M}]+/gu) ?? []
  const given = new Set([...tokensOf(person.given), ...petNamesOf(person.given).map(looseKey)])
  const own = ownOf(person)
  if (words.some(word => own.has(looseKey(word)) && !given.has(looseKey(word)))) return false
  const ofRule = ownWords(requirement).flat()
  const [only = -1, ...others] = words.flatMap((word, at) => (!given.has(looseKey(word)) && isUnknown(word, ofRule, index) ? [at] : []))
  const word = words[only] ?? ''
  const isBeside = [words[only - 1], words[only + 1]].some(next => next !== undefined && given.has(looseKey(next)))
  return others.length === 0 && isBeside && /^\p{Lu}\p{Ll}+$/u.test(word) && word.length >= LEAST_LETTERS
    && [person.family, ...person.family.split(/[\s-]/)].every(family => !isAlikeName(looseKey(word), looseKey(family)))
}

/** What somebody is called besides by their given name, as loose keys. */
const ownOf = ({ id, family, group, aliases, fields }: Person): Set<string> =>
  new Set([id, family, group, ...aliases, ...Object.values(fields)].flatMap(tokensOf))

const isOfName = (one: Candidate['evidence'][number]): boolean =>
  (one.kind === 'named' ? one.where === 'name' : one.kind === 'words' || one.kind === 'format')

/** Whether a word is none of the list, of the rules or of everyday words about files and works, nor begins or ends as one. */
function isUnknown(word: string, ofRule: readonly string[], index: EvidenceIndex): boolean {
  const key = looseKey(word)
  if (index.hasWord(key) || index.isListed(word) || tellsNobody(word) || isAddedWord(word) || monthOf(word) !== undefined) return false
  const isOfRule = (own: string) => findWord(own, [key]).letters > 0 || beginAlike(own, key, LEAST_LETTERS)
  return !ofRule.some(isOfRule) && !Array.from(key, (_, at) => key.slice(at)).some(end => end.length >= LEAST_LETTERS && isKindWord(end))
}
