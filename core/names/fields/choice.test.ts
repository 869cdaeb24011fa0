import { describe, expect, test } from 'vitest'
import { explainParts } from '../explain'
import { fillTemplate } from '../parts'
import { parseTemplate } from '../template'
import type { FieldRule } from './index'
import { languageMeant } from './language-words'

const FIELDS: Record<string, FieldRule> = {
  lang: { type: 'choice', values: ['PL', 'EN'], meanings: { PL: 'polski', EN: 'angielski' } },
  bank: { type: 'choice', values: ['upstream', 'downstream', 'left', 'right'], meanings: {} },
  sheet: { type: 'choice', values: ['GR', 'AN', 'SC', 'LP'], meanings: {} }, langs: { type: 'choice', values: ['EN', 'DE', 'FR'], meanings: {} },
  course: { type: 'choice', values: ['FA', 'BA'], meanings: { FA: 'First aid', BA: 'Breathing apparatus' } },
  side: { type: 'choice', values: ['SUED', 'NORD'], meanings: {} }, tongue: { type: 'choice', values: ['fr', 'en', 'DE'], meanings: {} },
  road: { type: 'choice', values: ['Hauptstraße', 'Ring'], meanings: {} },
  scale: { type: 'choice', values: ['1-500', '1-1000'], meanings: {} },
  trade: { type: 'choice', values: ['STA', 'BRA', 'SCH'], meanings: { STA: 'Statik', BRA: 'Brandschutz', SCH: 'Schallschutz' } },
  part: { type: 'choice', values: ['1e', '2e', '3e', 'solo'], meanings: {} },
  quarter: { type: 'choice', values: ['Q1', 'Q2', 'Q3', 'Q4'], meanings: {} },
  term: { type: 'choice', values: ['2026-Q2', '2026-Q3'], meanings: {} }, other: { type: 'choice', values: ['Q1', 'Q2', 'Q3', 'Q4'], meanings: {} },
  joined: { type: 'choice', values: ['2026Q1', '2026Q2', '2026Q3'], meanings: {} },
  half: { type: 'choice', values: ['WS2026', 'SS2026'], meanings: {} }, norm: { type: 'choice', values: ['ISO9001', 'ISO14001'], meanings: {} },
  ratio: { type: 'choice', values: ['1-1', '1-5', '1-10'], meanings: {} },
  run: { type: 'choice', values: ['50m', '800m', 'Weitsprung'], meanings: {} },
  page: { type: 'choice', values: ['VS', 'RS'], meanings: { VS: 'Vorderseite', RS: 'Rückseite' } },
  cut: { type: 'choice', values: ['RC', 'FC'], meanings: { RC: 'rough cut', FC: 'fine cut' } },
  thousands: { type: 'choice', values: ['5k', '10k', '25k'], meanings: {} },
  rev: { type: 'choice', values: ['A', 'B', 'C', 'D'], meanings: {} }, n: { type: 'number', digits: 1, from: 1, to: 9 },
  song: { type: 'choice', values: ['Ave', 'Abendlied'], meanings: {} },
  about: { type: 'text', minLength: 1, maxLength: 60 }, year: { type: 'number', digits: 4, from: 2020, to: 2026 },
  day: { type: 'date', pattern: 'yyMMdd', from: '2026-11-02', to: '2026-11-12' },
  ray: { type: 'choice', values: ['VD', 'LAT'], meanings: {} }, since: { type: 'choice', values: ['2025', '2026'], meanings: {} },
  step: { type: 'choice', values: ['Zuschnitt', 'Verleimen', 'Oberfläche'], meanings: {} },
  substance: { type: 'choice', values: ['pH', 'N', 'P', 'K'], meanings: {} },
  room: { type: 'choice', values: ['kitchen', 'bath', 'living'], meanings: {} },
  stroke: { type: 'choice', values: ['Freistil', 'Rücken', 'Brust'], meanings: {} },
  letter: { type: 'choice', values: ['A-A', 'B-B'], meanings: {} }, level: { type: 'choice', values: ['UG', 'EG', 'OG'], meanings: {} },
  semester: { type: 'choice', values: ['WS26', 'SS27'], meanings: {} },
  who: { type: 'choice', values: ['driver', 'codriver'], meanings: {} },
  storey: { type: 'choice', values: ['PT', 'P1', 'P2'], meanings: {} }, drawn: { type: 'choice', values: ['1-100', '1-200'], meanings: {} },
  dept: { type: 'choice', values: ['layout', 'blocking', 'final', 'studio', 'stand'], meanings: {} },
  revision: { type: 'choice', values: ['rev0', 'rev1', 'rev2'], meanings: {} },
  movement: { type: 'choice', values: ['I', 'II', 'III', 'IV'], meanings: {} },
  scale2: { type: 'choice', values: ['1-10000', '1-25000'], meanings: {} }, theme: { type: 'choice', values: ['Nutzung', 'Boden'], meanings: {} },
  ofYear: { type: 'choice', values: ['2026-09', '2026-10', '2026-11'], meanings: {} },
  month: { type: 'choice', values: ['sep', 'okt', 'nov'], meanings: {} }, season: { type: 'choice', values: ['2026-27'], meanings: {} },
  only: { type: 'choice', values: ['2026'], meanings: {} }, case: { type: 'choice', values: ['case1', 'case2', 'case3'], meanings: {} },
  litres: { type: 'choice', values: ['075', '150'], meanings: {} },
  v: { type: 'version', digits: 2, milestone: false }, chapter: { type: 'choice', values: ['Part1', 'Annex'], meanings: {} },
  invoice: { type: 'number', digits: 4, from: 1, to: 9999 }, sheetNo: { type: 'number', digits: 3, from: 1, to: 200 },
  anyDay: { type: 'date', pattern: 'yyyy-MM-dd', from: '2026-01-01', to: '2026-12-31' },
}
const told = (template: string, name: string) => {
  const { captures, differences } = explainParts(
    fillTemplate(parseTemplate(template), FIELDS, { family: 'Marsh' }), name,
    { strictness: { letterCase: 'ignore', separators: 'exact', accents: 'ignore' } },
  )
  return [captures, differences.map(one => `${one.part} ${one.kind} ${one.actual}`)]
}

