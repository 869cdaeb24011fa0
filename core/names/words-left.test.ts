import { describe, expect, test } from 'vitest'
import { explainParts } from './explain'
import { readField } from './fields/index'
import { expandParts, fillTemplate, writtenParts } from './parts'
import { parseTemplate } from './template'

// common practice, no source: names that say a part of their holder, and somebody's own words beside it

const ANY = { letterCase: 'ignore', separators: 'ignore', accents: 'ignore' } as const
const FIELDS = {
  topic: readField({ type: 'text' }, false).rule, view: readField({ type: 'choice', values: ['Blatt', 'Blüte', 'ganz'] }, false).rule,
  size: readField({ type: 'choice', values: ['3000px', '1400px'] }, false).rule,
  take: readField({ type: 'number', digits: 2, from: 1, to: 20 }, false).rule,
  d: readField({ type: 'date', pattern: 'yyyyMMdd', from: '2026-11-01', to: '2026-11-20' }, false).rule,
  n: readField({ type: 'number', digits: 1, from: 1, to: 3 }, false).rule,
  colour: readField({ type: 'choice', values: ['white', 'red', 'green'] }, false).rule,
  inches: readField({ type: 'choice', values: ['6in', '9in', '12in'] }, false).rule,
}
function told(template: string, values: Record<string, string>, received: string) {
  const parts = writtenParts(fillTemplate(parseTemplate(template), FIELDS, values), ANY)
  const { captures, differences } = explainParts(parts, received, { strictness: ANY })
  return { right: expandParts(parts, captures), differences: differences.map(one => `${one.part} ${one.kind} ${one.actual}`) }
}

describe('of a value of several words that begins or ends right', () => {
  const chiara = { team: 'Blue Jays', speaker: 'Chiara Longo' }
  const template = '{team}_{speaker}_rebuttal_{topic}'
  test.each([
    ['Chiara - Later start times (rebuttal)', 'Later start times'], ['Chiara Later start times rebuttal', 'Later start times'],
    ['Blue Jays - Chiara - rebuttal - Later start times', 'Later start times'],
  ])('%s: words that are nothing of the rest are somebody\'s own', (received, topic) => {
    expect(told(template, chiara, received).right).toBe(`Blue Jays_Chiara Longo_rebuttal_${topic}`)
  })

  test.each([
    ['Chiara Long - Later start times', 'Chiara Long'], ['Chiara L - Later start times', 'Chiara L'],
    ['Chiara Lnogo - Later start times', 'Chiara Lnogo'],
  ])('%s: a slip, a beginning or a first letter of the rest is the value\'s', (received, said) => {
    const { right, differences } = told(template, chiara, received)
    expect(right).toBe('Blue Jays_Chiara Longo_rebuttal_Later start times')
    expect(differences).toContain(`speaker misspelt ${said}`)
  })
})

describe('words that stand before the rule\'s own word instead of behind it', () => {
  test.each([
    'Carla_Wilde Möhre_Zeichnung Blüte', 'Carla Wilde Möhre Zeichnung Blüte', 'Carla Wilde Möhre Blüte', 'Noll Wilde Möhre Zeichnung (Blüte)',
    '3 Carla Noll Wilde Möhre Zeichnung Blüte',
  ])('%s: they are somebody\'s own, also where not all of the holder is said', (received) => {
    expect(told('{nr}_{name}_Zeichnung_{topic}_{view}', { nr: '3', name: 'Carla Noll' }, received).right)
      .toBe('3_Carla Noll_Zeichnung_Wilde Möhre_Blüte')
  })
})

describe('the word that a number\'s field is called by', () => {
  test.each([
    ['HAWK2 quarry south 3.11. take 1', 'HAWK2_20261103_quarry south_01'], ['HAWK2_20261103_take 2_quarry south', 'HAWK2_20261103_quarry south_02'],
    ['HAWK2_20261103_quarry south_take 12', 'HAWK2_20261103_quarry south_12'],
  ])('%s: is none of somebody\'s own before that number', (received, right) => {
    expect(told('{id}_{d}_{topic}_{take}', { id: 'HAWK2' }, received).right).toBe(right)
  })

  test('elsewhere it is', () => {
    expect(told('{id}_{d}_{topic}_{take}', { id: 'HAWK2' }, 'HAWK2_20261103_last take south_01').right).toBe('HAWK2_20261103_last take south_01')
  })
})

