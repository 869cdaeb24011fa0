import { describe, expect, test } from 'vitest'
import { readBrief } from '../brief/read'
import { defaultFolder, DEFAULT_FOLDERS } from '../names/default-folders'
import { explainFolder } from './explain'
import { fillFolder } from '../names/levels'

const VALUES = { group: 'Reef', family: 'Marsh', given: 'Ana' }

async function told(folder: string, received: string, strictness: 'exact' | 'ignore' = 'exact') {
  const brief = await readBrief({
    usitorBrief: 1, title: 't',
    requirements: [{ id: 'r', folder, strictness: { letterCase: strictness, separators: strictness } }],
  })
  const [requirement] = brief.requirements
  if (!requirement) return []
  return explainFolder(
    fillFolder(requirement, VALUES) ?? [], received === '' ? [] : received.split('/'), requirement, {},
  ).differences.map(one => `${one.part} ${one.kind} ${one.actual}→${one.expected} ${one.range.join('-')}`)
}

describe('folders, level by level', () => {
  // common practice, no source
  test.each<[string, string, string[]]>([
    ['{group}/{family} {given}', 'Reef/Marsh Ana', []],
    ['{group}/{family} {given}', 'Reef/Mrash Ana', ['level 2 misspelt Mrash Ana→Marsh Ana 5-14']],
    ['{group}/{family} {given}', 'reef/Marsh Ana', ['level 1 letter-case reef→Reef 0-4']],
    ['{group}/{family} {given}', 'Reef/Marsh_Ana', ['level 2 separator Marsh_Ana→Marsh Ana 5-14']],
    ['{group}/{family} {given}', 'Reef/Ana Marsh', ['level 2 order Ana Marsh→Marsh Ana 5-14']],
    ['{group}/{family} {given}', 'Marsh Ana', ['level 1 absent →Reef 0-0']],
    ['{group}/{family} {given}/photos', 'Reef/Marsh Ana', ['level 3 absent →photos 14-14']],
    ['{group}/{family} {given}', 'Reef/new/Marsh Ana', ['level 2 extra new→ 5-8']],
    ['{group}/{family} {given}', 'Reef/Marsh Ana/photos', ['level 3 extra photos→ 15-21']],
    ['{group}/{family} {given}/photos', 'Reef/Marsh Ana/foto', ['level 3 misspelt foto→photos 15-19']],
    ['{group}/{family}', 'Downloads', ['level 1 absent →Reef 0-0', 'level 2 misspelt Downloads→Marsh 0-9']],
    ['{group}', '', ['level 1 absent →Reef 0-0']],
    ['', 'x/y', ['level 1 extra x→ 0-1', 'level 1 extra y→ 2-3']],
  ])('%s against "%s"', async (folder, received, expected) => {
    expect(await told(folder, received)).toEqual(expected)
  })
  test('what the strictness allows is no deviation', async () => {
    expect(await told('{group}/{family} {given}/photos', 'reef/marsh_ana/Fotos', 'ignore')).toEqual(['level 3 misspelt Fotos→photos 15-20'])
  })
})

// common practice, no source
test.each(DEFAULT_FOLDERS.flatMap(({ what, names }) => names.map(name => [name, what] as const)))('%s is where programs put %s', (name, what) => {
  expect([defaultFolder(name), defaultFolder(name.toUpperCase())]).toEqual([what, what])
})
test.each(['Reef', 'photos', 'Download list', 'week 2'])('%s is a folder somebody made', (name) => {
  expect(defaultFolder(name)).toBeNull()
})
