import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { rosterOf, roundOf, toldOf } from '../../tests/small-rounds'

/*
 * Files with everyday names in their holders' own folders, and what is said of them. Common practice, no source.
 */

const TERM: Rules = {
  list: 'id,family,given\n0541240,Mäkelä,Onni\n0541255,Nguyen,Thi Mai\n0541260,Okafor,Chidi',
  requirements: [
    {
      id: 'map', title: 'Map sheet', name: '{family}_{given}_ex{n}_map', folder: '{family}_{given}/maps', formats: [{ id: 'pdf' }],
      fields: { n: { type: 'number', digits: 2, from: 1, to: 4 } }, count: { from: 4, to: 4, by: 'n' },
    },
    {
      id: 'data', title: 'Layers', name: '{family}_{given}_ex{n}_data', folder: '{family}_{given}/data', formats: [{ id: 'gpkg' }],
      fields: { n: { type: 'number', digits: 2, from: 1, to: 4 } }, count: { from: 2, to: 4, by: 'n' },
    },
  ],
}

test('what a rule itself writes is no program\'s own first name', async () => {
  // in Dutch an unsaved table is called Map1
  const told = await toldOf(TERM, 'Mäkelä_Onni/maps/map1.pdf', 'Mäkelä_Onni/maps/Book2.pdf')
  expect(told.get('Mäkelä_Onni/maps/map1.pdf')).toMatchObject({ at: 'map 0541240 1', right: 'Mäkelä_Onni/maps/Mäkelä_Onni_ex01_map.pdf' })
  expect(told.get('Mäkelä_Onni/maps/map1.pdf')?.says).toMatch(/Family name "Mäkelä" is not there/i)
  expect(told.get('Mäkelä_Onni/maps/Book2.pdf')?.says).toContain('gets by itself')
})

test('a word that the rule shortens stands instead of nobody\'s name', async () => {
  const [file] = [...(await toldOf(TERM, 'nguyen thi mai/Exercise 2 - flood risk.pdf')).values()]
  expect(file).toMatchObject({ at: 'map 0541255 2', right: 'Nguyen_Thi Mai/maps/Nguyen_Thi Mai_ex02_map.pdf' })
  expect(file?.says).not.toContain('instead of "Nguyen"')
})

test('SQLite, "Temporary Files Used By SQLite": a log beside a database belongs to it', async () => {
  expect(Object.values(await roundOf(TERM, 'Okafor/ex1.gpkg', 'Okafor/ex1.gpkg-wal'))).toEqual(['data 0541260', 'companion'])
})

describe('weeks as numbers of pieces', () => {
  const LOGS: Rules = {
    list: 'group,family,given\n10Y,St John,Theo\n10Y,Baker-Lee,Zoe',
    requirements: [
      {
        id: 'log', title: 'Rehearsal log', name: '{group}_{family}{given}_log_wk{w}', folder: '{group}/logs', formats: [{ id: 'docx' }],
        fields: { w: { type: 'number', digits: 2, from: 44, to: 47 } }, count: { from: 4, to: 4, by: 'w' },
      },
      { id: 'mono', title: 'Monologue', name: '{group}_{family}{given}_monologue', folder: '{group}', formats: [{ id: 'mp3' }] },
    ],
  }
  test.each([
    ['10Y/logs/Theo week 46.docx', 'log theo-st-john 46', 'another word for a week before it'],
    ['10Y/logs/Theo Woche 47 last one!.docx', 'log theo-st-john 47', 'in another language'],
    ['10Y/logs/Theo 45.docx', 'log theo-st-john 45', 'and without'],
    ['10Y/logs/10Y_St JohnTheo_logs_wk44-47.docx', 'unplaced', 'all of them at once are none of them'],
    ['10Y/logs/ZBL wk44.docx', 'log zoe-baker-lee 44', 'beside the first letters of a whole name'],
    ['10Y/logs/Zbl wk44.docx', 'unplaced', 'which only capitals are'],
  ])('%s is %s: %s', async (path, at) => {
    expect((await toldOf(LOGS, path)).get(path)?.at).toBe(at)
  })

  test('a log beside a right one of the same week is superseded: its holder\'s long name is alike in every rule', async () => {
    const [other, right] = ['10Y/10Y_StJohnTheo_log_wk45.docx', '10Y/10Y_St JohnTheo_log_wk45.docx'] as const
    expect(await roundOf({ ...LOGS, strictness: {} }, other, right)).toEqual({ [right]: 'log theo-st-john', [other]: 'superseded' })
  })
})

