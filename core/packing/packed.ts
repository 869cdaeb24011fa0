import * as yup from 'yup'
import type { Reading } from '../formats/reading'

/** Where the parts of a packed brief lie below a bag's `data/`; receipts are a folder of files. */
export const PACKED = {
  brief: 'brief.json', list: 'list.json', decisions: 'decisions.json', received: 'received.jsonl', rounds: 'rounds.csv', letters: 'letters.csv',
  receipts: 'receipts/',
} as const

/** One received file of a packed brief: a line of `received.jsonl`. */
export interface PackedFile {
  root: string
  /** As received, `/` between levels. */
  path: string
  /** The name's own bytes in base64, where they are no UTF-8. */
  rawPath: string | null
  container: string[]
  sender: string | null
  /** Absent in what was packed before messages were kept. */
  letter?: string | null
  /** Bytes. */
  size: number
  /** UTC ms. */
  modified: number | null
  sha256: string | null
  /** ISO 8601: when its folder was said to have come. */
  statedAt: string | null
  /** Where its bytes lie below `data/`; `null`: only its facts were kept, which `reading` says. */
  at: string | null
  reading: Reading | null
}

const text = (most: number) => yup.string().max(most).defined()
const line = yup.object({
  root: text(1000).required(), path: text(4000).required(), rawPath: text(6000).nullable(), container: yup.array(text(4000)).max(8).defined(),
  sender: text(400).nullable(), letter: yup.string().max(4000).nullable(),
  size: yup.number().integer().min(0).required(), modified: yup.number().integer().nullable().defined(),
  sha256: yup.string().matches(/^[0-9a-f]{64}$/).nullable().defined(), statedAt: text(40).nullable(), at: text(6000).nullable(),
  reading: yup.mixed().nullable().defined(),
})

/**
 * Reads one line of `received.jsonl`.
 *
 * @throws yup.ValidationError, SyntaxError where it is none
 */
export const readPackedFile = (written: string): PackedFile => line.validateSync(JSON.parse(written), { strict: true }) as PackedFile

/** Signs that some file system does not take in a name (common practice, no source). */
const safe = (level: string): string => level.replace(/[\\:*?"<>|\p{Cc}]/gu, '_').replace(/[. ]+$/, '') || '_'

/**
 * Where each received file lies in a bag: right ones under their right path, all others below their root; no two alike to a system that
 * tells no capitals.
 *
 * @param files - `to`: its right path, where it has one
 * @example
 * pathsInBag([{ root: 'in', container: [], path: 'a.txt', to: 'Marsh/report.txt' }]) //=> ['files/Marsh/report.txt']
 */
export function pathsInBag(files: readonly { root: string, container: readonly string[], path: string, to: string | null }[]): string[] {
  const taken = new Set<string>()
  return files.map(({ root, container, path, to }) => {
    const levels = to === null ? ['other', root, ...[...container, path].flatMap(one => one.split('/'))] : ['files', ...to.split('/')]
    const plain = levels.map(safe).join('/')
    const keyOf = (one: string) => one.normalize('NFC').toLowerCase()
    let free = plain
    for (let number = 2; taken.has(keyOf(free)); number++) free = plain.replace(/(\.[^./]*)?$/, ` (${number})$1`)
    taken.add(keyOf(free))
    return free
  })
}
