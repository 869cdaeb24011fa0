// common practice, no source: how people write their own words beside what is asked for
import { describe, expect, test } from 'vitest'
import { explainParts } from './explain'
import type { FieldRule } from './fields/index'
import { expandParts, fillTemplate } from './parts'
import { parseTemplate } from './template'

const rules: Record<string, FieldRule> = {
  title: { type: 'text', minLength: 1, maxLength: 80 }, track: { type: 'number', digits: 2, from: 1, to: 99 },
  min: { type: 'number', digits: 1, from: 1, to: 40 }, step: { type: 'choice', values: ['5', '6', '7'], meanings: {} },
  quarter: { type: 'choice', values: ['Q3'], meanings: {} },
  issue: { type: 'choice', values: ['2026-11'], meanings: {} }, kind: { type: 'choice', values: ['starter', 'main', 'dessert'], meanings: {} },
  day: { type: 'date', pattern: 'yyyyMMdd', from: '2026-10-01', to: '2026-11-19' }, nr: { type: 'number', digits: 2, from: 1, to: 99 },
}
const holder = { group: '3A', family: 'Stahl', given: 'Bruno', team: 'Lost Socks', band: 'Les Oiseaux', body: 'Kulturbeirat', station: 'S2' }

function right(template: string, name: string, separators: 'exact' | 'ignore' = 'ignore') {
  const parts = fillTemplate(parseTemplate(template), rules, holder)
  const called = ['stahl', 'bruno', 'pit', 's2', '3', 'les', 'oiseaux', 'summer']
  return expandParts(parts, explainParts(parts, name, {
    strictness: { letterCase: 'ignore', separators, accents: 'ignore' }, called: () => called, titled: () => ['essay'],
  }).captures)
}

describe('somebody\'s own words', () => {
  test.each([
    ['{group}_{family}_{given:1}_{title}', 'Stahl, Bruno - Winter in Town', '3A_Stahl_B_Winter in Town', 'begin behind what the holder is called by'],
    ['{group}_{family}_{title}', '3A_Stahl_Summer in May', '3A_Stahl_Summer in May', 'or with such a name, behind the rule\'s sign'],
    ['{group}_{family}_{nr}_{title}', '3A_Stahl_Summer in May', '3A_Stahl_{nr}_Summer in May', 'though a part is missing before it'],
    ['{group}_{family}_{given:1}_{title}', 'Stahl Brunos Garten', '3A_Stahl_B_Brunos Garten', 'may hold such a name in another form'],
    ['{team}_{title}_trailer', 'laundry day trailer final', 'Lost Socks_laundry day_trailer', 'are no name of somebody unlike it'],
    ['{team}_{title}_trailer', 'Lost Sox_laundry day_trailer', 'Lost Socks_laundry day_trailer', 'and a slip of a name is none of them'],
    ['{team}_{title}_trailer', 'Bobby_laundry day_trailer', 'Lost Socks_laundry day_trailer', 'nor what the rule\'s own sign parts from them'],
    ['{band} - {track} - {title} - lyrics', 'Le vent lyrics', 'Les Oiseaux - {track} - Le vent - lyrics', 'nor are they the beginning of one'],
    ['{band} - {track} - {title}', '2. La pluie (mix 3)', 'Les Oiseaux - 02 - La pluie (mix 3)', 'keep their brackets'],
    ['{day}_{body}_Anlage_{title}', 'Haushalt 2026 Anlage', '{day}_Kulturbeirat_Anlage_Haushalt 2026', 'are all there are before the rule\'s own'],
    ['{day}_{body}_Anlage_{title}', 'Programm 2027', '{day}_Kulturbeirat_Anlage_Programm 2027', 'and where there is nothing else'],
    ['{group}_{family}_note_{title}', '3A_Stahl_Old mill', '3A_Stahl_note_Old mill', 'may begin with a word of state'],
    ['{day}_{family}_{title}', '261103__OLD MILL_STAHL', '20261103_Stahl_OLD MILL', 'be it in capitals behind another sign'],
    ['{family}_note_{title}', 'note Stahl (Winter in Town)', 'Stahl_note_Winter in Town', 'are those within the brackets around them'],
    ['{group}_{family}_note_{title}', '3A_Stalh_note_Light_v2', '3A_Stahl_note_Light', 'hold no version'],
    ['{group}_{family}_note_{title}', '3A_note_copy', '3A_Stahl_note_{title}', 'are more than the mark of a copy'],
    ['{group}_tile{track}_{title}_{step}', '3A_tile02_Tide pools_6_neu', '3A_tile02_Tide pools_6', 'may begin as the rule does'],
    ['{team}_{track}_side', '01 Lost Socks side_v2', 'Lost Socks_01_side', 'leave a number to where it stands'],
    ['{team}_side_{track}', '01 Lost Socks side_v2', 'Lost Socks_side_01', 'and none to a version'],
    ['{team}_side_{track}', 'Lost Socks_side_v2', 'Lost Socks_side_{track}', 'be there no other'],
  ])('%s: %s is %s: they %s', (template, name, asked) => expect(right(template, name)).toBe(asked))

  test('in brackets keep a number that somebody has', () => {
    expect(right('{band} - {title}', 'La pluie (mix 3)')).toBe('Les Oiseaux - La pluie (mix 3)')
    expect(right('{band} - {title}', 'La pluie 3')).toBe('Les Oiseaux - La pluie')
  })
})

