import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { ANY_WAY, toldOf } from '../../tests/small-rounds'

// common practice, no source: what stands in the folder is often left out of the name

describe('a value that the asked folder tells and the name leaves out', () => {
  const tracks: Rules = {
    list: 'id,name,part\n1,Lena,Guitar\n2,Max,Bass',
    requirements: [{
      id: 'track', title: 'Track', name: '{song}_{part}_{name}', folder: '{song}', formats: [{ id: 'wav' }], count: { from: 3, to: 3 },
      fields: { song: { type: 'choice', values: ['Dawn', 'Night Train', 'Sea'] } },
    }],
  }
  const rightOf = async (path: string) => (await toldOf(tracks, path)).get(path)?.right

  test.each([
    ['Sea/guitar Lena.wav', 'Sea/Sea_Guitar_Lena.wav'], ['Night Train/Bass_Max.wav', 'Night Train/Night Train_Bass_Max.wav'],
  ])('%s belongs at %s', async (path, right) => expect(await rightOf(path)).toBe(right))

  test('a name that says another value is told so: the folder says nothing then', async () => {
    expect(await rightOf('Sea/Dawn guitar Lena.wav')).not.toContain('Sea_')
  })
  test('a folder that was not asked for tells nothing', async () => {
    expect(await rightOf('Waves/guitar Lena.wav')).toContain('{song}')
  })
  test.each([
    ['sea/Sea_Guitar_Lena.wav', ANY_WAY], ['Night_train/Night Train_Bass_Max.wav', ANY_WAY], ['Sea/Sea_Guitar_Lena.wav', {}],
  ])('in both is one value, however the rule lets it be written: %s %j', async (path, strictness) => {
    const file = (await toldOf({ ...tracks, strictness }, path)).get(path)
    expect([file?.at?.split(' ')[0], file?.says, file?.right]).toEqual(['track', '', null])
  })

  test.each([
    ['Sea/Dawn_Guitar_Lena.wav', 'Dawn/Dawn_Guitar_Lena.wav', 'Lies in "Sea"; it belongs in "Dawn".'],
    ['Work/Sea_Bass_Max.wav', 'Sea/Sea_Bass_Max.wav', 'Lies in "Work": "Work" should read "Sea"; it belongs in "Sea".'],
  ])('another one is no folder of somebody else\'s: %s belongs at %s', async (path, right, says) => {
    expect((await toldOf(tracks, path)).get(path)).toMatchObject({ right, says })
  })

  test('somebody\'s own words are told by the folder as well', async () => {
    const project: Rules = {
      list: 'id,name\n1,Lena', requirements: [{
        id: 'plan', title: 'Plan', name: '{name}_{project}_plan', folder: '{project}', formats: [{ id: 'pdf' }],
        fields: { project: { type: 'text' } },
      }],
    }
    expect((await toldOf(project, 'Robot arm/Lena plan.pdf')).get('Robot arm/Lena plan.pdf')?.right).toBe('Robot arm/Lena_Robot arm_plan.pdf')
  })
})

describe('words of somebody\'s own that folder and name tell', () => {
  const topics: Rules = {
    list: 'id,given,family\n1,Ana,Marsh\n2,Ben,Wade', strictness: ANY_WAY,
    requirements: [{
      id: 'recipe', title: 'Recipe', name: '{n}-{title}-{family}-recipe', folder: '{family}/{title}', formats: [{ id: 'pdf' }],
      fields: { title: { type: 'text' }, n: { type: 'number', digits: 2, from: 1, to: 9 } },
    }],
  }
  test.each([
    ['Marsh/Moss on roofs/8 Moss on roofs Marsh rcipe.pdf', 'Marsh/Moss on roofs/08-Moss on roofs-Marsh-recipe.pdf', 'are none of the holder\'s'],
    ['Wade/Essay on moss/Essay on moss Wade 3.pdf', 'Wade/Essay on moss/03-Essay on moss-Wade-recipe.pdf', 'may say a kind of work'],
  ])('%s is %s: they %s', async (path, right) => {
    expect((await toldOf(topics, path)).get(path)?.right).toBe(right)
  })
})
