import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { ANY_WAY, roundOf, toldOf } from '../../tests/small-rounds'

// common practice, no source: what the folders say that people make, beside names that say little

describe('a class that is numbered, and so are its pieces', () => {
  const kitchen: Rules = {
    list: 'id,given,family,group\n1,Ana Rita,Marques,CZ1\n2,Bruno,Faria,CZ1\n3,Carla,Lopes,CZ1\n5,Eva,Fontes,CZ2', strictness: ANY_WAY,
    requirements: [{
      id: 'sheet', title: 'Ficha', name: 'Ficha{n}_{given} {family}', folder: '{group}/{given} {family}', formats: [{ id: 'docx' }],
      fields: { n: { type: 'number', digits: 1, from: 1, to: 3 } }, count: { from: 3, to: 3, by: 'n' },
    }],
  }

  test('a bare number in somebody\'s own folder is the piece\'s, whoever else bears it', async () => {
    expect(await roundOf(kitchen, 'CZ2/Eva/1.docx', 'CZ2/Eva/2.docx', 'CZ2/Eva/3.docx')).toEqual({
      'CZ2/Eva/1.docx': 'sheet 5', 'CZ2/Eva/2.docx': 'sheet 5', 'CZ2/Eva/3.docx': 'sheet 5',
    })
  })

  test('where no folder says another, a bare number is still somebody\'s', async () => {
    const { list } = kitchen
    const bare: Rules = { list, requirements: [{ id: 'photo', title: 'Photo', name: '{id}', formats: [{ id: 'jpg' }], folder: 'Photos' }] }
    expect(await roundOf(bare, 'Photos/2.jpg', 'new/3.jpg')).toEqual({ 'Photos/2.jpg': 'photo 2', 'new/3.jpg': 'photo 3' })
  })
})

describe('a level of one\'s own for each piece', () => {
  const laboratory = (sign: string): Rules => ({
    list: 'id,given,family,group\na,Lukas,Behrens,B1\nb,Jan,Schmitt,B2', strictness: { letterCase: 'ignore' },
    requirements: [
      {
        id: 'report', title: 'Protokoll', name: `{group}_${sign}{n}_Protokoll`, folder: '{group}', formats: [{ id: 'pdf' }], holder: 'group',
        fields: { n: { type: 'number', digits: 2, from: 1, to: 3 } }, count: { from: 3, to: 3, by: 'n' },
      },
      {
        id: 'data', title: 'Messdaten', name: `{group}_${sign}{n}_Messdaten`, folder: '{group}/Daten', formats: [{ id: 'csv' }], holder: 'group',
        fields: { n: { type: 'number', digits: 2, from: 1, to: 3 } }, count: { from: 3, to: 3, by: 'n' },
      },
    ],
  })

  test.each([
    ['V', 'B1/Versuch 2/Protokoll.pdf', 'report B1 2', 'B1/B1_V02_Protokoll.pdf'],
    ['Versuch', 'B1/Versuch 2/Messdaten (Wiederholung).csv', 'data B1 2', 'B1/Daten/B1_Versuch02_Messdaten.csv'],
    // the mark of a copy numbers nothing there
    ['V', 'B1/V3/Protokoll (1).pdf', 'report B1 3', 'B1/B1_V03_Protokoll.pdf'],
    ['Versuch', 'B1/Protokoll 1/Protokoll.pdf', 'report B1 1', 'B1/B1_Versuch01_Protokoll.pdf'],
  ])('%s: %s', async (sign, path, at, right) => {
    const [file] = [...(await toldOf(laboratory(sign), path)).values()]
    expect(file).toMatchObject({ at, right })
  })

  test.each(['B1/Gruppe 2/Protokoll.pdf', 'B1/Sitzung 2/Protokoll.pdf', 'B1/Versuch 1 und 2/Protokoll.pdf'])('%s numbers no piece', async (path) => {
    const [file] = [...(await toldOf(laboratory('V'), path)).values()]
    expect(file?.at).toBe('unplaced')
  })

  test('what is of the one format and lies with the other is of that format, if its name says no more of the one', async () => {
    expect(await roundOf(laboratory('V'), 'B2/Protokoll V3.pdf', 'B2/V3.csv')).toEqual({
      'B2/Protokoll V3.pdf': 'report B2', 'B2/V3.csv': 'data B2',
    })
    expect(await roundOf(laboratory('V'), 'B2/Protokoll V3.csv')).toEqual({ 'B2/Protokoll V3.csv': 'report B2' })
  })

  test('what parts a part that is not there from the next is told with it', async () => {
    const [file] = [...(await toldOf(laboratory('V'), 'B2/Messdaten V3.csv')).values()]
    expect(file?.says).toContain('Group "B2" is not there; number "03" stands in another place.')
  })
})

