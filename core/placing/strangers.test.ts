import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { roundOf, toldOf } from '../../tests/small-rounds'

// common practice, no source: names of people whom the list does not have

describe('a stranger', () => {
  const memoirs: Rules = {
    list: 'id,given,family,group\n1,Luis,García López,A\n2,Niamh,O\'Nolan,B\n3,Marta,Ibáñez,B',
    requirements: [{ id: 'mem', title: 'Memoir', name: '{group}_{family}_{given}_memoir', formats: [{ id: 'pdf' }] }],
  }
  test.each([
    // another given name beside a family name of two words, a part of it, or one without its O'
    'Oswald García López memoir.pdf', 'Oswald García memoir.pdf', 'Oswald Nolan memoir.pdf',
    // another family name in the very place of the asked one
    'A_Quandtberg_Luis_memoir.pdf', 'B_Quandtberg_Marta_memoir.pdf',
  ])('is nobody of the list: %s', async path => expect(await roundOf(memoirs, path)).toEqual({ [path]: 'unplaced' }))
  test.each([
    ['Luis García López memoir.pdf', 'mem 1'], ['García_memoir.pdf', 'mem 1'], ['A_Garcia_Luis_memoir.pdf', 'mem 1'], ['Nolan memoir.pdf', 'mem 2'],
    // a slip is none
    ['B_Ibanes_Marta_memoir.pdf', 'mem 3'],
  ])('is none who is named, be it in part: %s is %s', async (path, at) => expect(await roundOf(memoirs, path)).toEqual({ [path]: at }))
})

describe('another given name in the very place of the asked one', () => {
  const forms: Rules = {
    list: 'id,given,family,group\n1,Nils,Vogt,U11\n2,Nele,Vogt,U13\n3,Ida,Brink,U13',
    requirements: [
      { id: 'consent', title: 'Consent form', name: '{group}_{family}_{given}_consent', formats: [{ id: 'pdf' }], folder: '{group}' },
      { id: 'pass', title: 'Player pass', name: '{group}_{family}_{given}_pass', formats: [{ id: 'pdf' }], folder: '{group}' },
    ],
  }
  test.each(['U13/U13_Vogt_Nora_consent.pdf', 'U13/Vogt_Nora_consent.pdf'])(
    'is a stranger\'s in a whole group\'s folder, and nobody else\'s of that family: %s', async (path) => {
      expect(await roundOf(forms, path, 'U13/Consent Vogt.pdf')).toEqual({ [path]: 'unplaced', 'U13/Consent Vogt.pdf': 'consent 2' })
    },
  )
  test.each([
    ['U13/U13_Vogt_Scan_consent.pdf', 'consent 2'], ['U13/U13_Vogt_Final_consent.pdf', 'consent 2'], ['U13/U13_Vogt_Nelle_consent.pdf', 'consent 2'],
    ['U13/Consent Vogt.pdf', 'consent 2'],
  ])('is no word for works or their states, and no slip: %s is %s', async (path, at) => {
    expect(await roundOf(forms, path)).toEqual({ [path]: at })
  })
})

describe('a longer form of a given name', () => {
  const sheets: Rules = {
    list: 'id,given,family,group\n1,Theo,Schuster,a\n2,Anna,Kolb,a\n3,Paul,Rehm,b',
    requirements: [{ id: 'sheet', title: 'Notfallblatt', name: '{family}_{given}_Notfall', formats: [{ id: 'pdf' }], folder: '{group}' }],
  }
  test.each([
    ['a/Schuster_Theodor_Notfall.pdf', 'sheet 1'], ['a/Schuster_Teo_Notfall.pdf', 'sheet 1'],
    ['a/Schuster_Leonie_Notfall.pdf', 'unplaced'],
  ])('is nobody else: %s is %s', async (path, at) => expect(await roundOf(sheets, path)).toEqual({ [path]: at }))
})

