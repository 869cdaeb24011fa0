import { describe, expect, test } from 'vitest'
import type { ReceivedFile } from '../arrivals/received'
import { readBrief } from '../brief/read'
import { check } from '../checking/check'
import type { PaperBlock } from '../paper/paper'
import { readRoster, readTable } from '../roster/read'
import { reportSheet } from './report-paper'

const { roster } = readRoster(readTable(new TextEncoder().encode('id,given,family\ns1,Ana,Marsh\ns2,Bo,Quill\ns3,Cy,Tamworthy\n')))
const brief = await readBrief({ usitorBrief: 1, title: 'Shore week', requirements: [
  { id: 'log', title: 'Log', name: '{family}_log_{n}', fields: { n: { type: 'number', from: 1 } }, count: { from: 2, to: 2, by: 'n' } },
] }, roster)
const received = (path: string, root = 'in'): ReceivedFile => ({
  root, path, size: 4, sha256: path, receivedAt: 1000, receivedAtFrom: 'modified',
  reading: { candidates: ['txt'], version: null, state: 'ok', verified: 'checksum', fault: null, props: {} },
})
const blocksOf = async (files: ReceivedFile[]) => {
  const report = check({ brief, roster, received: files, checkedAt: 0 })
  return (await reportSheet(report, roster, new Map([['log', 'Log']]), 'Fri 16 Oct 2026, 15:30')).blocks
}
const textOf = (block: PaperBlock) => ('text' in block ? block.text : '')

describe('a report on paper', () => {
  const right = ['Marsh_log_1.txt', 'Marsh_log_2.txt']

  test('says how it stands, then what is open of whom with the exact name, then who is complete', async () => {
    const blocks = await blocksOf([...right, 'Quill-log-1.txt', 'Quill_log_2.txt', 'stray.txt'].map(path => received(path)))
    const said = blocks.map(textOf)
    expect(said.slice(0, 4)).toEqual([
      'Shore week', 'Looked at Fri 16 Oct 2026, 15:30', '3 who hand in: 1 complete, 1 with something open, 1 with nothing.',
      '6 pieces: 3 right, 1 to put right, 2 missing.',
    ])
    const names = blocks.filter(one => one.kind === 'strong').map(textOf)
    expect(names).toEqual(['Bo Quill', 'Cy Tamworthy', 'Complete', 'Arrived, and not known what or whose'])
    const from = said.indexOf('Bo Quill')
    expect(said.slice(from, from + 3)).toEqual(['Bo Quill', 'Log 1: to put right', 'Quill-log-1.txt'])
    expect(said).toContain('right: Quill_log_1.txt')
    expect(said).toContain('1 other piece: nothing to do')
    expect(said.slice(said.indexOf('Complete') + 1)).toEqual(['Ana Marsh', '', 'Arrived, and not known what or whose', 'stray.txt'])
    // nobody who is complete is told of, and every finding is a sentence
    expect(said.join('\n')).not.toMatch(/Marsh_log/)
    expect(said.join('\n')).not.toMatch(/name\.differs|undefined/)
  })

  test('tells in which root a file lies where there are several', async () => {
    const said = (await blocksOf([...right.map(path => received(path)), received('Quill-log-1.txt', 'Drive')])).map(textOf)
    expect(said).toContain('Drive: Quill-log-1.txt')
  })

  test('of nothing received says that all is missing, of everything right that all is complete', async () => {
    expect((await blocksOf([])).map(textOf)).toContain('6 pieces: 0 right, 0 to put right, 6 missing.')
    const all = ['Marsh', 'Quill', 'Tamworthy'].flatMap(family => [1, 2].map(n => received(`${family}_log_${n}.txt`)))
    expect((await blocksOf(all)).filter(one => one.kind === 'strong').map(textOf)).toEqual(['Complete'])
  })

  test('hundreds that belong to nobody are a page and a number', async () => {
    const said = (await blocksOf(Array.from({ length: 300 }, (_, at) => received(`stray ${at}.txt`)))).map(textOf)
    expect(said.filter(one => one.startsWith('stray'))).toHaveLength(100)
    expect(said.at(-1)).toBe('and 200 more')
  })
})
