import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf, toldOf } from '../../tests/small-rounds'

// common practice, no source: what tells two files of one place, and two people of one list, apart

describe('of several files for one piece', () => {
  const offers: Rules = {
    list: 'lot,name\nL3,Dunmore Glass\nL4,Arden Paving', strictness: {},
    requirements: [{ id: 'price', title: 'Price sheet', name: '{lot}_{name}_prices', formats: [{ id: 'xlsx' }] }],
  }
  test.each([
    ['L3 dunmore price sheet rev2.xlsx', 'L3 dunmore price sheet.xlsx'], ['dunmore prices v3.xlsx', 'dunmore prices.xlsx'],
    ['Dunmore prices Version 2.xlsx', 'Dunmore prices v1.xlsx'],
  ])('%s comes before %s, though that came later', async (counts, other) => {
    const told = await toldOf(offers, counts, other)
    expect([told.get(counts)?.at, told.get(other)?.at]).toEqual(['price dunmore-glass', 'superseded'])
  })

  test.each([
    ['26-090_xray_lat_2.dcm', '26-090_xray_lat.jpg', 'an accepted format goes before a name that fits'],
    ['26-090_xray_lat.dcm', '26-090_xray_lat_2.dcm', 'of two in that format the name that fits does'],
  ])('of one choice %s comes before %s: %s', async (counts, other) => {
    const rays: Rules = {
      list: 'id,name\n26-090,Stahl',
      requirements: [{
        id: 'x', title: 'X-ray', name: '{id}_xray_{view}', fields: { view: { type: 'choice', values: ['VD', 'LAT'] } }, count: { from: 2, to: 2 },
        formats: [{ id: 'dcm' }],
      }],
    }
    expect(await roundOf(rays, counts, other)).toEqual({ [counts]: 'x 26-090', [other]: 'superseded' })
    expect(await roundOf(rays, other, counts)).toEqual({ [counts]: 'x 26-090', [other]: 'superseded' })
  })

  test('two that tell one month are one piece, however each writes it', async () => {
    const books: Rules = {
      list: 'id,name\nV2,Neukirch\nV3,Seeheim',
      requirements: [{
        id: 'book', title: 'Kassenbuch', name: '{id}_Kassenbuch_{month}', count: { from: 3, to: 3 }, formats: [{ id: 'xlsx' }, { id: 'ods' }],
        fields: { month: { type: 'date', pattern: 'yyyy-MM', from: '2026-08-01', to: '2026-10-31' } },
      }],
    }
    expect(await roundOf(books, 'V2_Kassenbuch_2026_09.ods', 'V2_Kassenbuch_2026-9.xlsx', 'V2_Kassenbuch_2026-08.xlsx')).toEqual({
      'V2_Kassenbuch_2026_09.ods': 'book V2', 'V2_Kassenbuch_2026-9.xlsx': 'superseded', 'V2_Kassenbuch_2026-08.xlsx': 'book V2',
    })
  })

  test('one with a slip in whose it is does not come before one without', async () => {
    const talks: Rules = {
      list: 'id,given,family\n3,Jiri,Novak\n4,Petra,Novakova',
      requirements: [{ id: 'talk', title: 'Prezentace', name: '{family}_prezentace', formats: [{ id: 'pptx' }] }],
    }
    const round = await roundOf(talks, 'Novak_prezentace_final.pptx', 'Novak_prezentace.odp', 'Nova_prezentace.pptx')
    expect(round['Novak_prezentace_final.pptx']).toBe('talk 3')
  })

  test('a second copy is no piece of its own once nothing more is owed', async () => {
    const raw = (from: number): Rules => ({
      list: 'id,name\nL4,Denim',
      requirements: [{
        id: 'raw', title: 'Raw', name: '{id}_{n}', fields: { n: { type: 'number', digits: 4 } }, count: { from, to: 20 }, formats: [{ id: 'dng' }],
      }],
    })
    const names = ['L4_0101.dng', 'L4_0101 (1).dng', 'L4_0102.dng']
    expect(await roundOf(raw(1), ...names)).toEqual({ 'L4_0101.dng': 'raw L4', 'L4_0101 (1).dng': 'superseded', 'L4_0102.dng': 'raw L4' })
    expect((await roundOf(raw(3), ...names))['L4_0101 (1).dng']).toBe('raw L4')
  })

  test('nor is a second format of one work, where both are accepted', async () => {
    const songs: Rules = {
      list: 'id,name\nS1,Ada Klein', requirements: [{
        id: 'rec', title: 'Recording', name: '{name}_{piece}', fields: { piece: { type: 'text' } }, formats: [{ id: 'wav' }, { id: 'mp3' }],
        count: { from: 2, to: 2 },
      }],
    }
    const [a, b, c] = ['Ada Klein_Moor.mp3', 'Ada Klein_Tide.mp3', 'Ada Klein_Tide.wav']
    expect(await roundOf(songs, a, b, c)).toEqual({ [a]: 'rec S1', [b]: 'superseded', [c]: 'rec S1' })
    expect(await roundOf(songs, b, c)).toEqual({ [b]: 'rec S1', [c]: 'rec S1' })
  })

  test('of two names that are the same but for a version that no rule asks for the higher one counts', async () => {
    const jobs: Rules = {
      list: 'id,name,item\n4711,Bakery Henke,Flyer\n4720,Bakery Henke,Card',
      requirements: [{ id: 'open', title: 'Open file', name: '{id}_{item}_open', formats: [{ id: 'psd' }] }],
    }
    const [newer, older] = ['Henke_Card_v3.psd', 'Henke_Card_v2.psd']
    expect(await roundOf(jobs, newer, older)).toEqual({ [newer]: 'open 4720', [older]: 'superseded' })
  })

  test('an older state of a numbered piece is that, and one in another format says which it may be', async () => {
    const exercises: Rules = {
      list: 'id,given,family\n4,Dirk,Jansen\n5,Chloe,Martin',
      requirements: [{
        id: 'ex', title: 'Exercise', name: '{family}_ex{n}', fields: { n: { type: 'number', digits: 2, from: 1, to: 3 } },
        count: { from: 3, to: 3, by: 'n' }, formats: [{ id: 'py' }], folder: '{family} {given}',
      }],
    }
    const told = await toldOf(exercises, 'Jansen Dirk/ex02_old.py', 'Jansen Dirk/ex02.py', 'Martin Chloe/oef 3.ipynb')
    expect([told.get('Jansen Dirk/ex02.py')?.at, told.get('Jansen Dirk/ex02_old.py')?.at]).toEqual(['ex 4 2', 'superseded'])
    expect(told.get('Martin Chloe/oef 3.ipynb')).toMatchObject({ at: 'unplaced', candidates: ['ex 3'] })
  })

  test('a number in another format of the family says which piece it may be', async () => {
    const recordings: Rules = {
      list: 'id,given,family\n4,Dov,Stern\n5,Cleo,Ross',
      requirements: [{
        id: 'rec', title: 'Recording', name: '{family}_{given}_{n}_{title}', fields: {
          n: { type: 'number', from: 1, to: 2 }, title: { type: 'text', maxLength: 40 },
        }, count: { from: 2, to: 2, by: 'n' }, formats: [{ id: 'mp3' }],
      }],
    }
    expect((await toldOf(recordings, 'Dov 1 Swan.m4a')).get('Dov 1 Swan.m4a')).toMatchObject({ at: 'unplaced', candidates: ['rec 1'] })
  })

  test('a first version is no newer than one without', async () => {
    const told = await toldOf(offers, 'dunmore prices v1.xlsx', 'dunmore prices.xlsx')
    expect(told.get('dunmore prices.xlsx')?.at).toBe('price dunmore-glass')
  })

  test('one that tells what is asked for comes before one that leaves it out', async () => {
    const squads: Rules = {
      list: 'Verein,Trainer\nFC Hafen 04,Milo Steg\nSV Grund,Ina Kolb',
      requirements: [{
        id: 'squad', title: 'Kader', name: '{name}_Kader_{year}', fields: { year: { type: 'choice', values: ['U12', 'U16'] } }, folder: '{name}',
        formats: [{ id: 'xlsx' }],
      }],
    }
    const told = await toldOf({ ...squads, list: squads.list.replace('Verein', 'name') }, 'FC Hafen 04 Kader U16.xlsx', 'Milo Steg Kader.xlsx')
    expect(told.get('FC Hafen 04 Kader U16.xlsx')).toMatchObject({ right: 'FC Hafen 04/FC Hafen 04 Kader U16.xlsx' })
    expect(told.get('Milo Steg Kader.xlsx')?.at).toBe('superseded')
  })
})

