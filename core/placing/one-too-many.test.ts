import { describe, expect, test } from 'vitest'
import type { Rules } from '../../tests/small-rounds'
import { toldOf } from '../../tests/small-rounds'

// common practice, no source: files that may but need not come, and several under one name
const where = async (rules: Rules, ...names: string[]) => [...(await toldOf(rules, ...names)).values()].map(one => one.at)

describe('papers of which some may but need not come', () => {
  const papers: Rules = {
    list: 'id,name\nA-014,Nora O\'Malley\nA-016,Li Wei', strictness: { letterCase: 'exact', separators: 'exact' },
    requirements: [
      { id: 'cv', title: 'CV', name: '{id}_CV', folder: '{id}', formats: [{ id: 'pdf' }] },
      { id: 'letter', title: 'Cover letter', name: '{id}_Letter', folder: '{id}', formats: [{ id: 'pdf' }] },
      {
        id: 'more', title: 'Certificates', name: '{id}_Certificate_{n}', folder: '{id}', formats: [{ id: 'pdf' }, { id: 'jpg' }],
        fields: { n: { type: 'number', digits: 1, from: 1, to: 5 } }, count: { from: 0, to: 5 },
      },
    ],
  }

  test.each(['A-014/Nora OMalley CV 2026.pdf', 'A-014/CV_OMALLEY.pdf'])('%s says two capitals that are all of the rule\'s own', async (path) => {
    expect(await where(papers, path)).toEqual(['cv A-014'])
  })

  test('what says nothing of them, and as well may be one more of what has come, waits; in their format alone it is theirs', async () => {
    const come = ['A-016/A-016_CV.pdf', 'A-016/A-016_Letter.pdf']
    expect(await where(papers, ...come, 'A-016/resume.pdf')).toEqual(['cv A-016', 'letter A-016', 'unplaced'])
    expect(await where(papers, ...come, 'A-016/first aid.jpg')).toEqual(['cv A-016', 'letter A-016', 'more A-016 1'])
  })
})

describe('a field that is called title holds somebody\'s own words', () => {
  const scenes: Rules = {
    list: 'id,group,name\n1,Foxes,Cleo Dunn',
    requirements: [
      {
        id: 'scene', title: 'Scene recording', holder: 'group', name: '{group}_scene{n}_{title}', folder: '{group}', formats: [{ id: 'wav' }],
        fields: { n: { type: 'number', digits: 2, from: 1, to: 3 }, title: { type: 'text' } }, count: { by: 'n' },
      },
      { id: 'list', title: 'Effects', holder: 'group', name: '{group}_effects', folder: '{group}', formats: [{ id: 'csv' }] },
    ],
  }

  test('the same in another format goes behind the one that counts', async () => {
    const told = await toldOf(scenes, 'Foxes/foxes_scene_1_In the Den.mp3', 'Foxes/foxes_scene_1_In the Den.wav')
    expect([...told.values()].map(one => one.at)).toEqual(['superseded', 'scene Foxes 1'])
    expect(told.get('Foxes/foxes_scene_1_In the Den.mp3')?.says).toContain('counts instead')
  })
})

describe('pieces that are all alike', () => {
  const photos: Rules = {
    list: 'id,name,site\n1,S. Oduya,Mill Quay', strictness: { letterCase: 'exact', separators: 'exact' },
    requirements: [{
      id: 'photo', title: 'Photo', name: '{site}_PH_{n}_{view}', folder: '{site}', formats: [{ id: 'jpg' }], count: { from: 2, to: 9 },
      fields: { n: { type: 'number', digits: 3, from: 1, to: 9 }, view: { type: 'choice', values: ['north', 'south', 'east', 'west'] } },
    }],
  }

  test('what says nothing of itself holds none of them back that say a choice that is not asked for', async () => {
    const [one, other] = ['Mill Quay/Mill Quay_PH_001_NE.jpg', 'Mill Quay/Mill Quay_PH_003_roof.jpg']
    const told = await toldOf(photos, one, other, 'Mill Quay/DSC00412.jpg')
    for (const [path, said] of [[one, '"NE"'], [other, '"roof"']] as const) {
      expect(told.get(path)?.at).toMatch(/^photo 1 /)
      expect(told.get(path)?.says).toContain(said)
      expect(told.get(path)?.right).toContain('{view}')
    }
  })

  const blocks: Rules = {
    list: 'id,name\nK8,Wanda Marsh', requirements: [{
      id: 'block', title: 'Block', name: '{id}_{block}_{size}', formats: [{ id: 'svg' }], count: { from: 1, to: 4 },
      fields: { block: { type: 'text' }, size: { type: 'choice', values: ['6in', '9in', '12in'] } },
    }],
  }

  test('of versions of one of them the last counts', async () => {
    // told in the order of their paths
    expect(await where(blocks, 'K8_Log Cabin_9in v2.svg', 'K8_Log Cabin_9in.svg', 'K8_Bear Paw_9in.svg'))
      .toEqual(['block K8 1', 'block K8 2', 'superseded'])
    expect(await where(blocks, 'K8_Log Cabin_9in v2.svg', 'K8_Log Cabin_9in v3.svg')).toEqual(['superseded', 'block K8 1'])
  })

  test('one of them counts, whatever else says that two are one: the version, the number, another format', async () => {
    const runs: Rules = {
      list: blocks.list, requirements: [{
        id: 'run', title: 'Run', name: '{id}_run{n}', formats: [{ id: 'csv' }], count: { from: 1, to: 4 },
        fields: { n: { type: 'number', digits: 2, from: 1, to: 9 } },
      }],
    }
    expect(await where(runs, 'K8_run01.csv', 'K8_run01 v2.csv')).toEqual(['run K8 1', 'superseded'])
    expect(await where(runs, 'K8_run01.csv', 'K8_run01 v2.csv', 'K8_run01 v3.csv', 'K8_run1.xlsx', 'K8_run02.csv'))
      .toEqual(['superseded', 'run K8 1', 'superseded', 'run K8 2', 'superseded'])
  })

  test.each([
    ['Wanda Marsh - Bear Paw - 12 in.svg', 'K8_Bear Paw_12in.svg'], ['wanda bear paw 6 inches.svg', 'K8_bear paw_6in.svg'],
    ['K8 Bear Paw 9 INCH.svg', 'K8_Bear Paw_9in.svg'],
  ])('a unit written out in %s is the one that is asked for', async (path, right) => {
    expect((await toldOf(blocks, path)).get(path)?.right).toBe(right)
  })
})

