// common practice, no source: a letter missed in a name that is right in all else, in the very folder it belongs in
import { describe, expect, test } from 'vitest'
import { checked, rosterOf, toldOf } from '../../tests/small-rounds'

const roster = [
  'id,given,family,group', '1,Ana,Ribeiro,Lower', '2,Ana Clara,Ribeiro,Lower', '3,Jan,Marsh,Lower', '4,Jana,Reef,Upper', '5,Ole,Strand,Upper',
].join('\n')
const piece = {
  id: 'piece', title: 'Piece', name: '{family}_{given}_piece{n}', fields: { n: { type: 'number', digits: 1, from: 1 } },
  formats: [{ id: 'wav' }], folder: '{group}/{family}', count: { from: 2, to: 2, by: 'n' },
}
const script = { id: 'script', title: 'Script', name: 'Script {given} {family}', formats: [{ id: 'pdf' }], folder: '{group}/{family}' }
const body = {
  id: 'body', title: 'Body', name: '{id}-{family}_body_v{v}', fields: { v: { type: 'version' } },
  formats: [{ id: 'stl' }], folder: '{family} {given}',
}
const told = (...paths: string[]) => toldOf({ list: roster, requirements: [piece, script, body], strictness: {} }, ...paths)

describe('goes where the rest of the name says', () => {
  test.each([
    [
      'Lower/Ribeiro/Ribeiro_Ana Cara_piece1.wav', 'piece 2 1', 'Lower/Ribeiro/Ribeiro_Ana Clara_piece1.wav',
      'in a folder that two of one name share',
    ],
    ['Lower/Ribeiro/Ribeiro_Ana Clara_pieec2.wav', 'piece 2 2', 'Lower/Ribeiro/Ribeiro_Ana Clara_piece2.wav', 'the rule\'s word'],
    ['Lower/Ribeiro/Script Ana Clara Ribiero.pdf', 'script 2', 'Lower/Ribeiro/Script Ana Clara Ribeiro.pdf', 'a family name that both have'],
    ['Lower/Ribeiro/Ribeiro_Ana_pece2 (1).wav', 'piece 1 2', 'Lower/Ribeiro/Ribeiro_Ana_piece2.wav', 'with the mark of a copy'],
    ['Upper/Strand/Strand_Ole_peice1.wav', 'piece 5 1', 'Upper/Strand/Strand_Ole_piece1.wav', 'in one\'s own'],
  ])('%s is %s', async (path, at, right) => {
    expect((await told(path)).get(path)).toMatchObject({ at, right })
  })

  test('says why', async () => {
    const [file] = await checked(rosterOf(roster), [piece, script], ['Upper/Strand/Strand_Ole_peice1.wav'])
    expect(file?.evidence.map(one => one.kind)).toEqual(['named', 'named', 'name-fits-but', 'in-folder', 'format'])
    expect(file?.confidence).toBeGreaterThanOrEqual(0.95)
  })

  test('of two versions the later one counts, whatever number a copy has', async () => {
    const [older, newer] = ['Strand Ole/5-Strand_body_v2.stl', 'Strand Ole/5-Strand_bdoy_v3 (1).stl']
    const files = await told(older, newer)
    expect([files.get(older)?.at, files.get(newer)?.at, files.get(newer)?.right]).toEqual(['superseded', 'body 5', 'Strand Ole/5-Strand_body_v3.stl'])
  })

  test('beside the right one it is an earlier or later state of that', async () => {
    const [right, slip] = ['Lower/Ribeiro/Ribeiro_Ana_piece2.wav', 'Lower/Ribeiro/Ribeiro_Ana_pece2.wav']
    const files = await told(right, slip)
    expect([files.get(right)?.at, files.get(slip)?.at]).toEqual(['piece 1 2', 'superseded'])
  })
})