test('the first letters of a whole name are nobody\'s where two have them, or where the rules know them', async () => {
  const rules = (list: string, name: string): Rules => ({
    list, requirements: [
      { id: 'sheet', title: 'Sheet', name, formats: [{ id: 'pdf' }] }, { id: 'talk', title: 'Talk', name: '{given}_talk', formats: [{ id: 'odp' }] },
    ],
  })
  const list = 'family,given\nBaker Lee,Zoe\nMarsh,Ana'
  expect(await roundOf(rules(list, '{family}_sheet'), 'ZBL sheet.pdf')).toEqual({ 'ZBL sheet.pdf': 'sheet zoe-baker-lee' })
  expect(await roundOf(rules(`${list}\nBrand Lund,Zora`, '{family}_sheet'), 'ZBL sheet.pdf')).toEqual({ 'ZBL sheet.pdf': 'unplaced' })
  expect(await roundOf(rules(list, 'ZBL_{family}_sheet'), 'ZBL sheet.pdf')).toEqual({ 'ZBL sheet.pdf': 'unplaced' })
})

describe('texts of one\'s own in the own folder', () => {
  const ART: Rules = {
    list: 'group,given,family\n1a,Søren,Bæk\n1b,Mille,Krogh',
    requirements: [
      {
        id: 'layers', title: 'Layered document', name: '{group}_{given}_{title2}_{n}', folder: '{group}/{given}/work',
        formats: [{ id: 'kra' }, { id: 'psd' }], count: { from: 3, to: 3, by: 'n' },
        fields: { title2: { type: 'text' }, n: { type: 'number', digits: 2, from: 1, to: 3 } },
      },
      {
        id: 'flat', title: 'Flat copy', name: '{group}_{given}_{title2}_{n}_web', folder: '{group}/{given}/web',
        formats: [{ id: 'png' }, { id: 'jpg' }], count: { from: 3, to: 3, by: 'n' },
        fields: { title2: { type: 'text' }, n: { type: 'number', digits: 2, from: 1, to: 3 } },
      },
    ],
  }
  test.each([
    ['1a/Søren/work/forest 1.kra', '1a/Søren/work/1a_Søren_forest_01.kra', 'a word that is nothing like a name is the text, not the name'],
    ['1a/Søren/web/forest 2.png', '1a/Søren/web/1a_Søren_forest_02_web.png', 'and so is one that belongs to nothing'],
    ['1a/Søren/web/Sørensen 2.png', '1a/Søren/web/1a_Søren_{title2}_02_web.png', 'but not one that begins as the name does'],
    ['Mille/portrait03-endelig.psd', '1b/Mille/work/1b_Mille_portrait_03.psd', 'the number is written onto it, and a word of state stands behind'],
  ])('%s is to be %s: %s', async (path, right) => {
    expect((await toldOf(ART, path)).get(path)?.right).toBe(right)
  })

  test('what tells its number goes before what tells none, and the mark of a copy stands instead of nothing', async () => {
    const names = ['portrait01.jpg', 'portrait02.jpg', 'portrait02 kopi.jpg', 'portrait03.jpg', 'moodboard.png'].map(name => `Mille/${name}`)
    const told = await toldOf(ART, ...names)
    expect([...told.values()].map(one => one.at).sort()).toEqual([
      'flat mille-krogh 1', 'flat mille-krogh 2', 'flat mille-krogh 3', 'superseded', 'unplaced',
    ])
    expect(told.get('Mille/portrait02 kopi.jpg')?.says).not.toContain('instead of "_web"')
  })
})