test('the first letter of another name of the holder\'s before a sign is none of somebody\'s own words', () => {
  const parts = writtenParts(fillTemplate(parseTemplate('{family}_{given}_review_{topic}'), FIELDS, { family: 'Mróz', given: 'Jan' }), ANY)
  const review = (received: string) => explainParts(parts, received, { strictness: ANY, called: () => ['jan', 'mroz'] }).captures.topic
  expect(review('Jan M. - Wielka cisza')).toBe('Wielka cisza')
  expect(review('Jan X - Wielka cisza')).toBe('X - Wielka cisza')
})

test('words among which is one that the holder is called by besides stand instead of no value', () => {
  const parts = writtenParts(fillTemplate(parseTemplate('{code}_{surnames}_LA'), {}, { code: 'E02', surnames: 'Ruiz' }), ANY)
  const { differences } = explainParts(parts, 'learning agreement javier firmado', { strictness: ANY, called: () => ['javier'] })
  expect(differences.map(one => `${one.part} ${one.kind} ${one.actual}`)).toContain('surnames absent ')
})

describe('a choice that is a figure and a unit', () => {
  test.each([
    ['cover 3000', 'Deep Soil_cover_3000px'], ['Deep Soil cover 1400 px', 'Deep Soil_cover_1400px'], ['cover 3000 pixels', 'Deep Soil_cover_3000px'],
  ])('%s: is written out, or a long figure alone', (received, right) => {
    expect(told('{show}_cover_{size}', { show: 'Deep Soil' }, received).right).toBe(right)
  })

  test.each([
    'K8_Bear Paw_6', 'K8_Bear Paw_7 inches', 'K8_Bear Paw_6 months',
  ])('%s: a short figure alone, another one or another unit is not told', (received) => {
    expect(told('{id}_{topic}_{inches}', { id: 'K8' }, received).right).toContain('{inches}')
  })
})

describe('where letters of somebody\'s own words were taken for a name, words tell more than letters', () => {
  const duarte = { team: '8B', name: 'Duarte Lima' }
  test.each([
    ['A cantina nova (Duarte)', 'A cantina nova'], ['A cantina nova - Duarte', 'A cantina nova'],
    ['A cantina (Duarte Lima)', 'A cantina'],
    ['Duarte - A cantina nova', 'A cantina nova'], ['O recreio novo (Duarte)', 'O recreio novo'],
    ['Uma nova cantina Duarte Lima', 'Uma nova cantina'],
  ])('%s', (received, topic) => {
    const { right, differences } = told('{team}_{name}_artigo_{topic}', duarte, received)
    expect(right).toBe(`8B_Duarte Lima_artigo_${topic}`)
    // nothing of the text is told as somebody's name, or as too much
    expect(differences.filter(one => /^(?:name|literal) (?:misspelt|extra)/.test(one) && /cant|novo|nova|recr/.test(one))).toEqual([])
  })

  test('a word that the holder is called by may be one of the text as well', () => {
    const { right } = told('{team}_{family}_{given}_mese_{topic}', { team: '7.a', family: 'Nagy', given: 'Bence' }, 'Nagy_Bence_mese_A nagy kaland')
    expect(right).toBe('7.a_Nagy_Bence_mese_A nagy kaland')
  })

  test('a day that a code took figures of is the day', () => {
    expect(told('{id}_{topic}_{d}', { id: 'I02' }, '2026-11-03 Kunz').right).toBe('I02_Kunz_20261103')
  })
})

describe('a choice that stands where the rule\'s own word is asked', () => {
  test.each([
    ['H03 green', 'H03_queen_green'], ['green', 'H03_queen_green'], ['H03 red', 'H03_queen_red'],
  ])('%s: is the choice', (received, right) => {
    const { right: told1, differences } = told('{id}_queen_{colour}', { id: 'H03' }, received)
    expect(told1).toBe(right)
    expect(differences.some(one => one.startsWith('colour'))).toBe(false)
  })
  test('the rule\'s own word with a slip stays that word', () => {
    expect(told('{id}_queen_{colour}', { id: 'H03' }, 'H03_quen_white').right).toBe('H03_queen_white')
  })
})