describe('is weighed against others', () => {
  test('where the word with the slip is somebody else\'s name', async () => {
    const path = 'Lower/Marsh/Script Jana Marsh.pdf'
    const files = await checked(rosterOf(roster), [piece, script], [path])
    expect(files[0]?.evidence.some(one => one.kind === 'name-fits-but')).toBe(false)
  })

  test('where it is a rule\'s own word', async () => {
    const other = { ...script, id: 'other', title: 'Scrip', name: 'Scrip {family}' }
    const [file] = await checked(rosterOf(roster), [script, other], ['Lower/Marsh/Scrip Jan Marsh.pdf'])
    expect(file?.evidence.some(one => one.kind === 'name-fits-but')).toBe(false)
  })

  test.each([
    ['in another folder', 'Upper/Marsh/Script Jan Masrh.pdf'], ['at the top', 'Script Jan Masrh.pdf'],
    ['in another format', 'Lower/Marsh/Script Jan Masrh.wav'],
  ])('%s', async (_, path) => {
    const [file] = await checked(rosterOf(roster), [piece, script], [path])
    expect(file?.evidence.some(one => one.kind === 'name-fits-but')).toBe(false)
  })

  test('where two pieces are as near', async () => {
    const twin = { ...script, id: 'strip', title: 'Strip', name: 'Stript {given} {family}' }
    const [file] = await checked(rosterOf(roster), [script, twin], ['Lower/Marsh/Sript Jan Marsh.pdf'])
    expect(file?.evidence.some(one => one.kind === 'name-fits-but')).toBe(false)
  })

  test('where the folder names nobody', async () => {
    const shared = { ...script, folder: 'Scripts' }
    const [file] = await checked(rosterOf(roster), [shared], ['Scripts/Script Ole Srtand.pdf'])
    expect(file?.slot).toMatchObject({ holder: '5' })
    expect(file?.evidence.some(one => one.kind === 'name-fits-but')).toBe(false)
  })
})

describe('without a folder, a slip in what else the list has', () => {
  const parts = {
    list: ['id,given,family,instrument', '1,Marta,Holm,Flute', '2,Jens,Rud,Oboe', '3,Siri,Dahl,Cello', '4,Tor,Berg,Violin'].join('\n'),
    requirements: [{
      id: 'part', title: 'Part', name: '{piece}_{instrument}', fields: { piece: { type: 'choice', values: ['Sunrise', 'Harbour'] } },
      formats: [{ id: 'pdf' }], count: { from: 2, to: 2 },
    }],
    strictness: {},
  }

  test.each([
    ['Sunrise_Celo.pdf', 'Sunrise_Cello.pdf', 'a letter too few'], ['Harbour_Oboee.pdf', 'Harbour_Oboe.pdf', 'one too much at the end'],
    ['Sunrise_Fulte (1).pdf', 'Sunrise_Flute.pdf', 'two swapped, in a copy'],
  ])('%s is %s: %s', async (path, right) => {
    expect((await toldOf(parts, path)).get(path)?.right).toBe(right)
  })

  test.each([
    ['Sunrise_Lute.pdf', 'another first letter makes another word'], ['Sunrise_Celo_duet.pdf', 'or more that departs'],
    ['Sunrise_Olla.pdf', 'or two letters'],
  ])('%s is nobody\'s: %s', async (path) => {
    expect((await toldOf(parts, path)).get(path)?.at).toBe('unplaced')
  })
})

describe('of two who are called alike', () => {
  const essays = {
    list: ['id,given,family', '1,Leo,Martin', '2,Martin,Leo', '3,Mary,Shea', '4,Mary Ann,Shea'].join('\n'),
    requirements: [{ id: 'essay', title: 'Essay', name: '{family}_{given}_essay', formats: [{ id: 'pdf' }] }], strictness: {},
  }

  test.each([
    ['Martin_Leo_esay.pdf', 'essay 1', 'be the rule\'s word with a slip'], ['Leo_Martin_essay-FINAL2.pdf', 'essay 2', 'or more behind it'],
    ['Shea_Mary_essay_Ms Hall.pdf', 'essay 3', 'whose whole name it is'], ['Shea_Mary Ann_essay_new.pdf', 'essay 4', 'with every given name'],
  ])('%s is %s, as the rule asks for it: %s', async (path, at) => {
    expect((await toldOf(essays, path)).get(path)?.at).toBe(at)
  })
})