describe('a level that one rule alone asks for', () => {
  const COSTS: Rules = {
    list: 'group,family,given,id\nSales,Rossi,Carla,1101\nSales,D\'Angelo,Ivo,1102\nShop,Lo Presti,Ugo,1110',
    requirements: [
      {
        id: 'sheet', title: 'Cost sheet', name: 'NS_{family}_{year}_{month}', folder: '{group}/{family}', formats: [{ id: 'xlsx' }],
        count: { from: 2, to: 2 },
        fields: {
          year: { type: 'date', pattern: 'yyyy', from: '2026-01-01', to: '2026-12-31' },
          month: { type: 'date', pattern: 'MM', from: '2026-10-01', to: '2026-11-30' },
        },
      },
      {
        id: 'receipt', title: 'Receipt', name: '{family}_{day}_{from}_{sum}', folder: '{group}/{family}/slips',
        formats: [{ id: 'pdf' }, { id: 'jpg' }],
        fields: {
          day: { type: 'date', pattern: 'yyyyMMdd', from: '2026-10-01', to: '2026-11-30' }, from: { type: 'text' }, sum: { type: 'text' },
        },
        count: { from: 1, to: 40 },
      },
      { id: 'form', title: 'Signed form', name: '{family}_form_signed', folder: '{group}/{family}', formats: [{ id: 'pdf' }] },
    ],
  }
  const slips = ['scan0001.pdf', 'taxi 12-10-26 18eur.jpg', 'restaurant 3 nov 32,50.jpg'].map(name => `Sales/DAngelo/slips/${name}`)

  test('tells the piece, though the level above is misspelt, up to the most that may come', async () => {
    expect(Object.values(await roundOf(COSTS, ...slips))).toEqual(['receipt 1102', 'receipt 1102', 'receipt 1102'])
  })

  test('two texts that nothing parts are both left open', async () => {
    const right = [...(await toldOf(COSTS, ...slips)).values()].map(one => one.right)
    expect(right).toContain('Sales/D\'Angelo/slips/D\'Angelo_20261012_{from}_{sum}.jpg')
  })

  test('the one year that is asked for is filled in beside the holder\'s own number, and a word of two capitals stands where it stands', async () => {
    const [file] = [...(await toldOf(COSTS, 'Lo Presti/1110_NS_10.xlsx')).values()]
    expect(file).toMatchObject({ at: 'sheet 1110 1', right: 'Shop/Lo Presti/NS_Lo Presti_2026_10.xlsx' })
    expect(file?.says).toContain('Bears only "NS", "10" of the asked name')
  })

  test('a word of state that the rule itself asks for is none', async () => {
    const [file] = [...(await toldOf(COSTS, 'Sales/Rossi/signed.pdf')).values()]
    expect(file?.says).toContain('"signed" instead of "_form_signed"')
  })
})

test('a version in tenths is no whole one', async () => {
  const game: Rules = {
    list: 'Zespół;Imię i nazwisko\nTrzy Korony;Ewa Sowa\nTrzy Korony;Filip Kos\nPixel;Ala Nowak',
    requirements: [
      { id: 'build', title: 'Build', holder: 'group', name: '{group}_build_v{v}', fields: { v: { type: 'version' } }, formats: [{ id: 'zip' }] },
    ],
  }
  // the heading is a team's, in Polish
  expect(rosterOf(game.list).people.map(one => one.group)).toEqual(['Trzy Korony', 'Trzy Korony', 'Pixel'])
  const told = await toldOf(game, 'Trzy Korony_game_v0.9.zip', 'Pixel_game_v3.zip')
  expect([...told.values()].map(one => one.right).sort()).toEqual(['Pixel_build_v3.zip', 'Trzy Korony_build_v{v}.zip'])
})