describe('words beside a text that are none of it', () => {
  const ben = { team: 'F1', name: 'Ben Lake' }
  test.each([
    ['F1_Ben Lake_artigo sobre futebol', 'futebol'], ['F1_Ben Lake_artigo_About Time', 'About Time'],
    ['F1_Ben Lake_artigo_The Final', 'The Final'],
  ])('%s: of %s', (received, topic) => {
    expect(told('{team}_{name}_artigo_{topic}', ben, received).right).toBe(`F1_Ben Lake_artigo_${topic}`)
  })

  test('what begins with a word of state behind the rule\'s own word', () => {
    expect(told('{id}_{topic}_demo', { id: '2' }, 'Lanterns demo FINAL mix').right).toBe('2_Lanterns_demo')
  })

  test('a title of several words as a whole', () => {
    const parts = writtenParts(fillTemplate(parseTemplate('{topic}_{name}'), FIELDS, { name: 'Ben Lake' }), ANY)
    const topicOf = (name: string) => explainParts(parts, name, { strictness: ANY, titled: () => ['book', 'report'] }).captures.topic
    expect(topicOf('Ben Lake - Treasure Island book report')).toBe('Treasure Island')
    expect(topicOf('Ben Lake - Book report Treasure Island')).toBe('Treasure Island')
    expect(topicOf('Ben Lake - The Book Thief')).toBe('The Book Thief')
  })
})

describe('a value that is none of those asked for is told as it stands', () => {
  const week = readField({ type: 'week', form: 'ww', from: '2026-W40', to: '2026-W46' }, false).rule
  const size = readField({ type: 'choice', values: ['250ml', '200g', '1kg'] }, false).rule
  const toldBy = (template: string, values: Record<string, string>, received: string) => {
    const parts = writtenParts(fillTemplate(parseTemplate(template), { week, size }, values), ANY)
    const { captures, differences } = explainParts(parts, received, { strictness: ANY })
    return { right: expandParts(parts, captures), differences: differences.map(one => `${one.part} ${one.kind} ${one.actual}`) }
  }

  test('a week outside the range before the name', () => {
    expect(toldBy('{name}_KW{week}', { name: 'Jonas Dietz' }, 'KW47 Jonas').differences).toContain('week date-range 47')
  })
  test('the word that a week is written with is there', () => {
    const { right, differences } = toldBy('{name}_KW{week}', { name: 'Jonas Dietz' }, 'Jonas Dietz KW45')
    expect(right).toBe('Jonas Dietz_KW45')
    expect(differences.filter(one => one.startsWith('literal absent'))).toEqual([])
  })
  test.each([
    ['label goat cheese 1 kg', '1kg'], ['goat cheese label 200 g', '200g'], ['goat cheese label 200 gram', '200g'], ['goat cheese label 1kg', '1kg'],
  ])(
    '%s: a figure and a unit of one letter', (received, value) => {
      expect(toldBy('{product}_label_{size}', { product: 'Goat cheese' }, received).right).toBe(`Goat cheese_label_${value}`)
    },
  )
  test.each(['goat cheese label 200 ml', 'goat cheese label 250 g'])('%s: another unit is another value', (received) => {
    expect(toldBy('{product}_label_{size}', { product: 'Goat cheese' }, received).right).toBe('Goat cheese_label_{size}')
  })
})