// common practice, no source
describe('a choice', () => {
  test.each([['angielskie', 'EN'], ['ang', 'EN'], ['Polskie', 'PL']])('"%s" is known by what it means: %s', (written, lang) => {
    expect(told('{family}_{lang}', `Marsh_${written}`)).toEqual([{ lang }, [`lang misspelt ${written}`]])
  })

  test.each([['50 Meter', '50m'], ['800 m', '800m'], ['50 mal', undefined], ['80 Meter', undefined]])(
    'of a figure and a unit beside words is known with the unit written out: %s is %s', (written, run) => {
      expect(told('{family}_{run}', `Marsh_${written}`)[0]).toEqual(run === undefined ? {} : { run })
    },
  )

  test.each([['hinten', 'RS'], ['Rückseite', 'RS'], ['front', 'VS'], ['verso', 'RS']])(
    '"%s" is known by a word for what it means: %s', (written, page) => {
      expect(told('{family}_{page}', `Marsh_${written}`)[0]).toEqual({ page })
    },
  )

  test.each([
    ['Grundriss', 'GR'], ['Ansicht', 'AN'], ['schnitt', 'SC'],
  ])('of capitals alone is known by the word it shortens: %s is %s', (written, sheet) => {
    expect(told('{family}_{sheet}', `Marsh_${written}`)).toEqual([{ sheet }, [`sheet misspelt ${written}`]])
  })

  test.each([
    ['L', { bank: 'left' }], ['R', { bank: 'right' }], ['l', {}], ['X', {}],
  ])('of words is known by a capital that one alone begins with: %s', (written, read) => {
    expect(told('{family}_photo_{bank}', `Marsh_photo_${written}`)[0]).toEqual(read)
    // of two that begin alike none is meant
    expect(told('{family}_{song}', 'Marsh_A')[0]).toEqual({})
  })

  test.each([
    ['ray', 'lateral', { ray: 'LAT' }], ['ray', 'vdr', {}], ['since', '26', { since: '2026' }], ['since', '27', {}],
    ['step', 'zuschneiden', { step: 'Zuschnitt' }], ['step', 'leimen', { step: 'Verleimen' }], ['step', 'zusammenbauen', {}],
    ['step', 'leim', {}],
  ])('is known by the word that it, or its end, is a form of: of {%s} %s is %j', (field, written, read) => {
    expect(told(`{family}_{${field}}`, `Marsh_${written}`)[0]).toEqual(read)
  })

  test.each([
    ['only', '2025', {}], ['chapter', 'Part2', {}], ['chapter', 'Prat1', { chapter: 'Part1' }], ['chapter', 'anex', { chapter: 'Annex' }],
  ])('has slips in its letters, and none in its figures: of {%s} %s is %j', (field, written, read) => {
    expect(told(`{family}_{${field}}`, `Marsh_${written}`)[0]).toEqual(read)
  })

  test.each([
    ['blk', { dept: 'blocking' }], ['fnl', { dept: 'final' }], ['lyt', { dept: 'layout' }], ['bl', {}], ['bkl', {}], ['std', {}],
  ])('is known without its vowels: %s', (written, read) => {
    expect(told('{family}_{dept}', `Marsh_${written}`)[0]).toEqual(read)
  })

  test.each([
    ['1', { movement: 'I' }], ['3. Satz', { movement: 'III' }], ['zwei', { movement: 'II' }], ['5', {}],
  ])('is a figure where all choices are Roman ones: "%s"', (written, read) => {
    expect(told('{family}_{movement}', `Marsh_${written}`)[0]).toEqual(read)
  })

  test.each([
    ['month', 'september', { month: 'sep' }], ['month', 'Oktober', { month: 'okt' }], ['month', 'sept.', { month: 'sep' }], ['month', 'dec', {}],
    ['scale2', '10000', { scale2: '1-10000' }], ['scale2', '25.000', { scale2: '1-25000' }], ['scale2', '50000', {}],
    ['theme', 'Landnutzung', { theme: 'Nutzung' }], ['theme', 'Umland', {}],
    ['ofYear', 'September', { ofYear: '2026-09' }], ['ofYear', 'okt', { ofYear: '2026-10' }], ['ofYear', '2026-9', { ofYear: '2026-09' }],
    ['ofYear', '2025-9', {}], ['ofYear', 'May', {}],
    ['season', '26-27', { season: '2026-27' }], ['season', '2026-2027', { season: '2026-27' }], ['season', '25-26', {}], ['season', '26-28', {}],
  ])('is a month, a season or a scale however it is written, and the end of a longer word: of {%s} %s is %j', (field, written, read) => {
    expect(told(`{family}_{${field}}`, `Marsh_${written}`)[0]).toEqual(read)
  })

  test('is known by a word that a dot cuts short before its number', () => {
    expect(told('{family}_plan_{revision}', 'Marsh_plan Rev. 2')[0]).toEqual({ revision: 'rev2' })
    expect(told('{family}_plan_{revision}', 'Marsh_plan Rev. 4')[0]).toEqual({})
  })

  test.each([
    ['{family}_plan_{case}', 'Marsh plan 3', 'case3'], ['{family}_plan_{case}', 'Marsh_plan_02', 'case2'],
    ['{family}_{litres}', 'Marsh 0.75', '075'], ['{family}_{litres}', 'Marsh 0,75', '075'], ['{family}_{litres}', 'Marsh_1.5', '150'],
  ])('of one word, or of hundredths, is known by its figure alone: %s in %s', (template, name, value) => {
    expect(Object.values(told(template, name)[0] ?? {})).toEqual([value])
  })

  test.each([
    ['{family}_plan_{case}', 'Marsh plan (2)'], ['{family}_plan_{case}', 'Marsh plan 3.10.2026'], ['{family}_plan_{case}', 'Marsh plan 7'],
    ['{family}_{litres}', 'Marsh_2.5'], ['{family}_v{v}', 'Marsh 0.75'],
  ])('is no number of a copy, no day and no other figure: %s in %s', (template, name) => {
    expect(told(template, name)[0]).toEqual({})
  })

  test('is no year of which a day tells two figures', () => {
    expect(told('{family}_{since}', 'Marsh 25.3.26')[0]).toEqual({})
  })

  test('which begins no other word, and languages shorten nothing', () => {
    expect(told('{family}_{sheet}', 'Marsh_Lageplan')).toEqual([{}, ['sheet not-allowed Lageplan']])
    expect(told('{family}_{langs}', 'Marsh_Entwurf')[0]).toEqual({})
    expect(told('{family}_{course}', 'Marsh_Fabian')[0]).toEqual({})
  })

  test.each([
    ['1. Quartal', 'Q1'], ['II.Quartal', 'Q2'], ['Quartal 3', 'Q3'], ['4th quarter', 'Q4'], ['q2', 'Q2'],
  ])('of a word shortened and a number is known written out: %s is %s', (written, quarter) => {
    expect(told('{family}_{quarter}', `Marsh_${written}`)[0]).toEqual({ quarter })
    expect(told('Report-{quarter}', `Report ${written}`)[0]).toEqual({ quarter })
  })

  test.each([
    ['piano terra', 'PT'], ['primo piano', 'P1'], ['2° piano', 'P2'], ['piano tipo', 'PT'], ['porta rossa', undefined], ['terzo piano', undefined],
  ])('of storeys is known written out: %s is %s', (written, storey) => {
    expect(told('{family}_{storey}', `Marsh_${written}`)[0]).toEqual(storey === undefined ? {} : { storey })
  })

  test.each([
    ['Wintersemester', 'WS26'], ['Sommersemester 2027', 'SS27'], ['WS 26-27', 'WS26'], ['WS 2026', 'WS26'], ['summer term', 'SS27'],
    ['Wintersemester 2027', undefined], ['WS 26-28', undefined], ['SS 26', undefined], ['Winter', undefined],
  ])('of a term of study is known by its season and the year it begins in: %s is %s', (written, semester) => {
    expect(told('{family}_{semester}', `Marsh_${written}`)[0]).toEqual(semester === undefined ? {} : { semester })
  })

  test.each([
    ['co-driver', 'codriver'], ['co driver', 'codriver'], ['Co_Driver', 'codriver'], ['driver', 'driver'], ['no-driver', 'driver'],
  ])('of one word is known as two, and the second alone is no other one: %s is %s', (written, who) => {
    expect(told('{family}_licence_{who}', `Marsh_licence_${written}`)[0]).toEqual({ who })
  })

  test('of several numbers is told whole where another one is written', () => {
    expect(told('{family}_{storey}_{drawn}', 'Marsh_P1_1-500')).toEqual([{ storey: 'P1' }, ['drawn not-allowed 1-500']])
    expect(told('{family}_{drawn}', 'Marsh_1:250')[1]).toEqual(['drawn not-allowed 1:250'])
  })

  test.each(['5. Quartal', 'Versuch 1', '1. Half'])('written out it is none of those: %s', (written) => {
    expect(told('{family}_{quarter}', `Marsh_${written}`)[0]).toEqual({})
  })

  test('beside which another stands is neither', () => {
    for (const both of ['Q1-Q4', 'Q1+Q2', 'Q3, Q4', 'Q1 and Q2', 'Q2+3', 'Quartal 2 und 3', 'Q1 e 2']) {
      expect(told('{family}_{quarter}', `Marsh_${both}`)).toEqual([{}, [`quarter not-allowed ${both}`]])
    }
    // two of one rule stand side by side
    expect(told('{family}_{quarter}-{other}', 'Marsh_Q1-Q4')).toEqual([{ quarter: 'Q1', other: 'Q4' }, []])
    expect(told('{family}_{quarter}', 'Marsh_Q1-Q1')[0]).toEqual({ quarter: 'Q1' })
  })

  test.each([
    ['eerste', '1e'], ['2', '2e'], ['tweede', '2e'], ['second', '2e'], ['première', '1e'], ['03', '3e'], ['solo', 'solo'],
  ])('in a row is known by its number: %s is %s', (written, part) => {
    expect(told('{family}_{part}', `Marsh_${written}`)[0]).toEqual({ part })
  })

  test('is none of digits alone where no choice has any', () => {
    const [captures, differences] = told('{family}_{song}', 'Marsh_21')
    expect(captures).toEqual({})
    expect(differences).toContain('song absent ')
  })

  test('is no word that the holder or the piece is called by', () => {
    const { differences } = explainParts(fillTemplate(parseTemplate('{family}_{song}'), FIELDS, { family: 'Marsh' }), 'Cor_Marsh', {
      strictness: { letterCase: 'ignore', separators: 'exact', accents: 'ignore' }, called: () => ['cor'], titled: () => ['notes'],
    })
    expect(differences.map(one => one.kind)).not.toContain('not-allowed')
  })

  test.each([
    ['1:500', '1-500'], ['M 1-1000', '1-1000'], ['1_500', '1-500'],
  ])('is known with other signs in it: %s is %s', (written, scale) => {
    expect(told('Plan_{scale}', `Plan_${written}`)[0]).toEqual({ scale })
  })

  test.each([['AA', 'A-A'], ['B', 'B-B'], ['bb', 'B-B']])('is known without its signs: %s is %s', (written, letter) => {
    const [captures] = told('Schnitt_{letter}', `Schnitt_${written}`)
    expect(captures).toEqual({ letter })
  })

  test.each([['Kalium', 'K'], ['potassium', 'K'], ['nitrogen', 'N'], ['Phosphor', 'P']])('is a substance: %s is %s', (written, part) => {
    const [captures] = told('{substance}', written)
    expect(captures).toEqual({ substance: part })
  })

  test.each([['bathroom', 'bath'], ['lounge', 'living'], ['Küche', 'kitchen']])('is a room: %s is %s', (written, room) => {
    expect(told('Photo_{room}', `Photo_${written}`)[0]).toEqual({ room })
  })

  test.each([['Kraul', 'Freistil'], ['backstroke', 'Rücken'], ['brasse', 'Brust']])('is a stroke: %s is %s', (written, stroke) => {
    expect(told('Video_{stroke}', `Video_${written}`)[0]).toEqual({ stroke })
  })

  test('written out in two words, whatever stands before these', () => {
    expect(told('{family}_report_{quarter}', 'Marsh report third quarter')[0]).toEqual({ quarter: 'Q3' })
  })

  test.each([['Untergeschoss', 'UG'], ['Keller', 'UG'], ['Erdgeschoss', 'EG'], ['ground', 'EG']])('is a floor: %s is %s', (written, level) => {
    const [captures] = told('Plan_{level}', `Plan_${written}`)
    expect(captures).toEqual({ level })
  })

  test.each([
    ['Schallschutzgutachten', 'SCH', 'what it stands for begins a word'],
    ['Statik Gutachten', 'STA', 'or is one'], ['Schall Gutachten', 'SCH', 'shortened'],
    ['Brandschutz-Gutachten', 'BRA', 'no letters of it are taken for the choice itself'],
  ])('in words: %s is %s, %s', (written, trade) => {
    expect(told('{trade}_Gutachten', written)[0]).toEqual({ trade })
  })

  test('of one letter straight behind the rule\'s own word is that, whatever word stands behind', () => {
    expect(told('VA{n}_Rev{rev}', 'VA3_RevD_Linz')).toEqual([{ n: '3', rev: 'D' }, ['literal extra _Linz']])
  })

  test.each([
    ['Q3 2026', '2026-Q3'], ['Q3-2026', '2026-Q3'], ['2026 Q3', '2026-Q3'], ['q2_2026', '2026-Q2'],
  ])('of two pieces is known in either order: %s is %s', (written, term) => {
    expect(told('{family}_{term}', `Marsh_${written}`)[0]).toEqual({ term })
  })

  test.each(['2026', 'Q4', 'Q3 2025'])('but not by one of them, or with another: %s', (written) => {
    expect(told('{family}_{term}', `Marsh_${written}`)[0]).toEqual({})
  })

  test('is known by its beginning, where no other begins so', () => {
    expect(told('{family}_{song}', 'Marsh_Abend')).toEqual([{ song: 'Abendlied' }, ['song misspelt Abend']])
    expect(told('{family}_{lang}', 'Marsh_en')).toEqual([{ lang: 'EN' }, []])
    expect(told('{family}_{lang}', 'Marsh_e')).toEqual([{}, ['lang not-allowed e']])
  })

  test('is found beside letters that are two in capitals', () => {
    expect(told('{family}_{about}_{lang}', 'Marsh_Großes Straßenfest_EN')[0]).toEqual({ about: 'Großes Straßenfest', lang: 'EN' })
    expect(told('{family}_{road}', 'Weiß_hauptstraße')[0]).toEqual({ road: 'Hauptstraße' })
  })

  test('is known in every way its accents are written', () => {
    expect(told('{family}_{side}', 'Marsh_Süd')).toEqual([{ side: 'SUED' }, ['side misspelt Süd']])
  })

  test('is known by what it means in several words, whatever parts them', () => {
    expect(told('{family}-{course}-{year}', 'Marsh first aid 2025')[0]).toEqual({ course: 'FA', year: '2025' })
    expect(told('{family}_{course}_{year}', 'first_aid_Marsh_2025')[0]).toEqual({ course: 'FA', year: '2025' })
  })

  test('that is none of those is told whole', () => {
    expect(told('{family}_{song}', 'Marsh_Vater unser')).toEqual([{}, ['song not-allowed Vater unser']])
  })
})

