import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { checked, toldOf } from '../../tests/small-rounds'
import { guessList } from '../roster/guess'
import { readRoster, readTable } from '../roster/read'

// common practice, no source: states of one piece saved beside each other, and values that stand in another place than the rule's

describe('of several files that can only be one piece', () => {
  const models: Rules = {
    list: 'id,family,given,part\ns02,Rudd,Owen,hinge\ns04,Thorn,Kit,knob', strictness: { letterCase: 'exact', separators: 'exact' },
    requirements: [
      {
        id: 'print', title: 'Print file', name: '{family}{given}_{part}_v{v}', folder: '{family}{given}', formats: [{ id: 'stl' }], keep: 'latest',
        fields: { v: { type: 'version', digits: 1 } },
      },
      { id: 'drawing', title: 'Drawing', name: '{family}{given}_{part}_drawing', folder: '{family}{given}', formats: [{ id: 'pdf' }] },
    ],
  }
  test.each([
    ['thorn_k/knob v2 (repaired).stl', 'thorn_k/knob v1.stl', 'v2'], ['thorn_k/knob v2.stl', 'thorn_k/knob v1.stl', 'v2'],
    ['thorn_k/knob v3 round corners.stl', 'thorn_k/knob v2.stl', 'v3'],
    ['thorn_k/knob final.stl', 'thorn_k/knob.stl', 'v{v}'],
  ])('%s counts, and %s is an earlier state of it', async (counts, other, version) => {
    const told = await toldOf(models, other, counts)
    expect(told.get(counts)).toMatchObject({ at: 'print s04', right: `ThornKit/ThornKit_knob_${version}.stl` })
    expect(told.get(other)?.at).toBe('superseded')
  })

  test('what says something else besides is no state of it', async () => {
    const told = await toldOf(models, 'thorn_k/knob.stl', 'thorn_k/cap lid.stl')
    expect([told.get('thorn_k/knob.stl')?.at, told.get('thorn_k/cap lid.stl')?.at]).toEqual(['print s04', 'unplaced'])
  })

  test('nor is what fills the piece already, where its name may be somebody else\'s', async () => {
    const twins = { ...models, list: `${models.list}\ns05,Thorn,Kim,knob` }
    const told = await toldOf(twins, 'ThornKit/ThornKit_knob_v1.stl', 'Thorn knob v2.stl')
    expect([told.get('ThornKit/ThornKit_knob_v1.stl')?.at, told.get('Thorn knob v2.stl')?.at]).toEqual(['print s04', 'unplaced'])
  })

  test('an earlier state goes behind the piece that is there already', async () => {
    const jam: Rules = {
      list: 'id,group,name\n1,Kiwi,Finn\n2,Red Pixels,Ada', strictness: { letterCase: 'ignore', separators: 'exact' },
      requirements: [{
        id: 'build', title: 'Build', name: '{group}_{game}_v{v}', fields: { game: { type: 'text' }, v: { type: 'version', digits: 1 } },
        folder: '{group}', formats: [{ id: 'zip' }], keep: 'latest', holder: 'group',
      }],
    }
    const told = await toldOf(jam, 'Kiwi/KiwiJump.zip', 'Kiwi/KiwiJump2.zip')
    expect([told.get('Kiwi/KiwiJump.zip')?.at, told.get('Kiwi/KiwiJump2.zip')?.at]).toEqual(['superseded', 'build Kiwi'])
  })

  test('letters of a value that stands there whole are nobody\'s name', async () => {
    expect((await toldOf(models, 'Owen Rudd/hinge final.stl')).get('Owen Rudd/hinge final.stl')?.says).not.toMatch(/hinge" (?:instead|is not)/)
  })
})

describe('a value that the name tells stands where it stands', () => {
  const songs: Rules = {
    list: 'id,given,family,voice\nb,Bea,Castle,S2\nd,Dov,Ellis,T',
    requirements: [{
      id: 'rec', title: 'Recording', name: '{voice}_{name}_{song}', fields: { song: { type: 'choice', values: ['Lux', 'Sanctus', 'Dona nobis'] } },
      formats: [{ id: 'mp3' }], count: { from: 3, to: 3 },
    }],
  }
  test.each([
    ['Bea sanctus take 2.mp3', 'S2_Bea Castle_Sanctus.mp3'], ['Bea lux take 2.mp3', 'S2_Bea Castle_Lux.mp3'],
    ['dov kyrie lux.mp3', 'T_Dov Ellis_Lux.mp3'], ['Bea kyrie take 2.mp3', 'S2_Bea Castle_{song}.mp3'],
  ])('%s should be %s', async (path, right) => expect((await toldOf(songs, path)).get(path)).toMatchObject({ right }))

  test('and is no slip of a name beside it', async () => {
    const { says = '' } = (await toldOf(songs, 'Bea sanctus take 2.mp3')).get('Bea sanctus take 2.mp3') ?? {}
    expect(says).toContain('name "Bea" instead of "Bea Castle"')
    expect(says).not.toContain('sanctus')
  })

  const weeks: Rules = {
    list: 'Kürzel,name\nSCH,Iris Schramm\nMUE,Tom Münz', strictness: { letterCase: 'exact', separators: 'exact' },
    requirements: [{
      id: 'sheet', title: 'Arbeitsblatt', name: '{id}_KW{w}_AB{n}', folder: '{id}', formats: [{ id: 'pdf' }], count: { from: 1, to: 12 },
      fields: { w: { type: 'week', form: 'ww', from: '2026-W45', to: '2026-W47' }, n: { type: 'number' } },
    }],
  }
  test.each([
    ['SCH/AB Komma KW45.pdf', 'SCH/SCH_KW45_AB{n}.pdf'], ['SCH/AB 2 KW46.pdf', 'SCH/SCH_KW46_AB2.pdf'], ['SCH/AB3 KW47.pdf', 'SCH/SCH_KW47_AB3.pdf'],
    ['SCH/AB45.pdf', 'SCH/SCH_KW{w}_AB45.pdf'],
  ])('behind its own letters: %s should be %s', async (path, right) => {
    expect((await toldOf({ ...weeks, list: weeks.list.replace('Kürzel', 'id') }, path)).get(path)).toMatchObject({ right })
  })
})

// common practice, no source: what lists in German and French call the family name
describe('a list\'s "Name" beside the given name', () => {
  const list = 'Klasse;Name;Vorname\n9a;Alt;Ben\n9a;Berg;Ida'
  const guessed = guessList(readTable(new TextEncoder().encode(list)))
  const { roster } = readRoster(guessed.table, guessed.mapping)
  const rightOf = async (name: string, path: string, folder = '') => {
    const [file] = await checked(roster, [{ id: 't', title: 'Text', name, folder, formats: [{ id: 'pdf' }] }], [path])
    return [file?.role, file?.findings.map(one => one.code)]
  }
  test('is the family name in a rule that asks for both', async () => {
    expect(await rightOf('{klasse}_{name}_{vorname}', '9a_Alt_Ben.pdf')).toEqual(['placed', []])
    expect(await rightOf('{given}-{name}', 'Ida-Berg.pdf')).toEqual(['placed', []])
  })
  test('and the whole name where it stands alone, in the name or in the folder', async () => {
    expect(await rightOf('{klasse}_{name}', '9a_Ben Alt.pdf')).toEqual(['placed', []])
    expect(await rightOf('{klasse}_{name}_{vorname}', 'Ben Alt/9a_Ben Alt_Ben.pdf', '{name}')).toEqual(['placed', []])
  })
})
