// common practice, no source: what people write beside, or instead of, what is asked for, and how that is told
import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { toldOf } from '../../tests/small-rounds'

const one = async (rules: Rules, path: string) => (await toldOf(rules, path)).get(path)

describe('what the holder is called by', () => {
  const CONSENTS: Rules = {
    list: 'id,name,alias\n1,Charlotte Weber,Lotte\n2,Jonathan Peters,Jonny\n3,Emil Brandt,',
    requirements: [{ id: 'consent', title: 'Einverständnis', name: 'Einverstaendnis_{name}', formats: [{ id: 'pdf' }] }],
  }
  test('stands instead of their name, beside another word for the piece', async () => {
    expect(await one(CONSENTS, 'Einverständniserklärung Lotte.pdf')).toMatchObject({
      at: 'consent 1', says: '"Einverständniserklärung" instead of "Einverstaendnis_"; name "Lotte" instead of "Charlotte Weber".',
    })
  })
  test('before the rule\'s own word that is cut short, too', async () => {
    expect(await one(CONSENTS, 'Jonny Peters einverst..pdf')).toMatchObject({
      at: 'consent 2', says: 'Name "Jonny Peters" instead of "Jonathan Peters"; "einverst." instead of "Einverstaendnis_".',
      right: 'Einverstaendnis_Jonathan Peters.pdf',
    })
  })

  test('for the given name, where the family name is not there either', async () => {
    const sheets: Rules = {
      list: 'id,given,family,alias,group\n1,Elisabeth,Frisch,Lisl,Owl\n2,Max,Ott,,Fox',
      requirements: [{ id: 'sheet', title: 'Health sheet', name: '{group}_{family}_{given}_health', formats: [{ id: 'pdf' }] }],
    }
    expect((await one(sheets, 'Lisl health.pdf'))?.says).toContain('given name "Lisl" instead of "Elisabeth"')
  })

  const PRINTS: Rules = {
    list: 'id,given,family\n2,Ian,Mack\n5,Ilse,van der Meer',
    requirements: [{
      id: 'print', title: 'Print', name: '{id}_{n}_{title}', formats: [{ id: 'jpg' }], count: { from: 1, to: 3, by: 'n' },
      fields: { n: { type: 'number', digits: 1, from: 1, to: 3 }, title: { type: 'text', maxLength: 40 } },
    }],
  }
  test.each([
    ['Ian Mack - 1 - Otter.jpg', '2_1_Otter.jpg', 'Number in the list "2" is not there; "Ian Mack" is too much.'],
    ['vd Meer 2 Pier.jpg', '5_2_Pier.jpg', 'Number in the list "5" is not there; "vd Meer" is too much.'],
    ['I. vd Meer - 3 - Pier.jpg', '5_3_Pier.jpg', undefined],
    ['Ilse Pier.jpg', '5_1_Pier.jpg', 'Number in the list "5" is not there; number "1" is not there; "Ilse" is too much.'],
  ])('is none of somebody\'s own words, nor is the number behind it: of %s', async (path, right, says) => {
    const told = await one(PRINTS, path)
    expect(told?.right).toBe(right)
    if (says !== undefined) expect(told?.says).toBe(says)
  })
})

