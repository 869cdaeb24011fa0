import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf } from '../../tests/small-rounds'
import { isAddedWord } from './added-words'
import { isDefaultWord } from './default-names'
import { isFamilyName } from './family-names'
import { isGivenName } from './given-names'
import { kindsOf } from './kind-senses'
import { KIND_WORDS, isKindWord } from './kind-words'
import { monthOf } from './months'
import { numberOfWord } from './number-words'
import { PET_NAMES } from './pet-names'

describe('given names', () => {
  test('are known in any letters, and short ones are not told from words', () => {
    expect(['Jörg', 'jorg', 'ŁUKASZ', 'Oswald', 'Fatima', 'Håvard'].map(isGivenName)).toEqual([true, true, true, true, true, true])
    expect(['Ute', 'Jan', 'Vulkane', 'Noor2', ''].map(isGivenName)).toEqual([false, false, false, false, false])
    // what somebody is called for short has its whole name there
    for (const entry of Object.values(PET_NAMES).flat()) {
      const [name = ''] = entry.split(':')
      expect(isGivenName(name), name).toBe([...name].length > 3)
    }
  })

  test('are none of the words that say what a piece is, its state, a month or a number', () => {
    const words = [...Object.values(KIND_WORDS).flat(), 'final', 'draft', 'version', 'March', 'Januar', 'zweite', 'Untitled', 'Scan']
    const named = words.filter(isGivenName)
    expect(named).toEqual([])
    for (const name of ['Martin', 'Julia', 'Sofia']) {
      expect([isKindWord(name), kindsOf(name).length > 0, isAddedWord(name), isDefaultWord(name), monthOf(name), numberOfWord(name)])
        .toEqual([false, false, false, false, undefined, null])
    }
  })

  test('are none of the family names that tell strangers, nor are these words about works', () => {
    expect(['Müller', 'kowalski', 'NGUYEN', 'O\'Brien', 'Sørensen'].map(isFamilyName)).toEqual([true, true, true, true, true])
    expect(['Wolf', 'Stein', 'Sommer', 'Martin', 'Heidelberg', ''].map(isFamilyName)).toEqual([false, false, false, false, false, false])
    const words = [...Object.values(KIND_WORDS).flat(), 'final', 'draft', 'version', 'March', 'Januar', 'zweite', 'Untitled', 'Scan']
    expect(words.filter(isFamilyName)).toEqual([])
  })

  // common practice, no source: another given name beside a family name is another person's
  const PAPERS: Rules = {
    list: 'id,given,family,group\n1,Aisha,Noor,Blue\n2,Jan Peter,Kern,Blue\n3,Oswald,Frey,Green',
    requirements: [{ id: 'hyg', title: 'Hygiene certificate', name: '{id}_{family}_hygiene', formats: [{ id: 'pdf' }] }],
  }
  test.each([
    ['Noor hygiene.pdf', 'hyg 1', 'the family name alone'], ['Aisha Noor hygiene.pdf', 'hyg 1', 'their own'],
    ['Gerhard Noor hygiene.pdf', 'unplaced', 'another one before it'], ['Noor_Martin_hygiene.pdf', 'unplaced', 'or behind it'],
    ['1_Noor_Martin_hygiene.pdf', 'hyg 1', 'which a number that is theirs outweighs'],
    ['Peter Kern hygiene.pdf', 'hyg 2', 'a further one of their own'],
    ['Noor ward Martin hygiene.pdf', 'hyg 1', 'one that does not stand beside it'], ['Noor Protokoll hygiene.pdf', 'hyg 1', 'another word'],
    ['Oswald hygiene.pdf', 'hyg 3', 'whoever bears it'],
  ])('%s is %s: %s', async (path, at) => expect(await roundOf(PAPERS, path)).toEqual({ [path]: at }))

  // names of two people of the list side by side are neither one's: a third one is meant
  const TALKS: Rules = {
    list: 'id,given,family,group\n1,Emma,Schmidt,5a\n3,Jan,Müller,5a\n4,Lena,Krause,5a\n5,Tobias,Lang,5b',
    requirements: [
      { id: 'ref', title: 'Referat', name: '{group}_{family}_{given}_Referat', formats: [{ id: 'pptx' }], folder: '{group}' },
      { id: 'hand', title: 'Handout', name: '{group}_{family}_Handout', formats: [{ id: 'docx' }], folder: '{group}' },
    ],
  }
  test.each([
    ['Emma Krause Referat.pptx', 'unplaced'], ['5a/Krause_Emma_Referat.pptx', 'unplaced'], ['Referat Jan Schmidt.pptx', 'unplaced'],
    ['Lang_Emma_Handout.docx', 'unplaced'], ['Handout Tobias Krause.docx', 'unplaced'],
    ['Emma Schmidt Referat.pptx', 'ref 1'], ['Krause Referat.pptx', 'ref 4'], ['5a/Jan Handout.docx', 'hand 3'],
    // one named in full is that one, whoever stands beside
    ['Jan Müller Krause Handout.docx', 'hand 3'],
  ])('%s is %s', async (path, at) => expect(await roundOf(TALKS, path)).toEqual({ [path]: at }))
})
