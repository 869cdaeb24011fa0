import { chanceOf } from '../../demo/random'
import type { Sample } from './corpus'

/**
 * Spoiled files: bits turned, numbers made huge, cut anywhere, the start of one on the rest of another.
 *
 * @param seed - the same seed gives the same files
 */
export function mutate(corpus: readonly Sample[], seed: number, count: number): Uint8Array[] {
  const chance = chanceOf(seed)
  const small = corpus.filter(sample => sample.bytes.length > 0 && sample.bytes.length < 60_000)
  const pick = () => small[chance.below(small.length)]?.bytes ?? new Uint8Array(1)
  return Array.from({ length: count }, () => {
    let bytes = pick().slice()
    for (let turns = chance.below(12); turns > 0; turns--) {
      // headers hold the numbers that lead astray
      const position = chance.below(chance.below(3) === 0 ? bytes.length : Math.min(bytes.length, 512))
      bytes[position] = chance.below(256)
    }
    const kind = chance.below(5)
    if (kind === 0) bytes = bytes.slice(0, chance.below(bytes.length) + 1)
    if (kind === 1) {
      const start = pick().slice(0, chance.below(400) + 1)
      bytes.set(start.subarray(0, Math.min(start.length, bytes.length)))
    }
    if (kind === 2) bytes.fill(255, Math.max(0, bytes.length - chance.below(200) - 1))
    if (kind === 3) bytes.fill([0, 255][chance.below(2)] ?? 0, chance.below(bytes.length), chance.below(bytes.length) + 8)
    return bytes
  })
}