describe('people in a further column', () => {
  const cast: Rules = {
    list: 'name,Darsteller,Kostüm\nPuck,Jona Reiss,Blatt\nTitania,Klara Homm,Feder\nZettel,Emre Aydin,Esel',
    requirements: [
      { id: 'size', title: 'Maßblatt', name: '{name}_mass', formats: [{ id: 'pdf' }] },
      { id: 'photo', title: 'Portrait', name: '{name}_portrait', formats: [{ id: 'jpg' }] },
    ],
  }
  test.each([
    ['jona portrait.jpg', 'photo puck'], ['Klara Homm Massblatt.pdf', 'size titania'], ['Emre Maßblatt.pdf', 'size zettel'],
    ['portrait homm.jpg', 'photo titania'],
    // what is all that a name says besides the rule's own words is whose value it is, in whatever column; more words may be anything
    ['Feder portrait.jpg', 'photo titania'], ['Feder im Wind portrait.jpg', 'unplaced'],
  ])('%s is %s', async (path, at) => expect((await roundOf(cast, path))[path]).toBe(at))

  test('who is there for several says nothing', async () => {
    const shared = { ...cast, list: cast.list.replace('Klara Homm', 'Jona Reiss') }
    expect((await roundOf(shared, 'jona portrait.jpg'))['jona portrait.jpg']).toBe('unplaced')
  })

  test('a word of theirs that the rule itself has is the rule\'s', async () => {
    const named = { ...cast, list: cast.list.replace('Klara Homm', 'Klara Portrait') }
    expect((await roundOf(named, 'portrait.jpg'))['portrait.jpg']).toBe('unplaced')
  })
})