describe('a value at the edge of the text is that value', () => {
  test.each([
    ['dessert apple crumble', 'S2_apple crumble_dessert'], ['apple crumble dessert', 'S2_apple crumble_dessert'],
    ['pit_starter_hummus', 'S2_hummus_starter'], ['pit_dessert_halva', 'S2_halva_dessert'],
    // a slip of it where the rule's sign parts it, not where a space does
    ['pit_mains_shakshuka', 'S2_shakshuka_main'], ['S2_maine lobster', 'S2_maine lobster_{kind}'],
    // amid the text it is a word of the text
    ['my dessert trifle', 'S2_my dessert trifle_{kind}'],
  ])('a choice: %s is %s', (name, asked) => expect(right('{station}_{title}_{kind}', name)).toBe(asked))

  test.each([
    ['Anlage 9.11. Programm 2027', '20261109_Kulturbeirat_Anlage_Programm 2027'],
    ['Anlage Programm 9. November', '20261109_Kulturbeirat_Anlage_Programm'],
    // not asked for, so it stays where it stands
    ['Anlage 9.12. Programm', '{day}_Kulturbeirat_Anlage_9.12. Programm'],
  ])('a day: %s is %s', (name, asked) => expect(right('{day}_{body}_Anlage_{title}', name, 'exact')).toBe(asked))

  test('words that are no choice are text where nothing else parts them, and told where the rule\'s own sign does', () => {
    expect(right('{station}_{title}_{kind}', 'beetroot salad')).toBe('S2_beetroot salad_{kind}')
    expect(right('{station}_{title}_{kind}', 'S2_beetroot_salad')).toBe('S2_beetroot_{kind}')
  })
})

describe('a number with the letters that the rule writes beside it is that number', () => {
  test.each([
    ['{station}_{title}_{min}min', 'Fjord_8min_final', 'S2_Fjord_8min'],
    ['{station}_{title}_{min}min', 'O Comboio 22 min legendado', 'S2_O Comboio_22min'],
    ['{day}_{station}_{title}_run{nr}', 'Pendulum run 1 10.11.', '20261110_S2_Pendulum_run01'],
    ['{day}_{station}_{title}_run{nr}', 'Pendulum Run_12', '{day}_S2_Pendulum_run12'],
  ])('%s: %s is %s', (template, name, asked) => expect(right(template, name)).toBe(asked))
})

test('a number settled otherwise is none of the text with what the piece is called', () => {
  const parts = fillTemplate(parseTemplate('{family}_{nr}_{title}'), rules, holder)
  const told = (name: string, nr: string) => expandParts(parts, explainParts(parts, name, {
    strictness: { letterCase: 'exact', separators: 'exact', accents: 'ignore' }, known: { nr },
    called: () => ['stahl', 'bruno', 'may'], titled: () => ['poem'],
  }).captures)
  expect(told('Bruno Stahl poem 1 The Owl', '01')).toBe('Stahl_01_The Owl')
  expect(told('Bruno Stahl - poem two - May Morning', '02')).toBe('Stahl_02_May Morning')
  expect(told('Stahl n°1 Chute libre', '01')).toBe('Stahl_01_Chute libre')
  // another number is not the piece's, and other words are the text's
  expect(told('Bruno Stahl poem 3 of mine', '01')).toBe('Stahl_01_poem 3 of mine')
  expect(told('Bruno Stahl Room 1 By Night', '01')).toBe('Stahl_01_Room 1 By Night')
})