describe('a number', () => {
  const LINES: Rules = {
    list: 'id,name\nd1,Antigone\nd2,Kreon\nd3,Ismene',
    requirements: [{
      id: 'lines', title: 'Recording', name: '{name}_scene{n}', formats: [{ id: 'wav' }], count: { from: 1, to: 9, by: 'n' },
      fields: { n: { type: 'number', digits: 2, from: 1, to: 9 } }, folder: '{name}',
    }],
  }
  test.each([['Kreon/kreon sc 4 take 2.wav', 4], ['Kreon/kreon scene 5 take 3.wav', 5], ['Kreon/kreon s6 t2.wav', 6], ['Kreon/kreon take 2.wav', 2]])(
    'behind the rule\'s own word, be it short, is the one asked for: of %s it is %i', async (path, n) => {
      expect((await one(LINES, path))?.at).toBe(`lines d2 ${n}`)
    })
  test('of that and of another word the other is told with its word', async () => {
    const told = await one(LINES, 'Kreon/kreon sc 4 take 2.wav')
    expect(told?.says).toBe('" sc" instead of "_scene"; the number is written 4, asked: 04; " take 2" is too much.')
  })
  test('another word for the kind of work before it is no name', async () => {
    const told = await one(LINES, 'Ismene/Szene 2.wav')
    expect(told?.says).toBe('Name "Ismene" is not there; "Szene" instead of "_scene"; the number is written 2, asked: 02.')
  })
  test('straight behind letters makes nobody\'s name of these', async () => {
    const data: Rules = {
      list: 'id,given,family\n8,Ben,Stone\n9,Cleo,Marsh',
      requirements: [{
        id: 'data', title: 'Data', name: '{family}_{given}_data{n}', formats: [{ id: 'xlsx' }], count: { from: 3, to: 3, by: 'n' },
        fields: { n: { type: 'number', digits: 1, from: 1, to: 3 } }, folder: '{family}_{given}',
      }],
    }
    expect((await one(data, 'Stone_Ben/exp1 data.xlsx'))?.says).toMatch(/^Family name "Stone" is not there; "exp" is too much;/)
  })
  test('of the list is known with zeros beside somebody\'s own words', async () => {
    const prints: Rules = {
      list: 'id,name,section\n3,Haddad,Street\n4,Lee,Street',
      requirements: [
        {
          id: 'print', title: 'Print', name: '{id}_{n}_{title}', formats: [{ id: 'jpg' }], folder: '{section}', count: { from: 1, to: 3, by: 'n' },
          fields: { n: { type: 'number', digits: 1, from: 1, to: 3 }, title: { type: 'text', maxLength: 40 } },
        },
        { id: 'form', title: 'Entry form', name: '{id}_entry', formats: [{ id: 'pdf' }] },
      ],
    }
    expect(await one(prints, 'Street/04_3_Kiosk.jpg')).toMatchObject({ at: 'print 4 3', right: 'Street/4_3_Kiosk.jpg' })
  })
})

test.each([
  ['2B/2B Ibáñez foto dos.jpg', 'foto 4 2', 'the number is written dos'], ['2B/Ibáñez foto tres.jpg', 'foto 4 3', 'the number is written tres'],
])('a number in a word is the number: %s is %s', async (path, at, says) => {
  const photos: Rules = {
    list: 'id,family,class\n1,García,2A\n4,Ibáñez,2B',
    requirements: [{
      id: 'foto', title: 'Fotografía', name: '{class}_{family}_foto{n}', formats: [{ id: 'jpg' }], folder: '{class}',
      count: { from: 3, to: 4, by: 'n' },
      fields: { n: { type: 'number', digits: 1, from: 1, to: 4 } },
    }],
  }
  const told = await one(photos, path)
  expect(told?.at).toBe(at)
  expect(told?.says).toContain(says)
  expect(told?.says).not.toMatch(/number.* is not there|too much/)
})

test('a whole name in another order is told as one', async () => {
  const plans: Rules = {
    list: 'id,name\n12,Erna Falk\n21,Theo Maas',
    requirements: [{ id: 'plan', title: 'Care plan', name: '{id}_{name}_Plan', formats: [{ id: 'docx' }] }],
  }
  expect((await one(plans, 'Maas, Theo Plan 2026.docx'))?.says).toContain('ame "Maas, Theo" instead of "Theo Maas"')
  expect((await one(plans, '21_Theo Maas Plan (2026).docx'))?.says).not.toContain('instead of "Theo Maas"')
})

describe('the number of a piece', () => {
  const SCANS: Rules = {
    list: 'id,name,box\nNL-014,Haverkamp,B3\nNL-015,Mill,B3',
    requirements: [{
      id: 'scan', title: 'Scan', name: '{id}_{n}', formats: [{ id: 'tif' }], folder: '{box}/{id}', count: { from: 1, to: 6, by: 'n' },
      fields: { n: { type: 'number', digits: 4, from: 1, to: 9999 } },
    }],
  }
  test.each([['B3/NL-015/NL15_0002.tif', 2], ['B3/NL-015/NL-15 0003.tif', 3], ['B3/NL-015/NL 015-4.tif', 4]])(
    'is none that a code of the list has, be it without its zeros: of %s it is %i', async (path, n) => {
      expect((await one(SCANS, path))?.at).toBe(`scan NL-015 ${n}`)
    })

  test.each([['T4_ch3_2.docx', 3], ['T4_chap 2 (1).docx', 2], ['T4_2.docx', 2], ['T4_x3_2.docx', undefined]])(
    'stands behind what begins the name of its field: of %s it is %s', async (path, n) => {
      const chapters: Rules = {
        list: 'id,name\nT4,Orlov\nT5,Nunes',
        requirements: [{
          id: 'file', title: 'Translation', name: '{id}_{chapter}', formats: [{ id: 'docx' }], count: { from: 3, to: 3, by: 'chapter' },
          fields: { chapter: { type: 'number', digits: 2, from: 1, to: 3 } },
        }],
      }
      const at = (await one(chapters, path))?.at
      if (n === undefined) expect(at).not.toBe('file T4 3')
      else expect(at).toBe(`file T4 ${n}`)
    })
})