describe('another family name beside a given name', () => {
  const labels: Rules = {
    list: 'id,given,family,group\n1,Rosa,Lindner,Weber\n2,Emil,Lund,Kraus\n3,Jan-Ole,Berg,Kraus',
    requirements: [
      { id: 'label', title: 'Etikett', name: '{family}_etikett', formats: [{ id: 'svg' }] },
      { id: 'log', title: 'Protokoll', name: '{family}_protokoll', formats: [{ id: 'pdf' }], folder: '{family}' },
    ],
  }
  test.each(['Etikett Rosa Schmidt.svg', 'Nowak_Emil_Etikett.svg', 'Jan-Ole Johansson Etikett.svg'])(
    'is a stranger\'s where it is one that many bear: %s', async path => expect(await roundOf(labels, path)).toEqual({ [path]: 'unplaced' }),
  )
  test.each([
    // a word about the work, the group, the own name beside it, and what lies in the own folder
    ['Etikett Rosa Sommerbier.svg', 'label 1'], ['Etikett Rosa Weber.svg', 'label 1'], ['Rosa Lindner Schmidt Etikett.svg', 'label 1'],
    ['Lindner/Protokoll Rosa Schmidt.pdf', 'log 1'], ['Etikett rosa schmidt.svg', 'label 1'],
  ])('is none where it may be something else: %s is %s', async (path, at) => expect(await roundOf(labels, path)).toEqual({ [path]: at }))
})

test('Mª is María', async () => {
  const forms: Rules = {
    list: 'id,given,family\n1,María José,García López\n2,José María,López García',
    requirements: [{ id: 'photo', title: 'Foto', name: '{family}_{given}_foto', formats: [{ id: 'jpg' }] }],
  }
  const told = await toldOf(forms, 'Mª José García foto.jpg', 'José Mª López foto.jpg')
  expect([...told.values()].map(one => one.at)).toEqual(['photo 2', 'photo 1'])
})

test('what the rules themselves are made of names nobody, be somebody called so or nearly so', async () => {
  const covers: Rules = {
    list: 'id,given,family\n1,Rosa,Cover\n2,Greta,Font\n3,Wim,Draft',
    requirements: [{
      id: 'front', title: 'Front cover', name: '{family}_{given}_front_{work}', formats: [{ id: 'pdf' }], fields: { work: { type: 'text' } },
    }],
  }
  expect(await roundOf(covers, 'Front cover.pdf', 'Rosa Cover front cover Blue.pdf', 'Fontt front Sea.pdf')).toEqual({
    'Front cover.pdf': 'unplaced', 'Rosa Cover front cover Blue.pdf': 'front 1', 'Fontt front Sea.pdf': 'front 2',
  })
})

test('who is named with a slip is no surer than who lies in another folder', async () => {
  const essays: Rules = {
    list: 'id,given,family,group\n1,Ricarda,Sievers,b\n2,Enno,Claas,a',
    requirements: [{ id: 'essay', title: 'Essay', name: '{group}_{family}_essay', formats: [{ id: 'docx' }], folder: '{group}' }],
  }
  const [meant, slip] = ['a/b_Sievers_essay.docx', 'b/Siemers_essay.docx']
  expect(await roundOf(essays, meant, slip)).toEqual({ [meant]: 'essay 1', [slip]: 'superseded' })
})

describe('an id that nobody has', () => {
  const sheets: Rules = {
    list: 'id,given,family,group\n4711100,Bo,Stern,G2\n4710011,Bea,Sterner,G2\n4711001,Ada,Lang,G1',
    requirements: [{
      id: 'sheet', title: 'Übungsblatt', name: '{id}_UE{n}', fields: { n: { type: 'number', digits: 2, from: 1, to: 12 } },
      count: { from: 1, to: 12, by: 'n' }, formats: [{ id: 'pdf' }], folder: '{group}/{id}',
    }],
  }
  test('is nobody\'s, though its folder bears it as well and lies in a group\'s', async () => {
    expect(await roundOf(sheets, 'G2/4711011/4711011_UE01.pdf', 'G2/4710011/471011_UE01.pdf'))
      .toEqual({ 'G2/4711011/4711011_UE01.pdf': 'unplaced', 'G2/4710011/471011_UE01.pdf': 'sheet 4710011' })
  })
})

