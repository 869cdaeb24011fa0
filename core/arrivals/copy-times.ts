import type { ReceivedFile } from './received'

const MINUTE = 60_000
/** Files changed within so long of each other, or of the check, were copied together: nobody ends all work at once. */
const TOGETHER = 5 * MINUTE
/** From which share on they are most of a root. */
const MOST = 0.75
/** Fewer files than this may well have been made together. */
const LEAST = 5

/**
 * Whether the modification times of one root tell only when it was copied: most lie within minutes of each other, or of now.
 *
 * @param files - all files of one root
 * @param now - UTC ms of the check
 */
export function areCopyTimes(files: readonly ReceivedFile[], now: number): boolean {
  const times = files.flatMap(({ receivedAt, receivedAtFrom }) => (receivedAtFrom === 'modified' && receivedAt !== null ? [receivedAt] : []))
    .sort((a, b) => a - b)
  if (times.length < LEAST) return false
  const needed = Math.ceil(times.length * MOST)
  const beside = times.filter(time => Math.abs(time - now) <= TOGETHER).length
  return beside >= needed || times.some((time, index) => (times[index + needed - 1] ?? Infinity) - time <= TOGETHER)
}