// the Unicode CLDR as the runtime carries it says what languages are called
describe('codes of languages', () => {
  const CODES = ['en', 'de', 'fr', 'es', 'it', 'nl', 'pl', 'da', 'sv']
  test.each(CODES)('are known by what speakers of %s call them', (speakers) => {
    const names = new Intl.DisplayNames([speakers], { type: 'language' })
    for (const code of CODES) expect([names.of(code), languageMeant(names.of(code) ?? '', CODES)]).toEqual([names.of(code), code])
  })

  test('stand for the words in a name', () => {
    expect(told('{family}_{tongue}', 'Marsh_français')).toEqual([{ tongue: 'fr' }, ['tongue misspelt français']])
    expect(told('{family}_{tongue}', 'Marsh_Deutsch')).toEqual([{ tongue: 'DE' }, ['tongue misspelt Deutsch']])
    expect(told('{family}_{tongue}', 'Marsh_italiano')[0]).toEqual({})
  })

  test('are known by their longer codes, of which the runtime knows the short ones (BCP 47)', () => {
    const long = ['eng', 'deu', 'ger', 'fra', 'fre', 'spa', 'ita', 'nld', 'dut', 'pol', 'dan', 'swe']
    for (const code of long) expect([code, languageMeant(code, CODES)]).toEqual([code, Intl.getCanonicalLocales(code)[0]])
    for (const code of ['por', 'gr', 'en-GB']) expect(languageMeant(code, CODES)).toBeUndefined()
  })

  // common practice, no source
  test('are known by what dictionaries shorten the words to', () => {
    const short = ['engl', 'dt', 'frz', 'span', 'ital', 'ndl', 'poln', 'schwed']
    expect(short.map(word => languageMeant(word, CODES))).toEqual(['en', 'de', 'fr', 'es', 'it', 'nl', 'pl', 'sv'])
    // Polish adjectives stand in the gender of what they are said of
    expect(['angielskie', 'polska', 'ang', 'niem', 'włoskie'].map(word => languageMeant(word, CODES))).toEqual(['en', 'pl', 'en', 'de', 'it'])
  })

  test('are none where the values are no languages', () => {
    expect(languageMeant('english', ['en', 'draft'])).toBeUndefined()
  })
})