describe('somebody\'s own words', () => {
  const MUSIC: Rules = {
    list: 'id,given,family\n11,Ada,Klein\n13,Cem,Arslan',
    requirements: [
      {
        id: 'score', title: 'Score', name: '{family}_{given}_score_{piece}', formats: [{ id: 'pdf' }], folder: '{family}',
        fields: { piece: { type: 'text', maxLength: 60 } },
      },
      {
        id: 'bill', title: 'Invoice', name: '{id}_invoice_{no}', formats: [{ id: 'docx' }], folder: '{family}',
        fields: { no: { type: 'text', maxLength: 20 } },
      },
    ],
  }
  test.each([
    ['Arslan/invention_4_score.pdf', 'Arslan/Arslan_Cem_score_invention_4.pdf', 'are all of them where one sign parts every word'],
    ['Arslan/Invention_in_a_score.pdf', 'Arslan/Arslan_Cem_score_Invention_in_a.pdf', 'be the first in capitals'],
    ['Arslan/Schmidt_Gavotte_score.pdf', 'Arslan/Arslan_Cem_score_Gavotte.pdf', 'without what may be a name before them'],
    ['Arslan/arslan_gavotte_score.pdf', 'Arslan/Arslan_Cem_score_gavotte.pdf', 'or is one'],
    ['Arslan/Cem score Rowing camp final version.pdf', 'Arslan/Arslan_Cem_score_Rowing camp.pdf', 'end before two words of state'],
    ['Arslan/invoice no. 7.docx', 'Arslan/13_invoice_7.docx', 'need no sign before a number'],
  ])('of %s make %s: they %s', async (path, right) => expect((await one(MUSIC, path))?.right).toBe(right))
})

test('the first letters of what the piece is called are no name', async () => {
  const sheets: Rules = {
    list: 'id,given,family\na2,Élise,Faure\na3,Luc,Petit',
    requirements: [{
      id: 'fiche', title: 'Fiche technique', name: '{family}_{given}_fiche_v{v}', formats: [{ id: 'xlsx' }], folder: '{family}',
      fields: { v: { type: 'version' } },
    }],
  }
  expect((await one(sheets, 'Faure/FT Elise v1.xlsx'))?.says).toContain('Family name "Faure" is not there; "FT" is too much')
})

test.each([
  ['ui-fr-FR.xml', 'lang "fr-FR" instead of "fr"'], ['ui_no.xml', 'Lang "no" instead of "nb"'], ['ui_zh-CN.xml', 'Lang "zh-CN" instead of "zh-Hans"'],
])('another code of a language stands instead of the list\'s: %s says %s', async (path, says) => {
  const rule: Rules = {
    list: 'id,name,lang\n2,Perrin,fr\n5,Chen,zh-Hans\n6,Dahl,nb',
    requirements: [{ id: 'ui', title: 'Interface', name: 'ui_{lang}', formats: [{ id: 'xml' }] }],
  }
  expect((await one(rule, path))?.says).toContain(says)
})

test('a code that is there whole is told as that, not by a figure of it', async () => {
  const forms: Rules = {
    list: 'id,name,class\n2,Vik,R2\n3,Storm,R4',
    requirements: [{ id: 'form', title: 'Form', name: '{id}_{class}_scrutineering', formats: [{ id: 'pdf' }], folder: 'Car {id}' }],
  }
  expect((await one(forms, 'Car 2/scrutineering R2.pdf'))?.says).toBe('Number in the list "2" is not there; class "R2" stands in another place.')
})

