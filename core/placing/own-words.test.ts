import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf, toldOf } from '../../tests/small-rounds'

// common practice, no source: what stands beside somebody's own words in a name is none of them

describe('the number of a picture beside its title', () => {
  const contest: Rules = {
    list: 'id,Name\nE12,Joost Kramer\nE15,Ana Sofia Reis\nE21,Dele Akande',
    requirements: [{
      id: 'pic', title: 'Picture', name: '{id}_{n}_{t}', fields: { n: { type: 'number', from: 1, to: 3 }, t: { type: 'text' } }, folder: '{id}',
      formats: [{ id: 'jpg' }], count: { from: 3, to: 3, by: 'n' },
    }],
  }
  test.each([
    ['E15/Ana_Sofia_1_Mercado.jpg', 'E15/E15_1_Mercado.jpg'], ['E15/Ana_Sofia_2_Escadas (1).jpg', 'E15/E15_2_Escadas.jpg'],
    ['E21/Akande_Lagos 2.jpg', 'E21/E21_2_Lagos.jpg'], ['E12/3 Kap 4.jpg', 'E12/E12_3_Kap 4.jpg'],
    ['E12/E12_2_Route 2.jpg', null],
  ])('%s belongs at %s', async (path, right) => expect((await toldOf(contest, path)).get(path)).toMatchObject({ right }))
})

describe('a thesis with the year it is of', () => {
  const theses: Rules = {
    list: 'id,family,given\n7002,Bär,Till\n7004,Dorn,Finn',
    requirements: [
      {
        id: 'thesis', title: 'Bachelorarbeit', name: '{family}_{given}_{titel}_{y}', formats: [{ id: 'pdf' }],
        fields: { titel: { type: 'text' }, y: { type: 'number', digits: 4, from: 2026, to: 2026 } },
      },
      {
        id: 'abstract', title: 'Abstract', name: '{family}_{given}_abstract_{lang}', fields: { lang: { type: 'choice', values: ['de', 'en'] } },
        formats: [{ id: 'docx' }], count: { from: 2, to: 2 },
      },
      { id: 'oath', title: 'Eigenständigkeitserklärung', name: '{family}_{given}_erklaerung', formats: [{ id: 'pdf' }] },
    ],
  }
  test('the year is no part of its title, wherever it stands', async () => {
    const told = await toldOf(theses, 'Dorn BA 2026 Lärmschutz Bahn.pdf', 'Bär_Till_2026 Wärme.pdf')
    expect(told.get('Dorn BA 2026 Lärmschutz Bahn.pdf')).toMatchObject({ at: 'thesis 7004', right: 'Dorn_Finn_Lärmschutz Bahn_2026.pdf' })
    expect(told.get('Bär_Till_2026 Wärme.pdf')).toMatchObject({ right: 'Bär_Till_Wärme_2026.pdf' })
  })

  test('a day is neither its year nor its title, and stands before none that tells both', async () => {
    const told = await toldOf(theses, 'Dorn BA 2026 Lärmschutz Bahn.pdf', 'Dorn Scan_20261118.pdf')
    expect(told.get('Dorn BA 2026 Lärmschutz Bahn.pdf')?.at).toBe('thesis 7004')
    expect(told.get('Dorn Scan_20261118.pdf')?.right ?? '').not.toContain('20261118')
  })

  test('BA is a Bachelorarbeit; any four letters are in a word of twenty-six', async () => {
    expect(await roundOf(theses, 'BA Dorn.pdf', 'dorn summary engl.docx', 'dorn abstract.docx')).toEqual({
      'BA Dorn.pdf': 'thesis 7004', 'dorn abstract.docx': 'abstract 7004', 'dorn summary engl.docx': 'abstract 7004',
    })
  })
})

test('a version behind somebody\'s own words is read with other signs before it, and words of state behind', async () => {
  const articles: Rules = {
    list: 'id,family,given\n1,Wirth,Petra\n2,Roy,Quentin', strictness: { letterCase: 'exact', separators: 'exact' },
    requirements: [{
      id: 'art', title: 'Article', name: '{family}_{slug}_v{v}', fields: { slug: { type: 'text' }, v: { type: 'version', digits: 1 } },
      formats: [{ id: 'docx' }],
    }],
  }
  const told = await toldOf(articles, 'Wirth - School meals v3 final.docx', 'Roy_Vinyl revival.docx')
  expect(told.get('Wirth - School meals v3 final.docx')?.right).toBe('Wirth_School meals_v3.docx')
  expect(told.get('Roy_Vinyl revival.docx')?.right).toBe('Roy_Vinyl revival_v{v}.docx')
})

test('most of a title says the piece where nothing stands besides that is not known', async () => {
  const forms: Rules = {
    list: 'id,given,family\nE-01,Amélie,Fournier\nE-02,Jarek,Sobczak',
    requirements: [
      { id: 'tor', title: 'Transcript of records', name: '{id}_{family}_ToR', formats: [{ id: 'pdf' }] },
      {
        id: 'la', title: 'Learning agreement', name: '{id}_{family}_LA_{stage}', formats: [{ id: 'pdf' }],
        fields: { stage: { type: 'choice', values: ['before', 'during'] } },
      },
    ],
  }
  const [said, other] = ['E02_Sobczak_transcript.pdf', 'E01_Fournier_agreement.pdf']
  expect(await roundOf(forms, said, other)).toEqual({ [said]: 'tor E-02', [other]: 'la E-01' })
})

test('of several who are named one did it, where the name says so', async () => {
  const reviews: Rules = {
    list: 'id,given,family\nS1,Priya,Nair\nS2,Connor,Shaw',
    requirements: [{
      id: 'review', title: 'Peer review', name: '{id}_review_of_{other}', formats: [{ id: 'docx' }], fields: { other: { type: 'text' } },
    }],
  }
  const [said, neither] = ['Peer review of Priya by Connor.docx', 'Peer review Priya Connor.docx']
  const told = await toldOf(reviews, said)
  expect(told.get(said)).toMatchObject({ at: 'review S2', right: 'S2_review_of_Priya.docx' })
  expect(await roundOf(reviews, neither)).toEqual({ [neither]: 'unplaced' })
})