describe('what is told of numbers and names', () => {
  const demos: Rules = {
    list: 'id,name,role\nd1,Dave Small,Buttons\nd2,Siobhán Ní Dhomhnaill,Fairy',
    requirements: [
      {
        id: 'song', title: 'Song demo', name: '{role} song {n}', folder: 'Songs/{role}', formats: [{ id: 'mp3' }],
        fields: { n: { type: 'number', from: 1, to: 2 } }, count: { from: 1, to: 2, by: 'n' },
      },
      { id: 'bio', title: 'Programme biography', name: '{name} bio', folder: 'Programme', formats: [{ id: 'docx' }] },
    ],
  }
  test.each([
    ['Songs/Fairy/Fairy song one.mp3', 'The number is written one, asked: 1.'],
    ['Songs/Buttons/song.mp3', 'role "Buttons" is not there; number "1" is not there.'],
    ['Programme/Bio for Dave.docx', '"bio" stands in another place; "for" is too much; name "Dave" instead of "Dave Small".'],
  ])('%s', async (path, says) => {
    const [file] = [...(await toldOf(demos, path)).values()]
    expect(file?.says.toLowerCase()).toContain(says.toLowerCase())
  })

  test('the end of a number that says which in a row it is, is nobody\'s name', async () => {
    const days: Rules = {
      list: 'id,given,family\nf,Inès,Fabre-Lacoste',
      requirements: [{
        id: 'day', title: 'Journal', name: 'jour{n}_{family}_{given}', folder: '{family} {given}', formats: [{ id: 'odt' }],
        fields: { n: { type: 'number', from: 1, to: 5 } }, count: { from: 5, to: 5, by: 'n' },
      }],
    }
    const told = await toldOf(days, 'Fabre-Lacoste Inès/1er jour.odt', 'Fabre-Lacoste Inès/jour 2ème.odt', 'Fabre-Lacoste Inès/3e jour.odt')
    expect([...told.values()].map(one => one.at).sort()).toEqual(['day f 1', 'day f 2', 'day f 3'])
    for (const { says } of told.values()) expect(says).not.toContain('instead of "Fabre-Lacoste"')
  })

  test('ß keeps its one place in what is told', async () => {
    const quiz: Rules = {
      list: 'id,given,family\n3012610,Felix,Groß',
      requirements: [{ id: 'quiz', title: 'Vortest', name: '{id}_{family}_Vortest', formats: [{ id: 'pdf' }] }],
    }
    const [file] = [...(await toldOf(quiz, 'Vortest_Groß_3012610.pdf')).values()]
    expect(file?.says).not.toContain('too much')
    expect(file?.says).not.toContain('is not there')
  })
})

describe('a week of daily reports', () => {
  const shooting: Rules = {
    list: 'id,name,code\nj,Jeanne Vasseur,JEV',
    requirements: [{
      id: 'report', title: 'Rapport journalier', name: '{date}_{code}_rapport', folder: 'Rapports', formats: [{ id: 'pdf' }],
      count: { from: 5, to: 5 },
      fields: { date: { type: 'date', pattern: 'yyyyMMdd', from: '2026-11-02', to: '2026-11-06' } },
    }],
  }
  test.each([
    ['JEV lundi', '20261102'], ['JEV Mittwoch', '20261104'], ['JEV 5-11', '20261105'], ['JEV 6-11 rapport', '20261106'],
    // two days, or a day outside of that week
    ['JEV 12-11', '{date}'], ['JEV samedi', '{date}'],
  ])('%s is of %s', async (name, day) => {
    const [file] = [...(await toldOf(shooting, `Rapports/${name}.pdf`)).values()]
    expect(file?.right).toBe(`Rapports/${day}_JEV_rapport.pdf`)
  })

  test('where more than a week is asked for, a weekday is no day', async () => {
    const [first] = shooting.requirements as { fields: object }[]
    const longer = { ...first, fields: { date: { type: 'date', pattern: 'yyyyMMdd', from: '2026-11-02', to: '2026-11-20' } } }
    const [file] = [...(await toldOf({ ...shooting, requirements: [longer] }, 'Rapports/JEV lundi.pdf')).values()]
    expect(file?.right).toBe('Rapports/{date}_JEV_rapport.pdf')
  })
})