describe('stages of a trail', () => {
  const stages: Rules = {
    list: 'stage,title,name\n02,Kammweg,Jule Pohl\n03,Moorsteg,Arne Birk',
    requirements: [
      { id: 'track', title: 'Track', name: 'stage{stage}', formats: [{ id: 'gpx' }] },
      { id: 'text', title: 'Text', name: 'stage{stage}_text', formats: [{ id: 'txt' }] },
    ],
  }
  test.each([
    ['Stage 2.gpx', 'track jule-pohl'], ['stage 3 text.txt', 'text arne-birk'], ['moorsteg.gpx', 'track arne-birk'],
    ['Moorsteg text 2.txt', 'text arne-birk'], ['moor.gpx', 'unplaced'], ['stage 4.gpx', 'unplaced'],
  ])('%s is %s', async (path, at) => expect((await roundOf(stages, path))[path]).toBe(at))
})

test('two values that several bear each, one in the folder and one in the name, say whose it is', async () => {
  const clinic: Rules = {
    list: 'owner,name,clinic\nHartley,Biscuit,East\nOkafor,Nala,East\nNguyen,Tofu,West\nHartley,Pepper,West',
    requirements: [{ id: 'letter', title: 'Letter', name: '{name}_{owner}_letter', folder: '{clinic}', formats: [{ id: 'pdf' }] }],
  }
  expect(await roundOf(clinic, 'West/Hartley letter.pdf', 'Hartley letter.pdf')).toEqual({
    'West/Hartley letter.pdf': 'letter pepper', 'Hartley letter.pdf': 'unplaced',
  })
})

