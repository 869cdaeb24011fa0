import { describe, expect, test } from 'vitest'
import { isTradeWord } from '../names/trade-words'
import type { Rules } from '../../tests/small-rounds'
import { roundOf, toldOf } from '../../tests/small-rounds'

// common practice, no source: what people write beside the number of a piece, and how firms are called for short

describe('the number straight behind the rule\'s own word', () => {
  const scenes: Rules = {
    list: 'id,given,family,group\ns1,Freja,Lund,Blue\ns2,Oskar,Bjerre,Blue\ns3,Mads,Holm,Red',
    requirements: [{
      id: 'clip', title: 'Clip', name: '{group}_scene{n}', fields: { n: { type: 'number', digits: 2, from: 1, to: 4 } }, holder: 'group',
      formats: [{ id: 'mp4' }], count: { from: 4, to: 4, by: 'n' },
    }],
  }
  test.each([
    ['Blue/scene 3 take 2.mp4', 'clip Blue 3', 'Blue/Blue_scene03.mp4'], ['Blue/scene2 1.mp4', 'clip Blue 2', 'Blue/Blue_scene02.mp4'],
    ['Blue/scene4_1.mp4', 'clip Blue 4', 'Blue/Blue_scene04.mp4'], ['Blue/take 4 scene 1.mp4', 'clip Blue 1', 'Blue/Blue_scene01.mp4'],
  ])('%s is %s', async (path, at, right) => {
    expect((await toldOf(scenes, path)).get(path)).toMatchObject({ at, right })
  })

  test('is there, whatever stands behind it or beside the name', async () => {
    const rides: Rules = {
      list: 'nr,naam\n7,Bo van Dam\n21,Joris Vermeer',
      requirements: [{
        id: 'video', title: 'Video', name: '{name}_rit{r}', fields: { r: { type: 'number', from: 1, to: 2 } }, formats: [{ id: 'mp4' }],
        count: { from: 2, to: 2, by: 'r' },
      }],
    }
    const told = await toldOf(rides, 'Joris rit 2 500m.mp4', 'Joris rit 1 final.mp4', 'Bo van Dam rit1 1000m 21.mp4')
    expect([...told.values()].map(one => one.right).sort()).toEqual(['Bo van Dam_rit1.mp4', 'Joris Vermeer_rit1.mp4', 'Joris Vermeer_rit2.mp4'])
    for (const { says } of told.values()) expect(says).not.toMatch(/"[12]" is not there/)
    expect(told.get('Bo van Dam rit1 1000m 21.mp4')?.says).toContain('1000m 21" is too much')
  })

  test('is no last figure of a day', async () => {
    const reports: Rules = {
      list: 'id,given,family,group\ns1,Nina,Auer,G2',
      requirements: [{
        id: 'report', title: 'Protokoll', name: '{group}_Versuch{n}_Protokoll', fields: { n: { type: 'number', from: 1, to: 3 } }, holder: 'group',
        formats: [{ id: 'pdf' }], count: { from: 3, to: 3, by: 'n' },
      }],
    }
    const told = (await toldOf(reports, 'G2/2026-11-12 Protokoll Versuch 2.pdf')).get('G2/2026-11-12 Protokoll Versuch 2.pdf')
    expect(told).toMatchObject({ at: 'report G2 2', right: 'G2/G2_Versuch2_Protokoll.pdf' })
    expect(told?.says).toContain('number "2" stands in another place')
    expect(told?.says).not.toContain('mark of a copy')
  })

  test('two takes of one scene are not dealt out to two', async () => {
    const told = await toldOf(scenes, 'Blue/scene4_1.mp4', 'Blue/scene4_2.mp4')
    expect([...told.values()].map(one => one.at).sort()).toEqual(['clip Blue 4', 'superseded'])
  })

  test('several numbers named together are no one of them', async () => {
    const round = await roundOf(scenes, 'Red/scene 1-2.mp4', 'Red/scene 3+4.mp4')
    expect(round).toEqual({ 'Red/scene 1-2.mp4': 'unplaced', 'Red/scene 3+4.mp4': 'unplaced' })
  })
})

