import type { ReceivedFile } from '../core/arrivals/received'
import { readBrief } from '../core/brief/read'
import { check } from '../core/checking/check'
import { readRoster, readTable } from '../core/roster/read'
import type { Roster } from '../core/roster/types'
import { sayFinding } from '../core/wording/index'

/** What tests of placing share: small rounds of whole and sound files, told in few words. */
export interface Rules { list: string, requirements: object[], strictness?: object }

export const ANY_WAY = { letterCase: 'ignore', separators: 'ignore' }
export const rosterOf = (list: string): Roster => readRoster(readTable(new TextEncoder().encode(list))).roster

/** What else is known of a file, by its path. */
export type Beside = Record<string, Pick<ReceivedFile, 'letter' | 'sender'> & { opening?: string }>

/** What became of files with these names, in their order. */
export async function checked(
  roster: Roster, requirements: object[], names: readonly string[], strictness: object = {}, beside: Beside = {},
) {
  const brief = await readBrief({ usitorBrief: 1, title: 'Term', strictness, requirements }, roster)
  const received = names.map((path, at): ReceivedFile => {
    const { opening, ...brought } = beside[path] ?? {}
    return {
      root: 'in', path, size: 1000 + at, sha256: String(at).padStart(64, '0'), receivedAt: 1_760_000_000_000 + at, receivedAtFrom: 'modified',
      reading: {
        candidates: [path.slice(path.lastIndexOf('.') + 1)], version: null, state: 'ok', verified: 'structure', fault: null, props: {},
        ...(opening === undefined ? {} : { opening }),
      },
      ...brought,
    }
  })
  return check({ brief, roster, received, checkedAt: 0 }).files
}
/** Where each file went: the requirement and holder it counts for, else its role. */
export async function roundOf({ list, requirements, strictness = ANY_WAY }: Rules, ...names: string[]) {
  const files = await checked(rosterOf(list), requirements, names, strictness)
  return Object.fromEntries(files.map(({ path, role, slot }) => [path, role === 'placed' && slot ? `${slot.requirement} ${slot.holder}` : role]))
}

/** The same with the number of the piece, what is said, and the path under its right name. */
export async function toldOf({ list, requirements, strictness = ANY_WAY }: Rules, ...names: string[]) {
  const files = await checked(rosterOf(list), requirements, names, strictness)
  return new Map(files.map(({ path, role, slot, candidates, findings, correctedPath }) => {
    const at = slot && `${slot.requirement} ${slot.holder}${slot.n === undefined ? '' : ` ${slot.n}`}`
    return [path, {
      at: role === 'placed' ? at : role, candidates: candidates.map(one => `${one.requirement} ${one.n ?? ''}`.trim()),
      says: findings.map(one => sayFinding(one)).join(' '), right: correctedPath,
    }]
  }))
}