describe('papers of an office', () => {
  const office: Rules = {
    list: 'id,name\nTRA,Trans-Bud Sp. z o.o.\nPIE,Piekarnia Kłos', strictness: { letterCase: 'ignore' },
    requirements: [
      {
        id: 'vat', title: 'Rejestr VAT', name: '{id}_VAT_{month}', folder: '{id}', formats: [{ id: 'csv' }],
        fields: { month: { type: 'date', pattern: 'yyyy-MM', from: '2026-10-01', to: '2026-10-31' } },
      },
      {
        id: 'bill', title: 'Faktury kosztowe', name: '{id}_FK_{n}', folder: '{id}/faktury', formats: [{ id: 'pdf' }],
        fields: { n: { type: 'number', digits: 3, from: 1, to: 200 } }, count: { from: 0, to: 200, by: 'n' },
      },
    ],
  }
  test('a month in Roman letters before its year is that month; a code inside a longer word is none', async () => {
    const [file] = [...(await toldOf(office, 'TRA/Trans-Bud VAT X 2026.csv')).values()]
    expect(file).toMatchObject({ at: 'vat TRA', right: 'TRA/TRA_VAT_2026-10.csv' })
    expect(file?.says).toContain('the date is written X 2026, asked: 2026-10')
    expect(file?.says).not.toContain('"ns-Bud"')
  })
  test('another month in Roman letters is told as that', async () => {
    const [file] = [...(await toldOf(office, 'TRA/TRA_VAT_IX 2026.csv')).values()]
    expect(file?.right).toBe('TRA/TRA_VAT_{month}.csv')
  })
  test('of two that say one number, the one that says nothing else is meant, be the rule\'s word in the singular', async () => {
    expect(await roundOf(office, 'PIE/faktury/faktura 2.pdf', 'PIE/faktury/faktura_korygująca 2.pdf')).toEqual({
      'PIE/faktury/faktura 2.pdf': 'bill PIE', 'PIE/faktury/faktura_korygująca 2.pdf': 'unplaced',
    })
  })
})

describe('theses', () => {
  const theses: Rules = {
    list: 'id,given,family\n4711003,Emre,Çelik\n4711002,Tobias,Bach', strictness: { letterCase: 'ignore', accents: 'ignore' },
    requirements: [
      {
        id: 'draft', title: 'Entwurf', name: '{id}_{family}_Entwurf_v{v}', folder: '{family} {given}/Entwürfe', formats: [{ id: 'docx' }],
        fields: { v: { type: 'version', digits: 1 } },
      },
      { id: 'thesis', title: 'Bachelorarbeit', name: '{id}_{family}_BA', folder: '{family} {given}', formats: [{ id: 'pdf' }] },
      { id: 'word', title: 'Eigenständigkeitserklärung', name: '{id}_{family}_Erklaerung', folder: '{family} {given}', formats: [{ id: 'pdf' }] },
    ],
  }
  test.each([
    // a day is no version
    ['Çelik Emre/Entwürfe/BA Entwurf Celik 26.10..docx', 'draft 4711003', 'Çelik Emre/Entwürfe/4711003_Çelik_Entwurf_v{v}.docx'],
    // two capitals of the rule's own, standing by themselves; the rule's word at the end of another compound
    ['Celik/BA Celik.pdf', 'thesis 4711003', 'Çelik Emre/4711003_Çelik_BA.pdf'],
    ['Celik/Selbstständigkeitserklärung.pdf', 'word 4711003', 'Çelik Emre/4711003_Çelik_Erklaerung.pdf'],
  ])('%s', async (path, at, right) => {
    const [file] = [...(await toldOf(theses, path)).values()]
    expect(file).toMatchObject({ at, right })
  })
  test('a long word stands whole instead of the rule\'s own, a word of state that the rule asks for is none', async () => {
    const told = await toldOf(theses, 'Bach Tobias/Eigenständigkeitserklärung.pdf', 'Bach Tobias/Entwurf neu.docx')
    expect(told.get('Bach Tobias/Eigenständigkeitserklärung.pdf')?.says).toContain('"Eigenständigkeitserklärung" instead of "_Erklaerung"')
    expect(told.get('Bach Tobias/Entwurf neu.docx')?.says).toContain('"Entwurf" instead of "_Entwurf_v"')
    expect(told.get('Bach Tobias/Entwurf neu.docx')?.says).not.toContain('"4711002" instead')
  })
})