describe('a folder for each subject, in which everybody\'s lie', () => {
  const subjects: Rules = {
    list: 'id,given,family,group\n201,Amelie,Stroud,9X\n204,Delphine,Marsh,9Y',
    requirements: [
      { id: 'history', title: 'History essay', name: '{family}_{given}_history', folder: 'History/{group}', formats: [{ id: 'pdf' }] },
      { id: 'geo', title: 'Geography map', name: '{family}_{given}_geography', folder: 'Geography/{group}', formats: [{ id: 'pdf' }, { id: 'png' }] },
      {
        id: 'art', title: 'Art portfolio', name: '{family}_{given}_art_{n}', fields: { n: { type: 'number', from: 1, to: 4 } }, folder: 'Art/{group}',
        formats: [{ id: 'jpg' }], count: { from: 4, to: 4, by: 'n' },
      },
    ],
  }
  test.each([
    ['History/9Y/Delphine Marsh - The Corn Laws.pdf', 'history 204'], ['Geography/9Y/Marsh D.pdf', 'geo 204'], ['Geography/9X/stroud.pdf', 'geo 201'],
  ])('says which piece %s is', async (path, at) => expect((await roundOf(subjects, path))[path]).toBe(at))

  test('small Roman letters at the end number the pictures', async () => {
    const told = await toldOf(subjects, ...['i', 'ii', 'iii', 'iv'].map(number => `Art/9Y/marsh ${number}.jpg`))
    expect([...told.values()].map(one => one.at)).toEqual(['art 204 1', 'art 204 2', 'art 204 3', 'art 204 4'])
    expect((await roundOf(subjects, 'Art/9Y/marsh v.jpg'))['Art/9Y/marsh v.jpg']).not.toContain('5')
  })
})

describe('numbers and years that other numbers stand beside', () => {
  test('the last volume is the third of three', async () => {
    const fair: Rules = {
      list: 'name\nRiver pH\nSolar Oven',
      requirements: [{
        id: 'log', title: 'Logbook', name: '{name}_logbook_{p}of{q}', formats: [{ id: 'pdf' }], volumes: { number: 'p', of: 'q' },
        fields: { p: { type: 'number', from: 1, to: 9 }, q: { type: 'number', from: 1, to: 9 } },
      }],
    }
    const told = await toldOf(fair, 'river ph log book 1 of 3.pdf', 'river ph log book 2 of 3.pdf', 'river ph log book 3 of 3.pdf')
    expect([...told.values()].map(one => one.at)).toEqual(['log river-ph 1', 'log river-ph 2', 'log river-ph 3'])
  })

  test('the one number of a volume does not say how many there are', async () => {
    const boxes: Rules = {
      list: 'name\nKrähe\nKranich',
      requirements: [{
        id: 'vol', title: 'Volume', name: '{name}_{p} of {q}', formats: [{ id: 'zip' }], volumes: { number: 'p', of: 'q' },
        fields: { p: { type: 'number', from: 1, to: 9 }, q: { type: 'number', from: 1, to: 9 } },
      }],
    }
    const told = await toldOf(boxes, 'Kraehe part1.zip', 'Kraehe part2.zip', 'Kranich 1 von 2.zip', 'Kranich 2_2.zip')
    expect([...told.values()].map(one => [one.at, one.right])).toEqual([
      ['vol krahe 1', 'Krähe_1 of {q}.zip'], ['vol krahe 2', 'Krähe_2 of {q}.zip'],
      ['vol kranich 1', 'Kranich_1 of 2.zip'], ['vol kranich 2', 'Kranich_2 of 2.zip'],
    ])
    expect(told.get('Kraehe part1.zip')?.says).not.toMatch(/in all/)
  })

  const parish: Rules = {
    list: 'Gruppe,name\nKinderchor,Ruth Alt\nSeniorenkreis,Otto Wenk\nBesuchsdienst,Ina Vogt',
    requirements: ['jahresbericht', 'kassenbericht'].map(title => ({
      id: title.slice(0, 3), title, name: `{group}_${title}_{y}`, fields: { y: { type: 'number', digits: 4, from: 2026, to: 2026 } }, holder: 'group',
      formats: [{ id: 'pdf' }],
    })),
  }
  test('a year is read wherever it stands', async () => {
    const told = await toldOf(parish, 'Jahresbericht Besuchsdienst 2026 Vogt.pdf', 'Kassenbericht Besuchsdienst 2025 Vogt.pdf')
    expect(told.get('Jahresbericht Besuchsdienst 2026 Vogt.pdf')?.right).toBe('Besuchsdienst_jahresbericht_2026.pdf')
    expect(told.get('Kassenbericht Besuchsdienst 2025 Vogt.pdf')?.right).not.toContain('2026')
  })

  test.each([['Jahresbericht Senioren 2026.pdf', 'jah Seniorenkreis'], ['Kinder Kassenbericht 2026.pdf', 'kas Kinderchor']])(
    'a group is called by what its name begins with: %s', async (path, at) => expect((await roundOf(parish, path))[path]).toBe(at),
  )

  test('but not by what begins two', async () => {
    const two = { ...parish, list: `${parish.list}\nSeniorentanz,Uta Kern` }
    expect(await roundOf(two, 'Jahresbericht Senioren 2026.pdf')).toEqual({ 'Jahresbericht Senioren 2026.pdf': 'unplaced' })
  })
})