describe('furniture: two rules with one choice', () => {
  const values = [{ value: 'TAF', meaning: 'tafel' }, { value: 'STO', meaning: 'stoel' }, { value: 'KAS', meaning: 'kast' }]
  const pieces = { type: 'choice', values }
  const WOOD: Rules = {
    list: 'group,family,given\nMB2a,Dijkstra,Fleur\nMB2b,Bakker,Lot',
    requirements: [
      {
        id: 'drawing', title: 'Werktekening', name: '{group}_{family}_{piece}_rev{rev}', formats: [{ id: 'pdf' }], count: { from: 3, to: 9 },
        fields: { piece: pieces, rev: { type: 'choice', values: ['A', 'B', 'C'] } },
      },
      {
        id: 'cut', title: 'CNC-bestand', name: '{group}_{family}_{piece}_{part}', formats: [{ id: 'dxf' }], count: { from: 1, to: 9 },
        fields: { piece: pieces, part: { type: 'text' } },
      },
      {
        id: 'log', title: 'Logboek', name: '{group}_{family}_logboek_wk{week}', formats: [{ id: 'pdf' }], count: { from: 4, to: 4 },
        fields: { week: { type: 'week', form: 'ww', from: '2026-W45', to: '2026-W48' } },
      },
    ],
  }
  test.each([
    ['Bakker_TAF_A.pdf', 'drawing lot-bakker 1', 'MB2b_Bakker_TAF_revA.pdf', 'what both ask for tells neither: the format does'],
    ['Fleur Dijkstra/tafel.dxf', 'cut fleur-dijkstra 1', 'Fleur Dijkstra/MB2a_Dijkstra_TAF_{part}.dxf', 'a text that is one of the choices is that'],
    ['Fleur Dijkstra/tafelblad.dxf', 'cut fleur-dijkstra 1', 'Fleur Dijkstra/MB2a_Dijkstra_TAF_tafelblad.dxf', 'one that is made of it is both'],
    ['Bakker logboek week 45 t-m 48.pdf', 'log lot-bakker 1', 'MB2b_Bakker_logboek_wk{week}.pdf', 'from one week to another is neither'],
    ['Bakker logboek week 45 bis 48.pdf', 'log lot-bakker 1', 'MB2b_Bakker_logboek_wk{week}.pdf', 'in another language'],
  ])('%s is %s, to be called %s: %s', async (path, at, right) => {
    expect((await toldOf(WOOD, path)).get(path)).toMatchObject({ at, right })
  })

  test('one that says it is old takes no place of its own beside the other', async () => {
    const names = ['Bakker werktekening kast.pdf', 'Bakker werktekening kast (oud).pdf', 'Bakker werktekening stoel.pdf']
    const placed = await roundOf(WOOD, ...names)
    expect(names.map(name => placed[name])).toEqual(['drawing lot-bakker', 'superseded', 'drawing lot-bakker'])
  })
})

describe('placements in a hospital', () => {
  const WARD: Rules = {
    list: 'id;family;given;group\n22222222J;García;Mario;G1\n44444444A;De la Fuente;Pablo;G2',
    requirements: [
      {
        id: 'diary', title: 'Diario reflexivo', name: '{family}_{given}_diario_{n}', formats: [{ id: 'docx' }], folder: '{group}/{family} {given}',
        fields: { n: { type: 'number', from: 1, to: 4 } }, count: { from: 4, to: 4, by: 'n' },
      },
      {
        id: 'plan', title: 'Plan de cuidados', name: '{family}_{given}_plan_{about}', formats: [{ id: 'pdf' }], folder: '{group}/{family} {given}',
        fields: { about: { type: 'text' } }, count: { from: 2, to: 4 },
      },
    ],
  }
  const [MARIO, PABLO] = ['G1/García Mario', 'G2/De la Fuente Pablo']
  test.each([
    [`${MARIO}/Diario II.docx`, `${MARIO}/García_Mario_diario_2.docx`, 'the rule\'s own word is no name that it is like'],
    [
      `${MARIO}/PAE fractura de cadera.pdf`, `${MARIO}/García_Mario_plan_fractura de cadera.pdf`,
      'a text keeps its first word, though another stands for the name',
    ],
    [`${PABLO}/Plan de cuidados.pdf`, `${PABLO}/De la Fuente_Pablo_plan_{about}.pdf`, 'words of the title are no text of one\'s own'],
    [`${PABLO}/diario semana 3.docx`, `${PABLO}/De la Fuente_Pablo_diario_3.docx`, 'a week is the number of weekly work'],
  ])('%s is to be %s: %s', async (path, right) => {
    expect((await toldOf(WARD, path)).get(path)?.right).toBe(right)
  })

  test('the rule\'s own word stands instead of nobody\'s name', async () => {
    expect((await toldOf(WARD, `${MARIO}/Diario II.docx`)).get(`${MARIO}/Diario II.docx`)?.says).not.toContain('instead of "Mario"')
  })
})