test('Lotte is Charlotte where another one is called nearly so', async () => {
  const passes: Rules = {
    list: 'id,given,family\n3,Lotta,von Berg\n4,Charlotte,Bergmann',
    requirements: [{ id: 'pass', title: 'Impfausweis', name: '{family}_{given}_Impfausweis', formats: [{ id: 'jpg' }] }],
  }
  expect(await roundOf(passes, 'Lotte Bergmann Impfausweis.jpg')).toEqual({ 'Lotte Bergmann Impfausweis.jpg': 'pass 4' })
})

test('letters of another script that look alike are told as that', async () => {
  const tasks: Rules = {
    list: 'id,name,group\n3,Ελένη Νίκα,Β1\n4,Νίκος Δήμου,Α1',
    requirements: [{ id: 'task', title: 'Εργασία', name: '{group}_{name}_εργασία', formats: [{ id: 'pdf' }] }],
  }
  const path = 'B1_Ελένη Νίκα τελική εργασία.pdf'
  expect((await toldOf(tasks, path)).get(path)?.says).toContain('roup "B1" only looks as it should')
})

describe('a name that is another word as well', () => {
  const plans: Rules = {
    list: 'id,given,family\n1,Marie,Neu\n2,Kai,März\n3,Jonas,Alt\n4,Dee,Page\n5,Cal,Day',
    requirements: [
      { id: 'photo', title: 'Foto', name: '{family}_{given}_Foto', formats: [{ id: 'jpg' }] },
      {
        id: 'plan', title: 'Wochenplan', name: '{family}_Plan_{date}', formats: [{ id: 'pdf' }],
        fields: { date: { type: 'date', pattern: 'dd.MM.yyyy', from: '2026-03-01', to: '2026-03-31' } },
      },
      { id: 'cv', title: 'CV', name: '{family}_{given}_CV', formats: [{ id: 'docx' }] },
    ],
  }
  test.each([
    // a word of state behind the rule's own, a day beside somebody's name, and an amount
    ['Foto neu.jpg', 'unplaced'], ['Foto alt.jpg', 'unplaced'], ['Plan Neu 3. März.pdf', 'plan 1'], ['Day CV 1 page.docx', 'cv 5'],
    // their own
    ['Foto Marie Neu.jpg', 'photo 1'], ['Neu Foto.jpg', 'photo 1'], ['Plan März 9.3..pdf', 'plan 2'], ['Page CV.docx', 'cv 4'],
  ])('is theirs only where it can be nothing else: %s is %s', async (path, at) => {
    expect(await roundOf(plans, path)).toEqual({ [path]: at })
  })
})

test('an id that looks like a day is somebody\'s nevertheless', async () => {
  const theses: Rules = {
    list: 'id,given,family,group\n20231101,Chi,Abara,BSc\n20231102,Dayo,Abara,MSc',
    requirements: [{ id: 'thesis', title: 'Thesis', name: '{id}_{family}_{group}_thesis', formats: [{ id: 'pdf' }], folder: '{group}' }],
  }
  const [right, own, other] = ['BSc/20231101_Abara_BSc_thesis.pdf', 'MSc/Abara_D_MSc_thesis.pdf', 'MSc/20231101_Abara_MSc_thesis.pdf']
  expect(await roundOf(theses, right, own, other)).toEqual({ [right]: 'thesis 20231101', [own]: 'thesis 20231102', [other]: 'unplaced' })
})

test('another figure is no slip, and one left out of the letters is', async () => {
  const logs: Rules = {
    list: 'id,name\nM1,Studio 15\nM2,Studio 13',
    requirements: [{
      id: 'log', title: 'Log', name: '{name}_log_{date}', formats: [{ id: 'pdf' }],
      fields: { date: { type: 'date', pattern: 'yyyy-MM-dd', from: '2026-11-01', to: '2026-11-30' } },
    }],
  }
  const [other, slip] = ['Studio 14_log_2026-11-03.pdf', 'Studi 15_log_2026-11-03.pdf']
  expect(await roundOf(logs, other, slip)).toEqual({ [other]: 'unplaced', [slip]: 'log M1' })
})