describe('of a name that says half of one piece\'s words', () => {
  const THESIS: Rules = {
    list: 'id,given,family\n11223355,Moritz,Baumgart',
    requirements: [
      { id: 'plan', title: 'Exposé', name: '{id}_{family}_Expose', formats: [{ id: 'pdf' }] },
      { id: 'oath', title: 'Eidesstattliche Erklärung', name: '{id}_{family}_Erklaerung', formats: [{ id: 'pdf' }] },
    ],
  }
  test('it is that piece, and does not displace another that is called alike but for it', async () => {
    expect(await roundOf(THESIS, 'Baumgart_Exposé_v2.pdf', '11223355_Baumgart_eidesstattliche.pdf')).toEqual({
      'Baumgart_Exposé_v2.pdf': 'plan 11223355', '11223355_Baumgart_eidesstattliche.pdf': 'oath 11223355',
    })
  })
})

describe('of numbered pieces', () => {
  const FILMS: Rules = {
    list: 'code,name,lang\nDAN,Danica Media,DA\nFIN,Suomi Sub,FI',
    requirements: [{
      id: 'srt', title: 'Subtitles', name: 'EP{ep}_{lang}_v{version}', folder: '{code}', formats: [{ id: 'srt' }], keep: 'latest',
      fields: { ep: { type: 'number', digits: 2, from: 1, to: 4 }, version: { type: 'version', digits: 1 } }, count: { from: 4, to: 4, by: 'ep' },
    }],
  }
  test('one with an earlier version of a piece that is there is that piece\'s, whatever else its name is', async () => {
    const told = await toldOf(FILMS, 'EP02_DA_v2.srt', 'DAN/Episode 2 dansk v1.srt', 'DAN/Episode 3 dansk.srt')
    expect(told.get('DAN/Episode 2 dansk v1.srt')?.at).toBe('superseded')
    expect(told.get('EP02_DA_v2.srt')?.at).toBe('srt danica-media 2')
  })
})

test('a working file displaces none in the format that is asked for, though neither bears the asked name', async () => {
  const models: Rules = {
    list: 'id,name,group\n1,Ada Ley,Team 2\n2,Bo Orr,Team 2',
    requirements: [{ id: 'model', title: 'Model', name: '{group}_model', holder: 'group', folder: '{group}/model', formats: [{ id: 'ifc' }] }],
  }
  const [asked, working] = ['Team 2/model/house final.ifc', 'Team 2/model/house final.dwg']
  for (const paths of [[asked, working], [working, asked]]) {
    expect(await roundOf(models, ...paths)).toEqual({ [asked]: 'model Team 2', [working]: 'superseded' })
  }
})