// common practice, no source
describe('what free text takes, and gives back', () => {
  test.each([
    ['Marsh_Night Bus_2025_v2', { about: 'Night Bus', year: '2025' }, ['literal extra _v2']],
    ['Marsh_Night Bus_2025 final', { about: 'Night Bus', year: '2025' }, ['literal extra  final']],
    ['Marsh_Night_Bus_2025_FINAL', { about: 'Night_Bus', year: '2025' }, ['literal extra _FINAL']],
    ['Marsh_Route 66_2025', { about: 'Route 66', year: '2025' }, []],
  ])('%s', (name, captures, differences) => {
    expect(told('{family}_{about}_{year}', name)).toEqual([captures, differences])
  })

  test('keeps no bracket that something else was taken out of', () => {
    expect(told('{family}_{about}_{year}', 'Two Rivers (Marsh)')[0]).toEqual({ about: 'Two Rivers' })
    expect(told('{family}_{about}_{year}', 'Marsh_Two Rivers (again)_25')[0]).toMatchObject({ about: 'Two Rivers (again)' })
  })
})

// common practice, no source
test.each([
  ['Marsh 2026-114', { invoice: '0114' }, 'behind its year'], ['Marsh 2026', { invoice: '2026' }, 'alone'],
  ['Marsh 2026-10', { invoice: '2026' }, 'what stands behind it may be a month'],
])('of %s the number is %j: %s', (name, read) => {
  expect(told('{family}_{invoice}', name)[0]).toEqual(read)
})