describe('three pieces by three choices', () => {
  const exam: Rules = {
    list: 'id,name\n104,Fionn Mac Cárthaigh\n105,Grace Kelly', strictness: ANY_WAY,
    requirements: [
      {
        id: 'piece', title: 'Recording', name: '{id} {name} {piece}', folder: '{id} {name}', formats: [{ id: 'mp3' }], count: { from: 3, to: 3 },
        fields: { piece: { type: 'choice', values: ['A', 'B', 'C'] } },
      },
      { id: 'scales', title: 'Scales', name: '{id} {name} scales', folder: '{id} {name}', formats: [{ id: 'mp3' }] },
    ],
  }
  test('a letter tells the choice behind the name of its field', async () => {
    const paths = ['A', 'B', 'C'].map(letter => `Fionn/Fionn Violin Piece ${letter}.mp3`)
    expect(Object.values(await roundOf(exam, ...paths))).toEqual(['piece 104', 'piece 104', 'piece 104'])
  })
  test('a second download of one choice is no other piece', async () => {
    expect(await roundOf(exam, ...['A', 'B', 'B (2)'].map(name => `105 Grace Kelly/105 Grace Kelly ${name}.mp3`))).toMatchObject({
      '105 Grace Kelly/105 Grace Kelly B.mp3': 'piece 105', '105 Grace Kelly/105 Grace Kelly B (2).mp3': 'superseded',
    })
  })
  test('"and" is nobody\'s name', async () => {
    const [file] = [...(await toldOf(exam, '105 Grace Kelly/Scales and arpeggios.mp3')).values()]
    expect(file?.at).toBe('scales 105')
    expect(file?.says).not.toContain('"and" instead')
  })
})

test('a scan that tells its number is that one, in another format of the family as well', async () => {
  const scans: Rules = {
    list: 'id,name,volume\nos,Ondřej Šťastný,K04',
    requirements: [
      {
        id: 'scan', title: 'Sken', name: '{volume}_{n}_{id}', folder: '{volume}', formats: [{ id: 'tif' }], count: { from: 4, to: 9, by: 'n' },
        fields: { n: { type: 'number', digits: 4, from: 1, to: 9 } },
      },
      { id: 'notes', title: 'Popis', name: '{volume}_popis', folder: '{volume}', formats: [{ id: 'csv' }] },
    ],
  }
  const told = await toldOf(scans, 'K04/0003.tif', 'K04/0004.jpg')
  expect([...told.values()].map(one => one.at).sort()).toEqual(['scan os 3', 'scan os 4'])
})

test('a number that tells the piece is not its title as well', async () => {
  const photos: Rules = {
    list: 'id,name\nF03,Carmen de la Fuente',
    requirements: [{
      id: 'photo', title: 'Obra', name: '{id}_{n}_{about}', folder: 'Fotos', formats: [{ id: 'jpg' }], count: { from: 1, to: 3, by: 'n' },
      fields: { n: { type: 'number', from: 1, to: 3 }, about: { type: 'text' } },
    }],
  }
  const told = await toldOf(photos, 'Fotos/Carmen_3.jpg', 'Fotos/F03_2_2.jpg')
  expect(told.get('Fotos/Carmen_3.jpg')).toMatchObject({ at: 'photo F03 3', right: 'Fotos/F03_3_{about}.jpg' })
  expect(told.get('Fotos/F03_2_2.jpg')).toMatchObject({ at: 'photo F03 2', says: '' })
})

describe('objects that are inspected', () => {
  const flights: Rules = {
    list: 'id,name\nSL-11,Sluis Oost\nSL-12,Sluis West',
    requirements: [
      {
        id: 'report', title: 'Inspectierapport', name: '{id}_rapport_v{v}', folder: '{id}', formats: [{ id: 'pdf' }],
        fields: { v: { type: 'version', digits: 1 } },
      },
      { id: 'photo', title: 'Foto', name: '{id}_foto', folder: '{id}/fotos', formats: [{ id: 'jpg' }] },
    ],
  }
  test('a code that is written without its sign is that code, and tells no version', async () => {
    const [file] = [...(await toldOf(flights, 'SL-12/rapport_sl12.pdf')).values()]
    expect(file).toMatchObject({ at: 'report SL-12', right: 'SL-12/SL-12_rapport_v{v}.pdf' })
    expect(file?.says).toContain('"SL-12" stands in another place')
  })
  test('what lies where one piece is asked for, in another format of its family, is that piece', async () => {
    expect(await roundOf(flights, 'SL-11/fotos/sluis.png')).toEqual({ 'SL-11/fotos/sluis.png': 'photo SL-11' })
    expect(await roundOf(flights, 'SL-11/fotos/sluis.docx')).toEqual({ 'SL-11/fotos/sluis.docx': 'unplaced' })
  })
})