describe('the mark of a copy beside what is not there', () => {
  const plates: Rules = {
    list: 'id,name\n210345,Lima',
    requirements: [{
      id: 'plate', title: 'Plate', name: '{id}_PR{n}', fields: { n: { type: 'number', digits: 2, from: 1, to: 3 } }, formats: [{ id: 'pdf' }],
      count: { from: 3, to: 3, by: 'n' }, folder: '{id}',
    }, { id: 'plot', title: 'Plot', name: 'Plot {k}', fields: { k: { type: 'number', from: 1, to: 3 } }, formats: [{ id: 'csv' }],
      count: { from: 3, to: 3, by: 'k' }, folder: '{id}' }],
  }
  test('is told as one thing', async () => {
    const told = (await toldOf(plates, '210345/PR02 (1).pdf')).get('210345/PR02 (1).pdf')
    expect(told?.says).toContain('" (1)" is the mark of a copy')
    expect(told?.says).not.toContain('")"')
  })
  test('a number in brackets that is the piece\'s is no such mark', async () => {
    const told = (await toldOf(plates, '210345/plot(2).csv')).get('210345/plot(2).csv')
    expect(told?.at).toBe('plot 210345 2')
    expect(told?.says).not.toContain('mark of a copy')
  })
})

describe('firms', () => {
  const FIELDS = { nr: { type: 'text' } }
  const reports: Rules = {
    list: 'Firma;Code\nHolzbau Ammann AG;HBA\nSanitär Brunner GmbH;SBG\nElektro Caduff AG;ECA\nCaspar Metallbau AG;CMB',
    requirements: [
      { id: 'bill', title: 'Rechnung', name: '{code}_Rechnung_{nr}', fields: FIELDS, formats: [{ id: 'pdf' }] },
      { id: 'photo', title: 'Foto', name: '{code}_Foto', formats: [{ id: 'jpg' }] },
    ],
  }
  test('are known by the word of their name that is theirs, wherever it stands', async () => {
    expect(await roundOf(reports, 'Brunner Foto.jpg', 'Caduff Foto.jpg', 'Caspar Foto.jpg', 'Ammann Rechnung 12.pdf')).toEqual({
      'Brunner Foto.jpg': 'photo sanitar-brunner-gmbh', 'Caduff Foto.jpg': 'photo elektro-caduff-ag', 'Caspar Foto.jpg': 'photo caspar-metallbau-ag',
      'Ammann Rechnung 12.pdf': 'bill holzbau-ammann-ag',
    })
  })
  test('not by the word that says what they do', async () => {
    expect(await roundOf(reports, 'Metallbau Foto.jpg')).toEqual({ 'Metallbau Foto.jpg': 'unplaced' })
    expect(['holzbau', 'gebaudetechnik', 'catering', 'bakery'].every(isTradeWord)).toBe(true)
    expect(['brunner', 'caspar', 'bau-er', 'umbau', 'lund'].some(isTradeWord)).toBe(false)
  })
  test('by a code of three letters in small ones before a space, not of two', async () => {
    expect(await roundOf(reports, 'eca nord foto.jpg')).toEqual({ 'eca nord foto.jpg': 'photo elektro-caduff-ag' })
    const short = { ...reports, list: reports.list.replace('ECA', 'XD') }
    expect(await roundOf(short, 'xd nord foto.jpg')).toEqual({ 'xd nord foto.jpg': 'unplaced' })
  })
  test('words of a text that stood beside each other stay as they were written', async () => {
    const told = (await toldOf(reports, 'Sanitär Brunner Rechnung RE-2211.pdf')).get('Sanitär Brunner Rechnung RE-2211.pdf')
    expect(told?.right).toBe('SBG_Rechnung_RE-2211.pdf')
  })
})

describe('a folder called as one alone is in some column of the list', () => {
  const jaws: Rules = {
    list: 'id,name,patient code,technician\nC-2201,Anders,AB,Wim\nC-2202,Keller,KL,Wim\nC-2203,Moreau,MO,Jet\nC-2204,Tamm,upper,Jo',
    requirements: ['upper', 'lower'].map(jaw => ({ id: jaw, title: `${jaw} jaw`, name: `{id}_${jaw}`, folder: '{id}', formats: [{ id: 'stl' }] })),
  }
  test('is theirs, though no rule uses that column', async () => {
    expect(await roundOf(jaws, 'MO/lower.stl', 'kl/upper.stl')).toEqual({ 'MO/lower.stl': 'lower C-2203', 'kl/upper.stl': 'upper C-2202' })
    expect((await toldOf(jaws, 'MO/lower.stl')).get('MO/lower.stl')?.right).toBe('C-2203/C-2203_lower.stl')
  })
  test('is nobody\'s where two are called so, where it is a word of the rule, or where it is no folder', async () => {
    expect(await roundOf(jaws, 'Wim/lower.stl', 'upper/lower.stl', 'MO lower.stl')).toEqual({
      'Wim/lower.stl': 'unplaced', 'upper/lower.stl': 'unplaced', 'MO lower.stl': 'unplaced',
    })
  })
})