describe('a choice of a word and a number', () => {
  const piece = readField({ type: 'choice', values: ['Excerpt1', 'Excerpt2', 'Solo'] }, false).rule
  const rightOf = (received: string) => {
    const parts = writtenParts(fillTemplate(parseTemplate('{name}_{piece}'), { piece }, { name: 'Ben Oak' }), ANY)
    return expandParts(parts, explainParts(parts, received, { strictness: ANY }).captures)
  }
  test.each([
    ['Ben Oak excerpt 2', 'Excerpt2'], ['Ben Oak exc 1', 'Excerpt1'], ['Ben Oak Excerpt Two', 'Excerpt2'], ['Ben Oak 1st excerpt', 'Excerpt1'],
    ['Ben Oak Excerpt II', 'Excerpt2'], ['Ben Oak Excerpt-2', 'Excerpt2'], ['Ben Oak solo', 'Solo'],
  ])('%s is %s', (received, value) => expect(rightOf(received)).toBe(`Ben Oak_${value}`))
  test.each([['100 m entry', '100m'], ['relay entry', 'Relay'], ['400m', '400m']])('beside figures with a unit: %s is %s', (received, value) => {
    const mixed = readField({ type: 'choice', values: ['100m', '400m', 'Relay'] }, false).rule
    const parts = writtenParts(fillTemplate(parseTemplate('entry_{piece}'), { piece: mixed }, {}), ANY)
    expect(explainParts(parts, received, { strictness: ANY }).captures.piece).toBe(value)
  })
  test.each(['Ben Oak excerpt 3', 'Ben Oak extract 2', 'Ben Oak 2'])('%s is none of them', (received) => {
    expect(rightOf(received)).toBe('Ben Oak_{piece}')
  })
})

test.each(['artigo by Ben Lake', 'artigo von Ben Lake'])('%s: a word before whose work it is is no text', (received) => {
  expect(told('{name}_artigo_{topic}', { name: 'Ben Lake' }, received).right).toBe('Ben Lake_artigo_{topic}')
})

test('what a field is called by is no value of it', () => {
  expect(told('{name}_glaze_{topic}', { name: 'Alma Reyes' }, 'Alma shino glaze topic').right).toBe('Alma Reyes_glaze_shino')
})

describe('a text that stands apart from the rule\'s own words', () => {
  const kaya = { family: 'Kaya', given: 'Mert' }
  test.each([
    ['Kaya - Dracula (artigo)', 'Dracula'], ['Kaya Frankenstein artigo final draft', 'Frankenstein'], ['Kaya Mrs Dalloway slides', 'Mrs Dalloway'],
    ['Kaya Dracula artigo', 'Dracula'], ['Dracula untold (Kaya) 2', 'Dracula untold'],
  ])('%s: is %s', (received, topic) => {
    expect(told('{family}_artigo_{topic}', kaya, received).right).toBe(`Kaya_artigo_${topic}`)
  })
  test('a word that says what kind of work it is may be the text\'s where the rule\'s own word is there', () => {
    expect(told('{family}_artigo_{topic}', kaya, 'Kaya artigo The Plan').right).toBe('Kaya_artigo_The Plan')
    expect(told('{family}_artigo_{topic}', kaya, 'Kaya Mert The Plan').right).toBe('Kaya_artigo_Mert The Plan')
  })
})

test('two choices beside each other are neither', () => {
  const lang = readField({ type: 'choice', values: ['DE', 'EN'] }, false).rule
  const rightOf = (received: string) => {
    const parts = writtenParts(fillTemplate(parseTemplate('{id}_label_{lang}'), { lang }, { id: 'OB-210' }), ANY)
    return expandParts(parts, explainParts(parts, received, { strictness: ANY }).captures)
  }
  expect(['OB-210_label_DE_EN', 'OB-210 label EN, DE', 'label OB-210 DE'].map(rightOf)).toEqual([
    'OB-210_label_{lang}', 'OB-210_label_{lang}', 'OB-210_label_DE',
  ])
})

describe('a version beside figures of the holder\'s', () => {
  const v = readField({ type: 'version', digits: 1 }, false).rule
  const rightOf = (id: string, received: string) => {
    const parts = writtenParts(fillTemplate(parseTemplate('{id} bundle v{v}'), { v }, { id }), ANY)
    return expandParts(parts, explainParts(parts, received, { strictness: ANY }).captures)
  }
  test.each([
    ['24-C-131', 'bundle C131 v3 final', '24-C-131 bundle v3'], ['24-F-007', 'Hearing Bundle 007', '24-F-007 bundle v{v}'],
    ['24-F-007', '24-F-007 bundle v7', '24-F-007 bundle v7'], ['24-F-007', 'bundle 007 v2', '24-F-007 bundle v2'],
    ['E3', 'v3 bundle final', 'E3 bundle v3'],
  ])('of %s, %s', (id, received, right) => expect(rightOf(id, received)).toBe(right))
})