describe('songs', () => {
  const SONGS: Rules = {
    list: 'name,alias\nMira Öst,MIRO\nHugo Lind,Hugge',
    requirements: [
      {
        id: 'mix', title: 'Mix', name: '{alias}_{song}_mix_v{v}', formats: [{ id: 'wav' }], folder: '{alias}',
        fields: { song: { type: 'text' }, v: { type: 'version' } },
      },
      { id: 'ref', title: 'Referens', name: '{alias}_{song}_ref', formats: [{ id: 'mp3' }], folder: '{alias}', fields: { song: { type: 'text' } } },
    ],
  }
  test.each([
    ['Hugge/rain referens.mp3', 'Hugge/Hugge_rain_ref.mp3', 'the rule\'s own word written out is no text'],
    ['Hugge_Winter_FINALMIX.wav', 'Hugge/Hugge_Winter_mix_v{v}.wav', 'nor with a word of state before it'],
  ])('%s is to be %s: %s', async (path, right) => {
    expect((await toldOf(SONGS, path)).get(path)?.right).toBe(right)
  })

  test('two versions that are told apart are no two halves', async () => {
    const told = await toldOf(SONGS, 'Mira/Dawn mix 3.wav', 'Mira/Dawn mix 2.wav')
    expect([told.get('Mira/Dawn mix 3.wav')?.at, told.get('Mira/Dawn mix 2.wav')?.at]).toEqual(['mix mira-ost', 'superseded'])
    expect([...told.values()].map(one => one.says).join()).not.toContain('nothing says which')
  })
})

test('a group of two words by its first, and another month behind the rule\'s own words', async () => {
  const pack: Rules = {
    list: 'group,name\nLeeds North,P. Ward\nHull Docks,S. Okoro',
    requirements: [{
      id: 'report', title: 'Safety report', holder: 'group', name: '{group}_{period}_safety report', formats: [{ id: 'docx' }],
      fields: { period: { type: 'date', pattern: 'yyyy-MM', from: '2026-10-01', to: '2026-10-31' } },
    }],
  }
  expect(await roundOf(pack, 'Hull/Safety Report Oct 2026.docx', 'Hull/Safety Report Sept 2026.docx')).toEqual({
    'Hull/Safety Report Oct 2026.docx': 'report Hull Docks', 'Hull/Safety Report Sept 2026.docx': 'unplaced',
  })
})

test.each(['최종', '수정본', '最終版', '终稿'])('%s only tells a state', async (word) => {
  const rules: Rules = {
    list: '학번,이름\n20231002,이서연', requirements: [{ id: 'report', title: '보고서', name: '{id}_{name}_보고서', formats: [{ id: 'pdf' }] }],
  }
  const [file] = [...(await toldOf(rules, `20231002_이서연_보고서_${word}.pdf`)).values()]
  expect(file?.says).toContain('leave out what only tells its state')
})

test('the rule that asks for a text lets through much, and means it only where a word of its own is said', async () => {
  const rules: Rules = {
    list: 'id,name\n70033,Nordwerk AG\n70012,Brandl GmbH',
    requirements: [
      {
        id: 'proof', title: 'Werkszeugnis', name: '{id}_{item}_WZ_{charge}', folder: '{name}/Zeugnisse', formats: [{ id: 'pdf' }],
        fields: { item: { type: 'text' }, charge: { type: 'text' } }, count: { from: 1, to: 20 },
      },
      {
        id: 'bill', title: 'Rechnung', name: '{id}_RE_{no}_{day}', folder: '{name}/Rechnungen', formats: [{ id: 'pdf' }], count: { from: 1, to: 20 },
        fields: { no: { type: 'text' }, day: { type: 'date', pattern: 'yyyyMMdd', from: '2026-10-01', to: '2026-11-20' } },
      },
    ],
  }
  const told = await toldOf(rules, '70033_RE_99_2026-11-03.pdf', '70033_NW3300_WZ_9.pdf', 'Nordwerk Lieferschein.pdf')
  expect(told.get('70033_RE_99_2026-11-03.pdf')).toMatchObject({ at: 'bill 70033 1', right: 'Nordwerk AG/Rechnungen/70033_RE_99_20261103.pdf' })
  expect(told.get('Nordwerk Lieferschein.pdf')?.at).toBe('unplaced')
})

test('a choice that a sign parts from the text is no part of it; a short word of the list may be written larger', async () => {
  const paper: Rules = {
    list: 'author,name\nkuba,Jakub Ziel\nola,Aleksandra Dorn', strictness: { letterCase: 'ignore' },
    requirements: [{
      id: 'article', title: 'Article', name: 'GS12_{part}_{author}_{about}', formats: [{ id: 'docx' }], count: { from: 1, to: 3 },
      fields: {
        part: { type: 'choice', values: [{ value: 'SPO', meaning: 'sport' }, { value: 'WYW', meaning: 'wywiad' }] }, about: { type: 'text' },
      },
    }],
  }
  const told = await toldOf(paper, 'Kuba - sport - Turniej.docx', 'Ola - wywiad z dyrektorem.docx')
  expect([...told.values()].map(one => one.right).sort()).toEqual(['GS12_SPO_kuba_Turniej.docx', 'GS12_WYW_ola_wywiad z dyrektorem.docx'])
})

