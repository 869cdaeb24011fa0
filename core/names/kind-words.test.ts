import { describe, expect, test } from 'vitest'
import { looseKey } from '../text/fold'
import { isAddedWord } from './added-words'
import { explainParts } from './explain'
import { readField } from './fields/index'
import { isKindWord, KIND_WORDS } from './kind-words'
import { expandParts, fillTemplate, writtenParts } from './parts'
import { parseTemplate } from './template'

const ANY = { letterCase: 'ignore', separators: 'ignore', accents: 'ignore' } as const
const text = readField({ type: 'text' }, false).rule

/** The name that is asked for of what a person wrote, with the person's own words in it. */
function asked(template: string, values: Record<string, string>, received: string): string {
  const parts = writtenParts(fillTemplate(parseTemplate(template), { topic: text }, values), ANY)
  return expandParts(parts, explainParts(parts, received, { strictness: ANY }).captures)
}

describe('words that say what kind of work something is', () => {
  test.each(Object.entries(KIND_WORDS))('%s: each is known in any letters, and tells no state', (_, words) => {
    for (const word of words) expect([word, isKindWord(looseKey(word.toUpperCase())), isAddedWord(word)]).toEqual([word, true, false])
  })

  test('a word of somebody\'s own is none', () => {
    expect(['volcanoes', 'bang', 'tenger', 'hocker'].filter(isKindWord)).toEqual([])
  })
})

// common practice, no source: the word that the rule asks for is left out or another one is written, and the title has several words
describe('where the rule\'s own word is missing, what stands in its place', () => {
  const carr = { family: 'Carr', given: 'Ben' }
  test.each([
    ['Ben Carr - The Big Bang', 'Carr_Ben_presentation_The Big Bang'], ['Carr_Ben_The Big Bang', 'Carr_Ben_presentation_The Big Bang'],
    ['Ben the big bang', 'Carr_Ben_presentation_the big bang'], ['Carr_Ben_The_Big_Bang', 'Carr_Ben_presentation_The_Big_Bang'],
    ['Ben Big Bang', 'Carr_Ben_presentation_Big Bang'],
  ])('%s: belongs to somebody\'s own words', (received, name) => {
    expect(asked('{family}_{given}_presentation_{topic}', carr, received)).toBe(name)
  })

  test.each([
    ['Carr Ben slides Volcanoes', 'Volcanoes'], ['Carr_Ben_slides_Volcanoes', 'Volcanoes'], ['Ben Carr slides - volcanoes', 'volcanoes'],
    ['Carr Ben slides Big Bang', 'Big Bang'], ['Ben Carr pressentation volcanoes', 'volcanoes'], ['Carr_Ben_pres_Big Bang', 'Big Bang'],
    ['Carr_Ben_Referat_Vulkane', 'Vulkane'], ['ben carr presentations school uniforms FINAL', 'school uniforms'],
    ['Carr_Ben_Lecture_Big Bang', 'Big Bang'],
  ])('%s: says what kind of work it is, or is the rule\'s word with a slip', (received, topic) => {
    expect(asked('{family}_{given}_presentation_{topic}', carr, received)).toBe(`Carr_Ben_presentation_${topic}`)
  })

  test('a short first word is none of a long one of the rule\'s', () => {
    const csenge = { k: '7.b', family: 'Szűcs', given: 'Csenge' }
    expect(asked('{k}_{family}_{given}_fogalmazas_{topic}', csenge, 'Szucs Csenge - A tenger')).toBe('7.b_Szűcs_Csenge_fogalmazas_A tenger')
  })

  test('behind somebody\'s own words it is theirs as well', () => {
    expect(asked('{topic}_poster_{family}', carr, 'Volcanoes of Chile Carr')).toBe('Volcanoes of Chile_poster_Carr')
    expect(asked('{topic}_poster_{family}', carr, 'Big Bang picture Carr')).toBe('Big Bang_poster_Carr')
  })
})