describe('before the holder', () => {
  const cliff = { team: 'Cliff' }
  test.each([
    ['wind on cliff', 'Cliff_foley_wind on cliff'], ['walk to the Cliff', 'Cliff_foley_walk to the Cliff'],
  ])('%s: behind a word that ends nothing the name is of the text', (received, right) => {
    expect(told('{team}_foley_{topic}', cliff, received).right).toBe(right)
  })
  test.each([
    ['My cat by Cliff', 'My cat'], ['Nebel von Cliff', 'Nebel'], ['Steps - by Cliff', 'Steps'],
  ])('%s: the word that says whose work it is is none of the text', (received, topic) => {
    expect(told('{team}_foley_{topic}', cliff, received).right).toBe(`Cliff_foley_${topic}`)
  })
})

test.each([
  ['Infinitely many primes - Bo', 'Infinitely many primes'], ['proof of sum of primes Bo', 'sum of primes'],
  // with capitals, or where nothing else says who it is, it is the team's
  ['Infinitely many Primes - Bo', 'Infinitely many'], ['Infinitely many primes', 'Infinitely many'],
])('%s: a team that is written as any other word', (received, topic) => {
  const parts = writtenParts(fillTemplate(parseTemplate('{team}_proof_{topic}'), FIELDS, { team: 'Primes' }), ANY)
  expect(expandParts(parts, explainParts(parts, received, { strictness: ANY, called: () => ['bo', 'lin'] }).captures)).toBe(`Primes_proof_${topic}`)
})

test('the rule\'s own word in another number is no text', () => {
  expect(told('{team}_yield_{topic}', { team: 'Primes' }, 'Primes yields').right).toBe('Primes_yield_{topic}')
  expect(told('{team}_yield_{topic}', { team: 'Primes' }, 'Primes yield yields').right).toBe('Primes_yield_yields')
})

describe('a figure behind what the piece is called', () => {
  const right = (received: string) => {
    const parts = fillTemplate(parseTemplate('{desk}_{topic}_{n}'), FIELDS, { desk: 'Kultur' })
    const context = { strictness: ANY, called: () => ['jonas', 'keil'], titled: () => ['foto'] }
    return expandParts(parts, explainParts(parts, received, context).captures)
  }
  test.each([
    ['Premiere Foto 2 (Keil)', 'Kultur_Premiere_2', 'is its number'], ['Keil Premiere Foto 3', 'Kultur_Premiere_3', 'wherever it stands'],
    ['Premiere Foto 7 (Keil)', 'Kultur_Premiere Foto 7_{n}', 'as far as so many are asked for'],
  ])('of %s makes %s: it %s', (received, asked) => {
    expect(right(received)).toBe(asked)
  })
})

describe('beside the rule\'s own word', () => {
  const poem = (received: string) => {
    const parts = fillTemplate(parseTemplate('{family}_{given}_poem_{topic}'), FIELDS, { family: 'Moor', given: 'Ida' })
    const context = { strictness: ANY, called: () => ['ida', 'moor'], titled: () => ['verse'] }
    return expandParts(parts, explainParts(parts, received, context).captures)
  }
  test.each([
    ['Rain poem by Ida Moor', 'Rain', 'what stands before the word and "by" is the text'], ['"Rain" poem by Ida Moor', 'Rain', 'in quotes as well'],
    ['Rain Song poem by Ida Moor', 'Rain Song', 'a word for a kind of work is of the text'],
    ['Ida verse lost key FINAL', 'lost key', 'what the piece is called stands in its place, and capitals tell a state'],
    ['IDA MOOR POEM LOST FINAL', 'LOST FINAL', 'but not among capitals'],
  ])('of %s the text is %s: %s', (received, topic) => {
    expect(poem(received)).toBe(`Moor_Ida_poem_${topic}`)
  })
})

test('a figure of a day is no number by itself', () => {
  const parts = fillTemplate(parseTemplate('{station}_{topic}_{d}_{take}'), FIELDS, { station: 'ST05' })
  const right = (received: string) => expandParts(parts, explainParts(parts, received, { strictness: ANY }).captures)
  expect(right('ST05 Heron 2026-11-02')).toBe('ST05_Heron_20261102_{take}')
  expect(right('ST05 Heron 2026-11-02 03')).toBe('ST05_Heron_20261102_03')
})
