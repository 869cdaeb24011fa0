import { zipSync } from 'fflate'
import { beforeAll, describe, expect, test } from 'vitest'
import { sourceFromBytes } from '../../core/bytes/source'
import { readBytes } from '../../core/formats/identify'
import { formatById } from '../../core/formats/registry'
import type { Sample } from './corpus'
import { readCorpus } from './corpus'

const corpus = readCorpus().filter(sample => sample.state === 'ok')
const read = (bytes: Uint8Array) => readBytes(sourceFromBytes(bytes))

/**
 * Formats whose own tools ignore what follows the end: archives and compressed files with a stated length or end (gzip, bzip2 and
 * lzip say so in their manuals; tar stops at its closing blocks), containers and pictures with lengths (facts of the formats).
 */
const IGNORED = new Set([
  'gz', 'tar.gz', 'svgz', 'gnumeric', 'bz2', 'tar.bz2', 'lz', 'tar', 'lzh', 'cab', 'zip', 'docx', 'odt', 'xlsx', 'pptx', 'epub', 'jpg', 'png',
  'gif', 'bmp', 'webp', 'wav', 'mp3', 'ogg', 'opus', 'aac', 'wmf', 'emf', 'icc', 'glb', 'elf', 'exe', '7z', 'mid', 'm2ts', 'fit',
])
const BEHIND: readonly (readonly [string, readonly number[]])[] = [
  ['seven bytes', [1, 2, 3, 4, 5, 6, 7]], ['zeros', [0, 0, 0, 0, 0]], ['a line end', [13, 10]],
]

describe('intact files that were changed on the way without harm', () => {
  test.each(BEHIND)('%s behind the end are no damage where its own tools ignore them', async (_, more) => {
    const wrong: string[] = []
    for (const sample of corpus) {
      // an archive of nothing is nothing but zeros of one length
      if (!IGNORED.has(sample.id) || sample.bytes.every(byte => byte === 0)) continue
      const { state, fault } = await read(Uint8Array.from([...sample.bytes, ...more]))
      if (state !== 'ok') wrong.push(`${sample.path}: ${state} ${JSON.stringify(fault)}`)
    }
    expect(wrong).toEqual([])
  })

  test('inside an archive a file changes nothing of what the archive is', async () => {
    for (let from = 0; from < corpus.length; from += 97) {
      const stretch = corpus.slice(from, from + 97)
      const packed = zipSync(Object.fromEntries(stretch.map(({ path, bytes }) => [`handed in/${path}`, [bytes, { level: 1 }]])))
      expect(await read(packed)).toMatchObject({ candidates: ['zip'], state: 'ok', verified: 'checksum', props: { entries: stretch.length } })
    }
  })
})

describe('cut at any place', () => {
  /** One sample a format, the shortest: what it is matters, not how long. */
  const shortest = new Map<string, Sample>()
  beforeAll(() => {
    for (const sample of corpus) if (sample.bytes.length < (shortest.get(sample.id)?.bytes.length ?? 200_000)) shortest.set(sample.id, sample)
  })

  test('a hundred cuts of every format never throw, and are never another binary format that is in order', async () => {
    const wrong: string[] = []
    for (const sample of shortest.values()) {
      for (let cut = 1; cut < 100; cut++) {
        const bytes = sample.bytes.subarray(0, Math.max(1, Math.floor(sample.bytes.length * cut / 100)))
        const { state, candidates, verified } = await read(bytes)
        const [id = ''] = candidates
        const format = formatById(id)
        // what is left of a text is a text; a signature alone proves nothing
        const own = formatById(sample.id)
        const text = format === undefined || format.freeText || format.kindOf.includes('txt') || own?.kindOf.includes('txt')
        const kin = candidates.includes(sample.id) || format?.family === own?.family || format?.kindOf.some(kind => kind === sample.id)
        const other = state === 'ok' && verified !== 'signature' && !text && !kin
        if (state === 'unread' || other) wrong.push(`${sample.path} at ${cut} %: ${id} ${state}`)
      }
    }
    expect(wrong).toEqual([])
  })
})