test.each([
  ['Adam/vacc Dina.jpg', '"vacc" instead of "_vaccination"'], ['Adam/vaccination Dina.jpg', 'family name "Dina" instead of "Adam"'],
])('what the holder is called by is none of a word of the rule\'s own that is begun: %s', async (path, says) => {
  const records: Rules = {
    list: 'id,given,family\nN3,Cyril,Adams\nN4,Dina,Adam',
    requirements: [{ id: 'vac', title: 'Vaccination record', name: '{id}_{family}_vaccination', formats: [{ id: 'jpg' }], folder: '{family}' }],
  }
  expect((await one(records, path))?.says).toContain(says)
})

test.each([
  ['Berg/Exposé Berg (2).pdf', 'Berg/Berg_expose_v{v}.pdf'], ['Berg/Exposé Berg v2.pdf', 'Berg/Berg_expose_v2.pdf'],
  ['Berg/Exposé Berg 2.pdf', 'Berg/Berg_expose_v2.pdf'],
])('the number of a copy is no version: of %s is made %s', async (path, right) => {
  const theses: Rules = {
    list: 'id,family\n1,Berg\n2,Kamp',
    requirements: [{
      id: 'exp', title: 'Exposé', name: '{family}_expose_v{v}', formats: [{ id: 'pdf' }], fields: { v: { type: 'version' } }, folder: '{family}',
    }],
  }
  expect((await one(theses, path))?.right).toBe(right)
})

test('the rule\'s own word is known written out before its number', async () => {
  const chapters: Rules = {
    list: 'id,family\n1,Berg\n2,Kamp',
    requirements: [{
      id: 'ch', title: 'Text', name: '{family}_ch{n}', formats: [{ id: 'docx' }], folder: '{family}', count: { from: 2, to: 6, by: 'n' },
      fields: { n: { type: 'number', digits: 2, from: 1, to: 6 } },
    }],
  }
  expect((await one(chapters, 'Berg/Berg_chapter1.docx'))?.says).toBe('"_chapter" instead of "_ch"; the number is written 1, asked: 01.')
})

test('a word of the rule\'s own that is there whole has all its letters', async () => {
  const books: Rules = {
    list: 'id,name\nsch,Peter Schade\nhub,Julia Huber',
    requirements: [{
      id: 'book', title: 'Klassenbuch', name: 'Klassenbuch_{id}_{month}', formats: [{ id: 'xlsx' }], folder: '{id}', count: { from: 2, to: 2 },
      fields: { month: { type: 'date', pattern: 'yyyy-MM', from: '2026-09-01', to: '2026-10-31' } },
    }],
  }
  expect(await one(books, 'sch/klassenbuch okt.xlsx')).toMatchObject({
    says: '"klassenbuch" instead of "Klassenbuch_"; number in the list "sch" is not there; the date is written okt, asked: 2026-10.',
    right: 'sch/Klassenbuch_sch_2026-10.xlsx',
  })
})

test.each([
  ['Marin/homework1.py', '"homework" instead of "hw"'], ['biography Marin.docx', '"biography" instead of "_bio"'],
  ['bio Marin.docx', '"bio" stands in another place'],
])('another word for a kind of work stands instead of the rule\'s: %s says %s', async (path, says) => {
  const rule: Rules = {
    list: 'id,family\n1,Marin',
    requirements: [
      {
        id: 'hw', title: 'Homework', name: 'hw{n}_{family}', formats: [{ id: 'py' }], folder: '{family}', count: { from: 1, to: 4, by: 'n' },
        fields: { n: { type: 'number', digits: 1, from: 1, to: 4 } },
      },
      { id: 'bio', title: 'Biography', name: '{family}_bio', formats: [{ id: 'docx' }] },
    ],
  }
  expect((await one(rule, path))?.says).toContain(says)
})