describe('what is taken for a name and is none', () => {
  const forms: Rules = {
    list: 'no,given,family,group\n101,Ali,Demir,U12\n102,Ben,Okafor,U12\n103,Chloe,Reid,U14',
    requirements: ['Medical form', 'Parental consent'].map(title => ({
      id: title.split(' ')[0], title, name: `{group}_{family}_{given}_${title.split(' ')[1]}`, formats: [{ id: 'pdf' }],
    })),
  }
  test('a word of the rule\'s title beside a family name is nobody\'s given name; another word is', async () => {
    expect(await roundOf(forms, 'Okafor_Parental_Consent_2026.pdf', 'Demir_Marek_Consent.pdf')).toEqual({
      'Okafor_Parental_Consent_2026.pdf': 'Parental 102', 'Demir_Marek_Consent.pdf': 'unplaced',
    })
  })

  test('a word for week is no slip of a name', async () => {
    const weekly: Rules = {
      list: 'id,given,family\na1,Veikko,Koski\na2,Oona,Laine',
      requirements: [{
        id: 'story', title: 'Juttu', name: '{given}_vk{w}', fields: { w: { type: 'number', from: 45, to: 47 } }, formats: [{ id: 'mp3' }],
        count: { from: 3, to: 3, by: 'w' },
      }],
    }
    const told = await toldOf(weekly, 'juttu viikko 46.mp3', 'Veikko viikko 45.mp3')
    expect(told.get('juttu viikko 46.mp3')?.says).not.toContain('Veikko')
    expect(told.get('Veikko viikko 45.mp3')?.at).toBe('story a1 45')
  })
})

describe('short signs', () => {
  test('a folder called by the one sign of a group is that group\'s, where nobody is numbered so', async () => {
    const scripts = (list: string): Rules => ({
      list, requirements: [{ id: 'script', title: 'Script', name: 'group{group}_script', holder: 'group', formats: [{ id: 'pdf' }] }],
    })
    expect(await roundOf(scripts('id,name,group\na1,Ana Lund,1\na2,Bo Ito,2'), '2/our script.pdf')).toEqual({ '2/our script.pdf': 'script 2' })
    // there it is the folder of number 2, who is of group 1
    expect(await roundOf(scripts('id,name,group\n1,Ana Lund,2\n2,Bo Ito,1'), '2/our script.pdf')).toEqual({ '2/our script.pdf': 'script 1' })
  })

  test('a code in small letters stands last before what only tells a state', async () => {
    const subtitles: Rules = {
      list: 'id,name,lang\n1,Silvia Conti,IT\n2,Jan Novák,CS',
      requirements: [{ id: 'subs', title: 'Subtitles', name: 'R{n}_{lang}_subs', fields: { n: { type: 'number', from: 1, to: 3 } },
        formats: [{ id: 'srt' }], count: { from: 3, to: 3, by: 'n' } }],
    }
    expect(await roundOf(subtitles, 'R3_it_final.srt', 'R2_cs_v2.srt', 'R1 what it is.srt')).toEqual({
      'R3_it_final.srt': 'subs 1', 'R2_cs_v2.srt': 'subs 2', 'R1 what it is.srt': 'unplaced',
    })
  })
})

test('a firm without its short form stands in another place as it does in its own', async () => {
  const papers: Rules = {
    list: 'id,name,lot\nf1,Kato Co.,L3\nf2,Nord Tief GmbH,L2',
    requirements: [{ id: 'cover', title: 'Cover', name: '{lot}_{name}_certificate', formats: [{ id: 'pdf' }] }],
  }
  const told = (await toldOf(papers, 'certificate Kato.pdf')).get('certificate Kato.pdf')
  expect(told).toMatchObject({ at: 'cover f1', right: 'L3_Kato Co._certificate.pdf' })
  expect(told?.says).toContain('"Kato" instead of "Kato Co."')
  expect(told?.says).not.toContain('too much')
})