describe('what is none of the text', () => {
  test.each([
    ['{group}_{family}_{title}', 'Stahl_Light, colour and time_final', '3A_Stahl_Light, colour and time', 'a state that a sign parts from it'],
    ['{family}_{title}_{kind}', 'Stahl_Light (final)', 'Stahl_Light_{kind}', 'one in brackets'],
    ['{group}_{family}_{title}', 'Stahl_Something New', '3A_Stahl_Something New', 'but a word behind a space is'],
    ['{group}_{family}_{title}', 'Essay Bruno Stahl - Small Boats', '3A_Stahl_Small Boats', 'what the piece is called before a name'],
    ['{day}_{body}_{title}_Handout', 'Handout - Programm (Bruno, 10.11.)', '20261110_Kulturbeirat_Programm_Handout', 'a day in brackets'],
    ['{day}_{station}_{title}_transcript', 'Transcript S2 Portobello 12.10.2026', '20261012_S2_Portobello_transcript', 'anything that is asked for'],
    ['{day}_{title}_audio', 'portobello 12 oct', '20261012_portobello_audio', 'a day that other letters were seen in'],
    ['{group}_{family}_{title}_slides', '3A_Stahl_Northern lights_Essay', '3A_Stahl_Northern lights_slides', 'what the piece is called at the end'],
    ['{body}_{title}', 'Kulturbeirat_Im Dunkeln (Stahl)', 'Kulturbeirat_Im Dunkeln', 'the holder in brackets'],
    ['{body}_{title}', 'Kulturbeirat, von Bruno Stahl - Allein am Strand', 'Kulturbeirat_Allein am Strand', 'or before a sign'],
    ['{station}_{title}_{kind}', 'S2 - Old tree (dessert)', 'S2_Old tree_dessert', 'a choice in brackets'],
    ['{body}_TP{nr}_{title}', 'TP1 optique Bruno Kulturbeirat', 'Kulturbeirat_TP01_optique', 'who stands before the holder'],
    ['{family}_{title}', 'Stahl_optique (1)', 'Stahl_optique', 'the number of a copy'],
    ['{family}_{title}', 'Stahl Wulkany poprawione', 'Stahl_Wulkany', 'a long word of state'],
    ['{body}_{title}', 'Essay - Lodowce - Kulturbeirat', 'Kulturbeirat_Lodowce', 'what the piece is called at the beginning'],
    ['{body}_{title}_v{nr}', 'Kulturbeirat - Windmolens (versie 2)', 'Kulturbeirat_Windmolens_v02', 'the rest of a bracket that a value stands in'],
    ['{body}_{title}_{kind}', 'Kulturbeirat_Vulcani_main_def', 'Kulturbeirat_Vulcani_main', 'a value before a word of state'],
    ['{body}_photo{nr}_{title}', 'microphone 1', 'Kulturbeirat_photo01_microphone', 'a number alone'],
    ['{body}_acta_{day}_{title}', 'Acta reunión 20 de octubre - música', 'Kulturbeirat_acta_20261020_música', 'what is parted from it by a day'],
    ['{body}_acta_{day}_{title}', 'acta_3_noviembre_2026', 'Kulturbeirat_acta_20261103_{title}', 'a day that is all there is'],
    ['{body}_{title}', 'Short essay - Cold Water - Kulturbeirat', 'Kulturbeirat_Short essay - Cold Water', 'but not other words before a sign'],
    ['{body}_{title}', 'Kulturbeirat Night Shift v2', 'Kulturbeirat_Night Shift', 'a version that is not asked for'],
    ['{quarter}_{title}_report', '3rd quarter noise report', 'Q3_noise_report', 'a choice written out, though it is the only one'],
    ['invoice_{body}_{title}', 'facture Bruno Stahl 118', 'invoice_Kulturbeirat_118', 'another word for the rule\'s own, and several names'],
    ['{body}_{step}_{title}_AB', 'Vulkane Kl7 AB', 'Kulturbeirat_7_Vulkane_AB', 'what says that figures are a class'],
  ])('%s: %s is %s: %s', (template, name, asked) => expect(right(template, name)).toBe(asked))

  test('the rule\'s own word, wherever it stands, nor a day beside it', () => {
    for (const name of ['plot pendulum 10 Nov', 'pendulum plot 10 Nov', 'pendulum 10. November plot']) {
      expect([name, right('{day}_{station}_{title}_plot', name, 'exact')]).toEqual([name, '20261110_S2_pendulum_plot'])
    }
  })

  test('a choice beside what the holder is called by is all there is', () => {
    expect(right('{station}_{kind}_{title}', 'Pit_dessert', 'exact')).toBe('S2_dessert_{title}')
  })
})

test('the one value there is is filled in beside numbers that are another part\'s or of another length', () => {
  expect(right('{issue}_{body}_{title}_{nr}', 'Herbstkonzert 1')).toBe('2026-11_Kulturbeirat_Herbstkonzert_01')
  expect(right('{issue}_{body}_{title}', 'Zeltlager 2026 - Bericht')).toBe('2026-11_Kulturbeirat_Zeltlager 2026 - Bericht')
  expect(right('{issue}_{body}_{title}_{nr}', '2026-10_Kulturbeirat_Konzert_01')).toBe('{issue}_Kulturbeirat_Konzert_01')
})

test('a figure of a day is no number', () => {
  expect(right('{day}_{body}_Protokoll_{nr}', 'Einladung 3.11.', 'exact')).toBe('20261103_Kulturbeirat_Protokoll_{nr}')
  expect(right('{body}_Protokoll_{nr}', 'Protokoll 3.11.', 'exact')).toBe('Kulturbeirat_Protokoll_{nr}')
  expect(right('{body}_Protokoll_{nr}', 'Protokoll 11', 'exact')).toBe('Kulturbeirat_Protokoll_11')
  expect(right('{day}_{body}_Protokoll_{nr}', 'Protokoll 2 3.11.', 'exact')).toBe('20261103_Kulturbeirat_Protokoll_02')
})