describe('a name that says none of the words of one piece', () => {
  const minutes: Rules = {
    list: 'id,group,name\n1,Finanzen,Olaf Brix', strictness: { letterCase: 'exact', separators: 'exact' },
    requirements: [
      {
        id: 'minutes', title: 'Protokoll', holder: 'group', name: '{d}_{group}_Protokoll_{about}', folder: '{group}', formats: [{ id: 'pdf' }],
        fields: { d: { type: 'date', pattern: 'yyyy-MM-dd', from: '2026-10-01', to: '2026-11-20' }, about: { type: 'text' } },
        count: { from: 1, to: 4 },
      },
      {
        id: 'present', title: 'Anwesenheitsliste', holder: 'group', name: '{d}_{group}_Anwesenheit', folder: '{group}', formats: [{ id: 'pdf' }],
        fields: { d: { type: 'date', pattern: 'yyyy-MM-dd', from: '2026-10-01', to: '2026-11-20' } }, count: { from: 1, to: 4 },
      },
    ],
  }

  test('is another one\'s that takes its words for somebody\'s own, though the day fits both', async () => {
    const told = await toldOf(minutes, 'Finanzen/2026-10-13_Finanzen_Der neue Haushalt.pdf', 'Finanzen/13.10.26 Anwesenheit.pdf')
    expect([...told.values()].map(one => one.at)).toEqual(['present Finanzen 1', 'minutes Finanzen 1'])
    expect(told.get('Finanzen/2026-10-13_Finanzen_Der neue Haushalt.pdf')?.right).toBe('Finanzen/2026-10-13_Finanzen_Protokoll_Der neue Haushalt.pdf')
  })

  test('the file that a program works in is no piece beside the one that was made of it', async () => {
    const [working, made] = ['Finanzen/2026-11-10 Finanzen Protokoll Gebühren.docx', 'Finanzen/Protokoll_Finanzen_2026-11-10_Gebühren.pdf']
    expect(await where(minutes, working, made)).toEqual(['superseded', 'minutes Finanzen 1'])
    expect(await where(minutes, working)).toEqual(['minutes Finanzen 1'])
  })
})

describe('a name that says its holder twice', () => {
  const orders: Rules = {
    list: 'id,name,part\n4711,Brandt,BP-220\n4713,Ekman,BP-221',
    requirements: [{
      id: 'report', title: 'Inspection report', name: '{id}_{part}_inspection_{serial}', fields: { serial: { type: 'text' } }, folder: '{id}',
      formats: [{ id: 'pdf' }], count: { from: 1, to: 9 },
    }],
  }

  test('is theirs also in somebody else\'s folder, whatever it ends with', async () => {
    const told = await toldOf(orders, '4711/4713_BP-221_inspection_SN0101.pdf')
    expect([...told.values()]).toMatchObject([{ at: 'report 4713 1', right: '4713/4713_BP-221_inspection_SN0101.pdf' }])
  })

  test('of pieces with a number and words the same number and words are one piece', async () => {
    const runs = {
      ...orders, requirements: [{
        id: 'run', title: 'Run', name: '{id}_{sample}_run{n}', formats: [{ id: 'csv' }], count: { from: 1, to: 9 },
        fields: { sample: { type: 'text' }, n: { type: 'number', digits: 2, from: 1, to: 9 } },
      }],
    }
    expect(await where(runs, '4711_TiO2_run01.csv', '4711_TiO2_run1.csv', '4711_TiO2_run02.csv')).toEqual(['run 4711 1', 'run 4711 2', 'superseded'])
  })
})