test.each([['eino eka juttu', 'story e 1'], ['Eino toka juttu', 'story e 2'], ['Mäkisen juttu 1', 'story m 1']])('Finnish: %s', async (name, at) => {
  const paper: Rules = {
    list: 'id,given,family\ne,Eino,Mäkelä\nm,Aada,Mäkinen', strictness: ANY_WAY,
    requirements: [{
      id: 'story', title: 'Juttu', name: '{family}_{given}_juttu{n}', folder: 'jutut', formats: [{ id: 'docx' }],
      fields: { n: { type: 'number', from: 1, to: 2 } }, count: { from: 2, to: 2, by: 'n' },
    }],
  }
  const [file] = [...(await toldOf(paper, `jutut/${name}.docx`)).values()]
  expect(file?.at).toBe(at)
})

describe('two weeks in one file', () => {
  const menus: Rules = {
    list: 'id,name\n02,Kløvermarken', strictness: ANY_WAY,
    requirements: [{
      id: 'menu', title: 'Menuplan', name: '{name}_menuplan_{week}', folder: '{name}', formats: [{ id: 'pdf' }], count: { from: 4, to: 4 },
      fields: { week: { type: 'week', from: '2026-W45', to: '2026-W48' } },
    }],
  }
  // common practice, no source
  test.each(['47 og 48', '47 och 48', '47 en 48', '47 és 48', '47 ja 48'])('menu uge %s is neither of them', async (weeks) => {
    const [file] = [...(await toldOf(menus, `Kløvermarken/menuplan uge ${weeks}.pdf`)).values()]
    expect(file?.right).toBe('Kløvermarken/Kløvermarken_menuplan_{week}.pdf')
  })
  test('one of them is', async () => {
    const [file] = [...(await toldOf(menus, 'Kløvermarken/menuplan uge 47.pdf')).values()]
    expect(file?.right).toBe('Kløvermarken/Kløvermarken_menuplan_2026-W47.pdf')
  })
})

test('a number that its holder bears is no day, though it reads like one', async () => {
  const sheets: Rules = {
    list: 'id,given,family\n20310112,Oliver,Bell',
    requirements: [{
      id: 'sheet', title: 'Problem sheet', name: 'PS{n}_{id}', folder: 'PS{n}', formats: [{ id: 'pdf' }], count: { from: 4, to: 4, by: 'n' },
      fields: { n: { type: 'number', from: 1, to: 4 } },
    }],
  }
  const [file] = [...(await toldOf(sheets, 'PS3/20310112.pdf')).values()]
  expect(file?.at).toBe('sheet 20310112 3')
  expect(file?.says).not.toContain('nothing but a date')
})

test('a figure behind the rule\'s word is the number, and no slip of the word', async () => {
  const plates: Rules = {
    list: 'id,given,family\nc,Luca,Conti', strictness: { letterCase: 'ignore' },
    requirements: [{
      id: 'plate', title: 'Tavola', name: '{family}_{given}_tav{n}', folder: '{family}', formats: [{ id: 'pdf' }], count: { from: 3, to: 3, by: 'n' },
      fields: { n: { type: 'number', digits: 2, from: 1, to: 3 } },
    }],
  }
  const [file] = [...(await toldOf(plates, 'Conti/tav1conti.pdf')).values()]
  expect(file).toMatchObject({ at: 'plate c 1', right: 'Conti/Conti_Luca_tav01.pdf' })
  expect(file?.says).not.toContain('"tav1"')
})