describe('words that the rule writes for short', () => {
  const minutes: Rules = {
    list: 'code,name\nFIN,Finances\nENV,Environnement',
    requirements: [
      ['cr', 'Compte rendu', 'CR'], ['odj', 'Ordre du jour', 'ODJ'],
    ].map(([id, title, short]) => ({
      id, title, name: `{date}_{code}_${short}`, formats: [{ id: 'pdf' }], count: { from: 1, to: 5 },
      fields: { date: { type: 'date', pattern: 'yyyyMMdd', from: '2026-09-01', to: '2026-12-31' } },
    })),
  }
  test.each([
    ['20261006_ENV_compte-rendu.pdf', '"_compte-rendu" instead of "_CR".', '20261006_ENV_CR.pdf'],
    // and a month that begins as they do is none of them
    ['Ordre du jour ENV 6 oct.pdf', '"Ordre du jour" instead of "_ODJ"', '20261006_ENV_ODJ.pdf'],
    ['ODJ FIN 6 oct.pdf', '"ODJ" stands in another place', '20261006_FIN_ODJ.pdf'],
  ])('stand for them: %s', async (path, says, right) => {
    const told = await one(minutes, path)
    expect(told?.says).toContain(says)
    expect(told?.right).toBe(right)
  })
})

describe('a number with the rule\'s own word before it, within somebody\'s own words', () => {
  const cases: Rules = {
    list: 'id,given,family\n1,Pia,Conrad\n2,Yusuf,Demir',
    requirements: [{
      id: 'case', title: 'Case report', name: 'Case{n}_{family}_{about}', formats: [{ id: 'docx' }], count: { from: 2, to: 2, by: 'n' },
      fields: { n: { type: 'number', digits: 1, from: 1, to: 2 }, about: { type: 'text' } },
    }],
  }
  test.each([
    ['Conrad_Case2_Hernia_final.docx', 'case 1 2', 'Case2_Conrad_Hernia.docx'], ['Demir_Case1_Sepsis.docx', 'case 2 1', 'Case1_Demir_Sepsis.docx'],
    ['Demir_Case2_Sepsis v2.docx', 'case 2 2', 'Case2_Demir_Sepsis.docx'],
  ])('is none of them: %s', async (path, at, right) => {
    expect(await one(cases, path)).toMatchObject({ at, right })
  })
})

test('a word of letters is no choice where none has any', async () => {
  const issues: Rules = {
    list: 'id,given,family\nfw,Florian,Weiß\nks,Karin,Seidl',
    requirements: [{
      id: 'picture', title: 'Bild', name: '{issue}_{part}_{id}_{n}', formats: [{ id: 'jpg' }], count: { from: 1, to: 3, by: 'n' },
      fields: {
        issue: { type: 'choice', values: ['2026-4'] }, part: { type: 'choice', values: ['Sport', 'Kultur'] },
        n: { type: 'number', digits: 1, from: 1, to: 3 },
      },
    }],
  }
  expect(await one(issues, 'Sport Florian Weiss Foto2.jpg')).toMatchObject({ at: 'picture fw 2', right: '2026-4_Sport_fw_2.jpg' })
})

test('values that a rule joins stand together wherever they are', async () => {
  const banners: Rules = {
    list: 'code,name\nHEL,Helios\nTEE,Teehaus',
    requirements: [{
      id: 'banner', title: 'Banner', name: '{code}_banner_{w}x{h}', formats: [{ id: 'png' }], count: { from: 1, to: 9 },
      fields: { w: { type: 'number', from: 100, to: 4000 }, h: { type: 'number', from: 50, to: 4000 } },
    }],
  }
  expect(await one(banners, 'HEL_300x250_banner.png')).toMatchObject({ right: 'HEL_banner_300x250.png' })
  expect(await one(banners, 'HEL_300_banner.png')).toMatchObject({ right: 'HEL_banner_300x{h}.png' })
})

test('a number before a month that is asked for is no day', async () => {
  const receipts: Rules = {
    list: 'id,name\nKA,Holger Dietz\nJU,Pauline Abel',
    requirements: [{
      id: 'receipt', title: 'Beleg', name: '{id}_{month}_Beleg{n}', formats: [{ id: 'pdf' }], folder: '{month}', count: { from: 1, to: 99 },
      fields: {
        month: { type: 'date', pattern: 'yyyy-MM', from: '2026-01-01', to: '2026-12-31' }, n: { type: 'number', digits: 2, from: 1, to: 99 },
      },
    }],
  }
  expect(await one(receipts, '2026-03/KA Beleg 1 März.pdf')).toMatchObject({ right: '2026-03/KA_2026-03_Beleg01.pdf' })
  for (const day of ['7. März Beleg', 'Beleg 7. März', 'Beleg 7.3.2026']) {
    expect(await one(receipts, `2026-03/KA ${day}.pdf`), day).toMatchObject({ right: '2026-03/KA_2026-03_Beleg{n}.pdf' })
  }
})