describe('a slip in the family name', () => {
  const logs: Rules = {
    list: 'id,given,family\n1,Pia,Conrad\n2,Lars,Ohlsen\n3,Mia,Rieger\n4,Tom,Riegel\n5,Ada,Wolff\n6,Max,Decker',
    requirements: [{
      id: 'log', title: 'Logbuch', name: 'Logbuch_{family}_{date}', formats: [{ id: 'pdf' }],
      fields: { date: { type: 'date', pattern: 'yyyy-MM-dd', from: '2026-11-02', to: '2026-11-20' } },
    }],
  }
  test.each([
    ['Logbuch_Conrd_2026-11-14.pdf', 'log 1'], ['Conrat Logbuch 14.11.2026.pdf', 'log 1'],
    // a name that others bear and that sounds the same
    ['Logbuch_Olsen_2026-11-14.pdf', 'log 2'], ['Logbuch_Wolf_2026-11-14.pdf', 'log 5'],
    // one that sounds otherwise, one as near to another, and a slip beside words that nobody knows
    ['Logbuch_Becker_2026-11-14.pdf', 'unplaced'], ['Logbuch_Riegen_2026-11-14.pdf', 'unplaced'],
    ['Logbuch Conrd Herbst 2026-11-14.pdf', 'unplaced'],
  ])('is theirs where all else is right, and it is nobody else\'s whom one knows: %s is %s', async (path, at) => {
    expect(await roundOf(logs, path)).toEqual({ [path]: at })
  })
})

describe('a name of several words of which one alone is theirs', () => {
  const reports: Rules = {
    list: 'id,given,family,group\n21CS001,Tanaka,Yui,A\n21CS002,Suzuki,Haruto,A\n21CS003,Thomas,Berg,B',
    requirements: [{ id: 'rep', title: 'Report', name: '{name}_report_v{v}', fields: { v: { type: 'version' } }, formats: [{ id: 'docx' }] }],
  }
  test.each(['Kato Yui_report_v1.docx', 'Brannig Haruto_report_v1.docx', 'Thomas Brannig_report_v1.docx'])(
    'is a stranger\'s, another word where the rest belongs: %s', async path => expect(await roundOf(reports, path)).toEqual({ [path]: 'unplaced' }),
  )
  test.each([
    ['Yui_report_v1.docx', 'rep 21CS001'], ['Yui Tanaka_report_v1.docx', 'rep 21CS001'], ['Tanaka Yiu_report_v1.docx', 'rep 21CS001'],
    ['Tanakka Yui_report_v1.docx', 'rep 21CS001'], ['Tom Berg_report_v1.docx', 'rep 21CS003'], ['Final Yui_report_v1.docx', 'rep 21CS001'],
    ['A Suzuki Haruto_report_v1.docx', 'rep 21CS002'],
  ])('is not who has a slip, a short form or a word of state in theirs: %s is %s', async (path, at) => {
    expect(await roundOf(reports, path)).toEqual({ [path]: at })
  })

  const homework: Rules = {
    list: 'id,family,given,group\n1,Nguyễn,Minh Đức,10B\n2,Phạm,Hồng Hạnh,10B',
    requirements: [{
      id: 'hw', title: 'Homework', name: '{group}_{family} {given}_homework{n}', fields: { n: { type: 'number', from: 1, to: 4 } },
      count: { from: 1, to: 4, by: 'n' }, formats: [{ id: 'pdf' }],
    }],
  }
  test.each([
    ['10B_Vo Minh Tam_homework1.pdf', 'unplaced'], ['10B_Nguyen Minh_homework1.pdf', 'hw 1'], ['10B_Minh Duc Nguyen_homework1.pdf', 'hw 1'],
  ])('nor is one whose further names are others: %s is %s', async (path, at) => expect(await roundOf(homework, path)).toEqual({ [path]: at }))
})