test.each([
  ['Marsh sheets 11-14', {}, 'sheetNo not-allowed 11-14'], ['Marsh sheet 14', { sheetNo: '014' }, 'sheetNo digits 14'],
  ['Marsh sheet 14-11', { sheetNo: '011' }, 'sheetNo digits 11'],
])('two numbers that are a range are neither of them: %s tells %j', (name, read, says) => {
  const [captures, differences] = told('{family}_sheet_{sheetNo}', name)
  expect([captures, differences]).toEqual([read, expect.arrayContaining([says])])
})

test('with dots the day stands before the month, though both days are asked for', () => {
  expect(told('{family}_{anyDay}', 'Marsh 3.4.26')[0]).toEqual({ anyDay: '2026-04-03' })
  expect(told('{family}_{anyDay}', 'Marsh 12.06.2026')[0]).toEqual({ anyDay: '2026-06-12' })
  expect(told('{family}_{anyDay}', 'Marsh 03-04-2026')[0]).toEqual({})
})

test('the last two digits of a year are that year, where one alone can be meant', () => {
  expect(told('{family}_{year}', 'Marsh_25')).toEqual([{ year: '2025' }, ['year digits 25']])
  expect(told('{family}_{year}', 'Marsh_19')[0]).toEqual({})
})

test('four digits are a day where one alone can be meant', () => {
  expect(told('{family}_{day}', 'Marsh_1103')).toEqual([{ day: '261103' }, ['day date-order 1103']])
  // 11 October or 10 November: the first was not asked for
  expect(told('{family}_{day}', 'Marsh_1110')).toEqual([{ day: '261110' }, ['day date-order 1110']])
  // neither day lies in the range
  expect(told('{family}_{day}', 'Marsh_1203')[0]).toEqual({})
})