describe('a folder for each month', () => {
  const hotels = (to = '2026-10-31'): Rules => ({
    list: 'id,name\nSVQ1,Torre Giralda', strictness: { letterCase: 'ignore', accents: 'ignore' },
    requirements: [{
      id: 'rooms', title: 'Ocupación', name: '{id}_ocupacion_{month}', folder: '{id}/{month}', formats: [{ id: 'xlsx' }],
      fields: { month: { type: 'date', pattern: 'MM-yyyy', from: '2026-10-01', to } }, count: { from: 1, to: 3 },
    }],
  })
  test('the month that the folder says is the month of a file whose name says none', async () => {
    const told = await toldOf(hotels('2026-12-31'), 'SVQ1/Octubre/Ocupacion.xlsx', 'SVQ1/Noviembre/Ocupacion.xlsx')
    expect([...told.values()].map(one => one.right).sort()).toEqual([
      'SVQ1/10-2026/SVQ1_ocupacion_10-2026.xlsx', 'SVQ1/11-2026/SVQ1_ocupacion_11-2026.xlsx'])
  })
  test('what lies in another month\'s folder never gets the asked month\'s name', async () => {
    const [file] = [...(await toldOf(hotels(), 'SVQ1/Septiembre/SVQ1 Ocupacion.xlsx')).values()]
    expect(file).toMatchObject({ at: 'rooms SVQ1 1', right: 'SVQ1/{month}/SVQ1_ocupacion_{month}.xlsx' })
    expect(file?.says).toContain('says Septiembre; asked: 10-2026 (October)')
  })
  test('nor does it displace what lies in the asked month\'s, though it came later', async () => {
    const [one] = hotels().requirements as object[]
    const rules = { ...hotels(), requirements: [{ ...one, count: { from: 1, to: 1 } }] }
    expect(await roundOf(rules, 'SVQ1/Octubre/SVQ1 Ocupacion.xlsx', 'SVQ1/Septiembre/SVQ1 Ocupacion.xlsx')).toEqual({
      'SVQ1/Octubre/SVQ1 Ocupacion.xlsx': 'rooms SVQ1', 'SVQ1/Septiembre/SVQ1 Ocupacion.xlsx': 'unplaced',
    })
  })
  test('a year is that of a shelf', async () => {
    const [file] = [...(await toldOf(hotels(), 'SVQ1/2025/SVQ1_ocupacion.xlsx')).values()]
    expect(file?.right).toBe('SVQ1/10-2026/SVQ1_ocupacion_10-2026.xlsx')
  })
})

test('a short value is said by the rule\'s own word before it, be that shortened', async () => {
  const book: Rules = {
    list: 'id,name,chapter\nAHA,Anna Haller,1\nDIE,Dieter von Au,4',
    requirements: [{ id: 'captions', title: 'Bildlegenden', name: 'K{chapter}_Legenden', folder: 'Kapitel {chapter}', formats: [{ id: 'docx' }] }],
  }
  expect(await roundOf(book, 'Kap. 4/Legenden.docx', 'Teil 1/Legenden.docx')).toEqual({
    'Kap. 4/Legenden.docx': 'captions DIE', 'Teil 1/Legenden.docx': 'unplaced',
  })
})

describe('one person alone in each team', () => {
  const studios: Rules = {
    list: 'name,group\nJo March,Pixel Pirates\nAli Noor,Quantum Quokkas', strictness: { letterCase: 'ignore' },
    requirements: [
      {
        id: 'build', title: 'Build', name: '{group}_build_v{v}', folder: '{group}', formats: [{ id: 'zip' }],
        fields: { v: { type: 'version', digits: 2 } },
      },
      { id: 'design', title: 'Design document', name: '{group}_GDD', folder: '{group}', formats: [{ id: 'pdf' }] },
    ],
  }
  test('the team says who it is', async () => {
    expect(await roundOf(studios, 'QuantumQuokkas/Game Design Document.pdf', 'QuantumQuokkas/Build_v3.zip')).toEqual({
      'QuantumQuokkas/Game Design Document.pdf': 'design ali-noor', 'QuantumQuokkas/Build_v3.zip': 'build ali-noor',
    })
  })
  test('of two that say a version which is not asked for, the higher one counts, though the lower came later', async () => {
    expect(await roundOf(studios, 'Pixel Pirates/GDD v5.pdf', 'Pixel Pirates/GDD v4.pdf')).toMatchObject({
      'Pixel Pirates/GDD v5.pdf': 'design jo-march', 'Pixel Pirates/GDD v4.pdf': 'superseded',
    })
    expect(await roundOf(studios, 'Pixel Pirates/GDD v4.pdf', 'Pixel Pirates/GDD plan v5.pdf')).toMatchObject({
      'Pixel Pirates/GDD plan v5.pdf': 'design jo-march',
    })
  })
  test('a version of three numbers is no whole one', async () => {
    const [file] = [...(await toldOf(studios, 'Pixel Pirates/Pixel Pirates build 0.9.2.zip')).values()]
    expect(file?.right).toBe('Pixel Pirates/Pixel Pirates_build_v{v}.zip')
  })
})

