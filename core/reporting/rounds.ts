import { gather } from '../text/gather'
import type { SlotStatus } from '../checking/report'

/** A slot as a round compares it: its state and the file that counts. */
export interface RoundSlot {
  requirement: string
  holder: string
  /** The slot's number where a number field tells its pieces apart; else `null`, whatever is shown. */
  n: number | null
  status: SlotStatus
  /** The file that counts, if there is one. */
  file: { sha256: string | null, path: string } | null
}

/** What became of a slot since the check before. */
export type RoundKind = 'newly-right' | 'newly-wrong' | 'gone' | 'changed' | 'unchanged' | 'still-open' | 'new' | 'dropped'

export interface RoundEntry {
  kind: RoundKind
  requirement: string
  holder: string
  n: number | null
  before: SlotStatus | null
  after: SlotStatus | null
  /** The same bytes at another path. */
  moved: { from: string, to: string } | null
  path: string | null
}

/** One check seen against the one before it. */
export interface Round {
  entries: RoundEntry[]
  counts: Record<RoundKind, number>
  /** Slots that were in order and still are. */
  stillRight: number
  moved: number
}

const isRight = (status: SlotStatus) => status === 'right' || status === 'waived' || status === 'absent'

/**
 * Compares two checks slot by slot.
 *
 * Pieces that no number tells apart are known by their files: the same bytes first, then the same path, then in order.
 *
 * @param before - slots of the check before
 * @param after - slots of this check
 * @returns what changed and what was asked for and did not, in the order of `after`; slots in order throughout are only counted
 * @example
 * const was = { requirement: 'photo', holder: 's1', n: null, status: 'missing', file: null }
 * compareRounds([was], [{ ...was, status: 'right', file }]).counts['newly-right'] //=> 1
 */
export function compareRounds(before: readonly RoundSlot[], after: readonly RoundSlot[]): Round {
  const earlier = new Map<string, RoundSlot[]>()
  for (const slot of before) {
    gather(earlier, keyOf(slot), slot)
  }
  const round: Round = {
    entries: [],
    counts: { 'newly-right': 0, 'newly-wrong': 0, 'gone': 0, 'changed': 0, 'unchanged': 0, 'still-open': 0, 'new': 0, 'dropped': 0 },
    stillRight: 0, moved: 0,
  }
  const add = (kind: RoundKind, slot: RoundSlot, was: RoundSlot | null, now: RoundSlot | null) => {
    const moved = was?.file && now?.file && sameBytes(was.file, now.file) && was.file.path !== now.file.path
      ? { from: was.file.path, to: now.file.path }
      : null
    if (moved) round.moved++
    round.counts[kind]++
    round.entries.push({
      kind, requirement: slot.requirement, holder: slot.holder, n: slot.n, before: was?.status ?? null,
      after: now?.status ?? null, moved, path: now?.file?.path ?? was?.file?.path ?? null,
    })
  }
  const pairs = pairUp(after, earlier)
  for (const [now, was] of pairs) {
    const kind = kindOf(was, now)
    if (kind === null) round.stillRight++
    else add(kind, now, was, now)
  }
  for (const list of earlier.values()) for (const was of list) add('dropped', was, was, null)
  return round
}

function keyOf({ requirement, holder, n }: RoundSlot): string {
  return `${requirement}\n${holder}\n${n ?? ''}`
}

/** Each slot of now with its own of before; what is taken leaves the list. */
function pairUp(after: readonly RoundSlot[], earlier: Map<string, RoundSlot[]>): Map<RoundSlot, RoundSlot | null> {
  const pairs = new Map<RoundSlot, RoundSlot | null>(after.map(slot => [slot, null]))
  const ways: readonly ((was: RoundSlot, now: RoundSlot) => boolean)[] = [
    (was, now) => sameBytes(was.file, now.file),
    (was, now) => was.file !== null && was.file.path === now.file?.path,
    (was, now) => (was.file === null) === (now.file === null),
    () => true,
  ]
  for (const fits of ways) {
    for (const now of after) {
      if (pairs.get(now)) continue
      const list = earlier.get(keyOf(now))
      const index = list?.findIndex(was => fits(was, now)) ?? -1
      if (list && index >= 0) pairs.set(now, list.splice(index, 1)[0] ?? null)
    }
  }
  return pairs
}

function kindOf(was: RoundSlot | null, now: RoundSlot): RoundKind | null {
  if (was === null) return isRight(now.status) ? null : 'new'
  if (isRight(now.status)) return isRight(was.status) ? null : 'newly-right'
  if (now.status === 'missing' && was.status === 'missing') return 'still-open'
  if (now.status === 'missing') return was.file ? 'gone' : 'newly-wrong'
  if (isRight(was.status)) return 'newly-wrong'
  if (was.file?.path !== now.file?.path) return 'changed'
  // nobody can say whether bytes that could not be read have changed
  if (was.file?.sha256 === null || now.file?.sha256 === null) return 'still-open'
  return was.file?.sha256 === now.file?.sha256 ? 'unchanged' : 'changed'
}

/** A file that could not be read is the same as no other. */
function sameBytes(was: RoundSlot['file'], now: RoundSlot['file']): boolean {
  return was !== null && now !== null && was.sha256 !== null && was.sha256 === now.sha256
}