test('a number word stands for nobody', async () => {
  const sheets: Rules = {
    list: 'group,family,given\n4A,Martí,Laia',
    requirements: [{
      id: 'sheet', title: 'Full', name: '{group}_{family}_full{n}', folder: '{group}/{family}, {given}', formats: [{ id: 'odt' }],
      fields: { n: { type: 'number', digits: 2, from: 1, to: 5 } }, count: { from: 5, to: 5, by: 'n' },
    }],
  }
  const [file] = [...(await toldOf(sheets, '4A/Martí, Laia/full cinc.odt')).values()]
  expect(file).toMatchObject({ at: 'sheet laia-marti 5', right: '4A/Martí, Laia/4A_Martí_full05.odt' })
  expect(file?.says).not.toContain('instead of "Martí"')
})

describe('a number that is a whole name', () => {
  const SCANS: Rules = {
    list: 'id,name\nRX12,Nachtzug\nRX13,Salz',
    requirements: [
      { id: 'cover', title: 'Cover', name: '{id}_cover', folder: '{id}', formats: [{ id: 'tif' }, { id: 'jpg' }] },
      {
        id: 'page', title: 'Pages', name: '{id}_{page}', folder: '{id}', formats: [{ id: 'tif' }], count: { from: 3, to: 3, by: 'page' },
        fields: { page: { type: 'number', digits: 4, from: 1, to: 3 } },
      },
    ],
  }
  test.each([
    ['RX12/0002.jpg', 'page RX12 2', 'is that piece, in whatever format'], ['RX12/0002.tif', 'page RX12 2', 'in the asked one as well'],
    ['RX12/0009.jpg', 'cover RX12', 'as far as so many are asked for'], ['RX12/titelseite.tif', 'cover RX12', 'is none with a word for another'],
  ])('%s is %s: it %s', async (path, at) => {
    expect((await toldOf(SCANS, path)).get(path)?.at).toBe(at)
  })
})

test('whose value of a further column a name is, is told beside a month as well', async () => {
  const beds: Rules = {
    list: 'id,name,gardener\n1,Tomaten,Hilde\n10,Mais,Selma',
    requirements: [{
      id: 'crop', title: 'Ernte', name: 'Beet{id}_{name}_Ernte_{month}', formats: [{ id: 'csv' }], count: { from: 3, to: 3 },
      fields: { month: { type: 'date', pattern: 'yyyy-MM', from: '2026-07-01', to: '2026-09-30' } },
    }],
  }
  expect((await toldOf(beds, 'Selma Ernte Sept.csv')).get('Selma Ernte Sept.csv')).toMatchObject({ right: 'Beet10_Mais_Ernte_2026-09.csv' })
})

describe('weeks in a name', () => {
  const LOGS: Rules = {
    list: 'id,given,family\n1,Bo,Nilsson\n2,Folke,Ek',
    requirements: [
      {
        id: 'log', title: 'Reading log', name: '{given}_reading_log_week_{week}', folder: '{given}', formats: [{ id: 'jpg' }],
        fields: { week: { type: 'week', form: 'ww', from: '2026-W44', to: '2026-W46' } }, count: { from: 3, to: 3 },
      },
      { id: 'photo', title: 'Photo', name: '{given}_photo', folder: '{given}', formats: [{ id: 'jpg' }] },
    ],
  }
  test('are no versions, though v stands before them (vecka)', async () => {
    const told = await toldOf(LOGS, 'Bo/Bo v44.jpg', 'Bo/Bo v.45.jpg')
    expect([...told.values()].map(one => one.right)).toEqual(['Bo/Bo_reading_log_week_45.jpg', 'Bo/Bo_reading_log_week_44.jpg'])
  })

  test('say what a file in somebody\'s own folder is, where nothing else does', async () => {
    const told = await toldOf(LOGS, 'Folke/week44.jpg', 'Folke/44.jpg', 'Folke/week 45 zoo.jpg')
    expect([...told].map(([path, { at }]) => `${path}: ${at?.split(' ')[0]}`))
      .toEqual(['Folke/44.jpg: unplaced', 'Folke/week 45 zoo.jpg: unplaced', 'Folke/week44.jpg: log'])
  })
})