describe('proofs of training', () => {
  const brigade: Rules = {
    list: 'id,given,family\n105,Tim,Lenz', strictness: { letterCase: 'ignore' },
    requirements: [
      {
        id: 'proof', title: 'Lehrgangsnachweis', name: '{id}_{family}_{course}', folder: '{family} {given}', formats: [{ id: 'pdf' }],
        fields: { course: { type: 'choice', values: [{ value: 'AGT', meaning: 'Atemschutz' }, { value: 'SPF', meaning: 'Sprechfunk' }] } },
        count: { from: 2, to: 2 },
      },
      { id: 'photo', title: 'Passfoto', name: '{id}_{family}_Passfoto', folder: '{family} {given}', formats: [{ id: 'jpg' }] },
    ],
  }
  test('a choice by the last word of what it stands for', async () => {
    const [file] = [...(await toldOf(brigade, 'Lenz Tim/105_Lenz_Funk.pdf')).values()]
    expect(file?.right).toBe('Lenz Tim/105_Lenz_SPF.pdf')
  })
  test('what the rule\'s own word ends with is no program\'s name', async () => {
    const [file] = [...(await toldOf(brigade, 'Lenz Tim/Foto.jpg')).values()]
    expect(file?.at).toBe('photo 105')
    expect(file?.says).not.toContain('gets by itself')
  })
})

test('last year\'s never gets this year\'s name, though the rule writes the year itself', async () => {
  const decisions: Rules = {
    list: 'id,name\nSS,Servizi Sociali\nLP,Lavori Pubblici', strictness: { letterCase: 'ignore' },
    requirements: [{
      id: 'decision', title: 'Determina', name: '{id}_DET_{n}_2026', folder: '{name}', formats: [{ id: 'pdf' }], count: { from: 0, to: 60, by: 'n' },
      fields: { n: { type: 'number', digits: 3, from: 1, to: 60 } },
    }],
  }
  const told = await toldOf(decisions, 'Servizi Sociali/SS_DET_008_2025.pdf', 'Lavori Pubblici/Determina n. 12 del 03.03.2026.pdf')
  const last = told.get('Servizi Sociali/SS_DET_008_2025.pdf')
  expect(last?.right).not.toBe('Servizi Sociali/SS_DET_008_2026.pdf')
  expect(last?.says).toContain('Says "2025"; asked: 2026')
  // the number of the piece is no day
  expect(told.get('Lavori Pubblici/Determina n. 12 del 03.03.2026.pdf')?.says).not.toContain('is written 03')
})

test('a name in the genitive stands where it stands', async () => {
  const glazes: Rules = {
    list: 'id,name\n5,Lena Ruth', strictness: ANY_WAY,
    requirements: [{ id: 'recipe', title: 'Glaze recipe', name: 'recipe {name}', folder: 'Glazes', formats: [{ id: 'txt' }] }],
  }
  const [file] = [...(await toldOf(glazes, 'Glazes/Lena\'s recipe.txt')).values()]
  expect(file?.says).toBe('Name "Lena\'s" instead of "Lena Ruth".')
})

// ISO 8601-1:2019: a week begins on Monday; 2 November 2026 is one (`date -d 2026-11-02 +%GW%V` of Debian says 2026W45)
describe('a week told by its days', () => {
  const reports: Rules = {
    list: 'id,given,family\nk,Karim,El-Sayed', strictness: ANY_WAY,
    requirements: [{
      id: 'week', title: 'Berichtsheft', name: '{family}_{given}_BH_{week}', folder: '{family} {given}', formats: [{ id: 'pdf' }],
      fields: { week: { type: 'week', from: '2026-W44', to: '2026-W46' } }, count: { from: 3, to: 3 },
    }],
  }
  test.each([
    ['Bericht 26.10.-30.10', '2026-W44'], ['Bericht 2.-6.11.', '2026-W45'], ['02.11.2026 bis 06.11.2026', '2026-W45'],
    ['09.11. – 13.11.26', '2026-W46'],
    // two weeks, another week, one day
    ['Bericht 30.10.-06.11.', '{week}'], ['Bericht 16.11.-20.11.', '{week}'],
  ])('%s: %s', async (name, week) => {
    const [file] = [...(await toldOf(reports, `El-Sayed Karim/${name}.pdf`)).values()]
    expect(file?.right).toBe(`El-Sayed Karim/El-Sayed_Karim_BH_${week}.pdf`)
  })
})