test.each([
  ['{joined}_{family}', '2026-Q2_Marsh', { joined: '2026Q2' }], ['{family}_{joined}', 'Marsh Q3 2026', { joined: '2026Q3' }],
  ['{joined}_{family}', 'Q1_Marsh', { joined: '2026Q1' }], ['{family}_{joined}', 'Marsh 3. Quartal', { joined: '2026Q3' }],
  ['{family}_{half}', 'Marsh_SS 2026', { half: 'SS2026' }], ['{family}_{half}', 'Marsh_WS', { half: 'WS2026' }],
  ['{joined}_{family}', '2026_Marsh_Q3', { joined: '2026Q3' }], ['{joined}_{family}', '2025_Marsh_Q3', {}],
  ['{norm}_{family}', 'Marsh ISO 14001', { norm: 'ISO14001' }], ['{norm}_{family}', '9001 Marsh', { norm: 'ISO9001' }],
  ['{norm}_{family}', 'ISO Marsh', {}],
  ['{family}_{term}', 'Marsh Q3', { term: '2026-Q3' }], ['{family}_{joined}', 'Marsh 2026', {}], ['{family}_{joined}', 'Marsh Q4', {}],
])('the year or word that all choices have stands anywhere beside the rest, or nowhere: for %s %s is %o', (template, name, captures) => {
  expect(told(template, name)[0]).toEqual(captures)
})