describe('who is called otherwise by a letter or two', () => {
  const papers: Rules = {
    list: 'id,family,given,group\n1,Brandl,Sophie,U12\n2,Schwarz,Leo,U12\n3,Weiß,Lea,U14\n4,Ben Youssef,Amine,U14\n5,Gharbi,Youssef,U12',
    requirements: [{ id: 'med', title: 'Attest', name: '{group}_{family}_{given}_Attest', formats: [{ id: 'pdf' }], folder: '{group}' }],
  }
  test.each([
    ['U14/U14_Schwarz_Lea_Attest.pdf', 'unplaced', 'the given name of one and the family name of another'],
    ['U12/U12_Brandl_Tim_Attest.pdf', 'unplaced', 'a short given name in the place of another'],
    ['U12/U12_Schwarz_Lena_Attest.pdf', 'unplaced', 'a given name that has half its letters in common with the asked one'],
    ['U14/U14_Weiss_Leah_Attest.pdf', 'med 3', 'the same name written otherwise'],
    ['U12/U12_Brandl_Neu_Attest.pdf', 'med 1', 'which no other word is'],
    ['U12/U12_Schwarz_Lo_Attest.pdf', 'med 2', 'a slip that is nobody\'s name'],
    ['Attest Ben Youssef.pdf', 'med 4', 'a family name of two words, and not the given name that is the second of them'],
    ['Attest Youssef.pdf', 'unplaced', 'which may be either alone'],
  ])('%s is %s: %s', async (path, at) => expect(await roundOf(papers, path)).toEqual({ [path]: at }))
})

describe('a word nobody knows beside a given name', () => {
  const films: Rules = {
    list: 'id,given,family,group\n1,Dario,Koch,7c\n2,Theresa,Graf,7c',
    requirements: [
      { id: 'vid', title: 'Video', name: '{family}_{given}_Video', formats: [{ id: 'mp4' }] },
      { id: 'imp', title: 'Impfausweis', name: '{group}_{family}_{given}_Impfausweis', formats: [{ id: 'jpg' }] },
    ],
  }
  test.each(['Video Dario Quandtberg.mp4', 'Quandtberg Dario Video.mp4', 'Video_Quandtberg_Theresa.mp4'])(
    'is another family name where nothing else is left: %s', async path => expect(await roundOf(films, path)).toEqual({ [path]: 'unplaced' }),
  )
  test.each([
    ['Video Dario.mp4', 'vid 1'], ['Dario Filmvideo.mp4', 'vid 1'], ['Video Dario neu.mp4', 'vid 1'], ['Video Dario Kohc.mp4', 'vid 1'],
    ['Impfpass Theresa.jpg', 'imp 2'], ['Dario Januar Video.mp4', 'vid 1'],
  ])('is none where it says what the work is, or whose: %s is %s', async (path, at) => expect(await roundOf(films, path)).toEqual({ [path]: at }))

  test('is a topic where free text is asked for', async () => {
    const talks: Rules = {
      ...films, requirements: [{ id: 'ref', title: 'Referat', name: '{family}_{given}_{topic}', fields: { topic: { type: 'text' } } }],
    }
    expect(await roundOf(talks, 'Referat Dario Quandtberg.pdf')).toEqual({ 'Referat Dario Quandtberg.pdf': 'ref 1' })
  })
})

test('an id with another last figure is another one, whatever name stands behind it', async () => {
  const labs: Rules = {
    list: 'id,name,group\n21CS001,Karthik R,A\n21CS003,Priya N,A\n21CS005,Lakshmi Narayanan V,B',
    requirements: [{
      id: 'lab', title: 'Lab record', name: '{id}_{name}_Lab{n}', fields: { n: { type: 'number', digits: 2, from: 1, to: 12 } },
      count: { from: 1, to: 12, by: 'n' }, formats: [{ id: 'pdf' }],
    }],
  }
  for (const path of ['21CS007_Deepa M_Lab01.pdf', '21CS009_Lakshmi Narayanan Ferrari_Lab01.pdf']) {
    expect(await roundOf(labs, path)).toEqual({ [path]: 'unplaced' })
  }
})
