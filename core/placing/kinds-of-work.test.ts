import { describe, expect, test } from 'vitest'
import { kindsOf } from '../names/kind-senses'
import type { Rules } from '../../tests/small-rounds'
import { roundOf } from '../../tests/small-rounds'

// common practice, no source: what people call one kind of work, in their own words or another language

const pdf = [{ id: 'pdf' }]

describe('a word for the same kind of work', () => {
  const FILE: Rules = {
    list: 'id,given,family\n1,Ana,Marsh\n2,Ben,Wade',
    requirements: [
      { id: 'cv', title: 'Vita', name: '{family}_Vita', formats: pdf }, { id: 'talk', title: 'Talk', name: '{family}_Talk', formats: pdf },
      { id: 'report', title: 'Report', name: '{family}_Report', formats: pdf }, { id: 'offer', title: 'Offer', name: '{family}_Offer', formats: pdf },
      { id: 'annex', title: 'Annex', name: '{family}_Annex', formats: pdf }, { id: 'mandate', title: 'Mandate', name: '{family}_M', formats: pdf },
      { id: 'bank', title: 'Bank statement', name: '{family}_bank', formats: pdf },
      { id: 'notes', title: 'Notes', name: '{family}_Notes', formats: pdf },
      { id: 'oath', title: 'Declaration', name: '{family}_Declaration', formats: pdf },
      { id: 'let', title: 'Lease', name: '{family}_Lease', formats: pdf }, { id: 'over', title: 'Handover', name: '{family}_Handover', formats: pdf },
      { id: 'key', title: 'Solution', name: '{family}_Solution', formats: pdf },
      { id: 'shots', title: 'Vaccination', name: '{family}_Vaccination', formats: pdf },
      { id: 'permit', title: 'Licence', name: '{family}_Licence', formats: pdf },
    ],
  }
  test.each([
    ['Marsh CV.pdf', 'cv 1'], ['Lebenslauf Wade.pdf', 'cv 2'], ['Wade Folien.pdf', 'talk 2'], ['Ana Marsh - slides.pdf', 'talk 1'],
    ['rapport_Marsh.pdf', 'report 1'],
    ['Marsh Referat.pdf', 'talk 1'], ['Bericht Ben Wade.pdf', 'report 2'],
    ['Notizen Ana Marsh.pdf', 'notes 1'], ['Marsh Anhang.pdf', 'annex 1'], ['Kontoauszug Wade.pdf', 'bank 2'], ['Vollmacht Marsh.pdf', 'mandate 1'],
    ['Erklärung Marsh.pdf', 'oath 1'], ['Lsg Marsh.pdf', 'key 1'], ['Mietvertrag Wade.pdf', 'let 2'], ['Übergabe Marsh.pdf', 'over 1'],
    ['Musterlösung Wade.pdf', 'key 2'], ['Impfausweis Wade.pdf', 'shots 2'],
    ['Führerschein Ben Wade.pdf', 'permit 2'],
    ['Angebot Wade neu.pdf', 'offer 2'], ['devis Marsh.pdf', 'offer 1'],
  ])('tells what it is: %s is %s', async (path, at) => {
    expect(Object.values(await roundOf(FILE, path))).toEqual([at])
  })

  test('tells nothing where two pieces are of that kind, or none is', async () => {
    const films: Rules = {
      list: FILE.list,
      requirements: [
        { id: 'a', title: 'Video of the play', name: '{family}_play', formats: pdf },
        { id: 'b', title: 'Film of the set', name: '{family}_set', formats: pdf },
      ],
    }
    expect(Object.values(await roundOf(films, 'Marsh movie.pdf'))).toEqual(['unplaced'])
    expect(Object.values(await roundOf(FILE, 'Marsh Rechnung.pdf'))).toEqual(['unplaced'])
  })

  test('goes behind the rule\'s own word', async () => {
    expect(Object.values(await roundOf(FILE, 'Marsh report slides.pdf', 'Wade Talk CV Report.pdf'))).toContain('report 1')
  })
})

test.each([
  ['shownotes Marsh.pdf', 'notes 1'], ['Marsh show.pdf', 'show 1'],
])('two words of a title may be written as one: %s is %s', async (path, at) => {
  const radio: Rules = {
    list: 'id,given,family\n1,Ana,Marsh\n2,Ben,Wade',
    requirements: [
      { id: 'show', title: 'Show', name: '{family}_S', formats: pdf }, { id: 'notes', title: 'Show notes', name: '{family}_N', formats: pdf },
    ],
  }
  expect(Object.values(await roundOf(radio, path))).toEqual([at])
})

test('a word of two kinds stands for both of them', () => {
  // in French and English a résumé is a summary, or tells a life
  expect(kindsOf('resume').length).toBe(2)
  expect(kindsOf('marsh')).toEqual([])
})
