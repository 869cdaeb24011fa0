import { describe, expect, test } from 'vitest'
import { sourceFromBytes } from '../../core/bytes/source'
import { readBytes } from '../../core/formats/identify'
import type { Sample } from './corpus'
import { readCorpus } from './corpus'

const corpus = readCorpus()
const read = (bytes: Uint8Array) => readBytes(sourceFromBytes(bytes))
const of = (...ids: string[]) => corpus.filter(({ id, state }) => ids.includes(id) && state === 'ok')

/** Packed by LZMA2 alone: the first filter of the first block is the last (xz file format 1.1 §3.1.2). */
const packed = of('xz', 'tar.xz').filter(({ bytes }) => ((bytes[13] ?? 0) & 3) === 0)

/** A sample with one bit of one byte turned over. */
function turned({ bytes }: Sample, at: number): Uint8Array {
  const copy = bytes.slice()
  copy[at] = (copy[at] ?? 0) ^ 4
  return copy
}

describe('archives and packed files, by the checksums of what they hold', () => {
  test('7z of two programs: all that is stored or packed by LZMA agrees', async () => {
    expect(of('7z').length).toBeGreaterThan(3)
    for (const sample of of('7z')) expect([sample.path, await read(sample.bytes)]).toMatchObject([sample.path, { state: 'ok', verified: 'checksum' }])
  })

  // kinds of checks by their numbers: xz file format 1.1 §2.1.1.2
  test('xz with a check of four, of eight and of 32 bytes (those of xz\'s own suite among them) agrees', async () => {
    expect([1, 4, 10].filter(kind => !packed.some(({ bytes }) => bytes[7] === kind))).toEqual([])
    for (const sample of packed) expect([sample.path, await read(sample.bytes)]).toMatchObject([sample.path, { state: 'ok', verified: 'checksum' }])
  })

  test('a bit turned over in what they hold is found', async () => {
    const missed: string[] = []
    for (const sample of [...of('7z'), ...packed]) {
      // the header of a 7z is 32 bytes long and has a sum of its own; of an xz, 12, then that of the block
      for (const share of [0.3, 0.5, 0.6]) {
        const at = 32 + Math.floor((sample.bytes.length - 32) * share)
        if (sample.bytes.length > 200 && (await read(turned(sample, at))).state !== 'damaged') missed.push(`${sample.path} at ${at}`)
      }
    }
    expect(missed).toEqual([])
  })
})