test.each([
  ['Marsh_1to10', { ratio: '1-10' }], ['Marsh_1zu1', { ratio: '1-1' }], ['Marsh 1:5', { ratio: '1-5' }], ['Marsh_M 1 to 5', { ratio: '1-5' }],
  // another scale
  ['Marsh_10to1', {}], ['Marsh_5-1', {}],
])('a scale is written with another sign or a word: %s', (name, captures) => {
  expect(told('{family}_{ratio}', name)[0]).toEqual(captures)
})

test.each([
  ['Marsh Q 3', '2026-Q3'], ['Marsh_Q-2', '2026-Q2'], ['Q.2 Marsh', '2026-Q2'], ['Marsh q 3', undefined], ['Marsh Q 3-4', undefined],
])('a sign stands apart from its number: %s', (name, term) => {
  expect(told('{family}_{term}', name)[0]).toEqual(term === undefined ? {} : { term })
})

test('what a choice stands for is read written together, too', () => {
  expect(told('{family}_{cut}', 'Marsh_finecut')[0]).toEqual({ cut: 'FC' })
})

test.each([['Marsh_25000', '25k'], ['Marsh map 1:10000', '10k'], ['Marsh_5000', '5k'], ['Marsh_50000', undefined], ['Marsh_25', undefined]])(
  'thousands are written in full: %s', (name, thousands) => {
    expect(told('{family}_{thousands}', name)[0]).toEqual(thousands === undefined ? {} : { thousands })
  },
)