test('a word that only tells a state is no title', async () => {
  const films: Rules = {
    list: 'id,given,family\nd,Dylan,N\'Diaye', strictness: { letterCase: 'ignore' },
    requirements: [{
      id: 'film', title: 'Court-métrage', name: '{family}_{given}_CM_{about}', folder: 'Image', formats: [{ id: 'mp4' }],
      fields: { about: { type: 'text' } },
    }],
  }
  const [wrong] = [...(await toldOf(films, 'Image/NDiaye CM final.mp4')).values()]
  expect(wrong?.right).toBe('Image/N\'Diaye_Dylan_CM_{about}.mp4')
  // somebody's film may be called so: the name is right
  const [right] = [...(await toldOf(films, 'Image/N\'Diaye_Dylan_CM_Final.mp4')).values()]
  expect(right?.says).toBe('')
})

test('years from and to, as people shorten them, are a value of the list', async () => {
  const registers: Rules = {
    list: 'id,name,register\nNC,Nora Casey,Baptisms 1850-1859\nLF,Liam Foley,Baptisms 1860-1869',
    requirements: [{ id: 'index', title: 'Name index', name: '{id}_index', folder: '{register}', formats: [{ id: 'csv' }] }],
  }
  expect(await roundOf(registers, 'Baptisms 1860-69/index.csv')).toEqual({ 'Baptisms 1860-69/index.csv': 'index LF' })
})

test('an ending behind a name is told with it', async () => {
  const essays: Rules = {
    list: 'id,given,family\nm,Μαρία,Νικολάου', strictness: { letterCase: 'ignore' },
    requirements: [{ id: 'essay', title: 'Έκθεση', name: '{family}_{given}_έκθεση', folder: 'Α2', formats: [{ id: 'pdf' }] }],
  }
  const [file] = [...(await toldOf(essays, 'Α2/Έκθεση Μαρίας (1).pdf')).values()]
  expect(file?.says).not.toContain('"ς')
})

describe('two days in one file', () => {
  const notes: Rules = {
    list: 'id,given,family\n12,Ida,Hase', strictness: ANY_WAY,
    requirements: [{
      id: 'note', title: 'Beobachtung', name: '{given} {family}_Beobachtung_{day}', folder: '{given} {family}', formats: [{ id: 'docx' }],
      fields: { day: { type: 'date', pattern: 'yyyy-MM-dd', from: '2026-10-01', to: '2026-11-30' } }, count: { from: 1, to: 3 },
    }],
  }
  // common practice, no source
  test.each(['10. Oktober und 11. November', '8 en 15 november', '2.11.-6.11.', '10.11. + 12.11.'])('%s is neither of them', async (days) => {
    const [file] = [...(await toldOf(notes, `Ida Hase/Beobachtung ${days}.docx`)).values()]
    expect(file?.right).toBe('Ida Hase/Ida Hase_Beobachtung_{day}.docx')
  })
  test.each([['2 - 10.11.', '2026-11-10'], ['3. November', '2026-11-03'], ['Teil 2 vom 10.11.', '2026-11-10']])('%s is one', async (days, day) => {
    const [file] = [...(await toldOf(notes, `Ida Hase/Beobachtung ${days}.docx`)).values()]
    expect(file?.right).toBe(`Ida Hase/Ida Hase_Beobachtung_${day}.docx`)
  })
})

test('a sign stands for no word of the rule', async () => {
  const takes: Rules = {
    list: 'id,name,part\nj,Jun Kim,Cello', strictness: ANY_WAY,
    requirements: [{
      id: 'take', title: 'Take', name: '{part} piece {n}', folder: '{part}', formats: [{ id: 'wav' }],
      fields: { n: { type: 'number', from: 1, to: 2 } }, count: { from: 2, to: 2, by: 'n' },
    }],
  }
  const [file] = [...(await toldOf(takes, 'Cello/Cello 1.wav')).values()]
  expect(file?.says).toBe('" piece " is not there.')
})
