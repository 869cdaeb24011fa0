import { crc32 } from '../../../bytes/checksum'
import { pieces } from '../../../bytes/cursor'
import { indexOf, u32le, u64le, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { damaged, endsEarly, reading } from '../../reading'
import type { Reading } from '../../reading'
import type { Proof } from '../../family'
import { unpackLzma } from './lzma'
import { unpackLzmaTwo } from './lzma-two'
import type { End } from './lzma-two'
import { readFolders } from './seven-streams'
import type { Folder } from './seven-streams'

/** Headers past this length are not looked into for passwords. */
const HEADER_READ = 4 * 1024 * 1024
/** Most that is unpacked of one archive. */
const MOST = 64 * 1024 * 1024
/** Methods by their numbers. */
const [COPY, LZMA, LZMA_TWO] = ['0', '3,1,1', '33']
/** The method that encrypts, as its number stands in the list of coders. */
const ENCRYPTED = '\x06\xF1\x07\x01'

/** 7z (format description in the public domain): the start header states where the end header is, both with checksums. */
export async function readSeven(file: FileBytes, proof: Proof): Promise<Reading> {
  const { head, size } = file
  if (size < 32) return damaged('7z', { kind: 'ends-in-header' })
  if (crc32(head.subarray(12, 32)) !== u32le(head, 8)) return damaged('7z', { kind: 'header-checksum' })
  const [offset, length] = [u64le(head, 12), u64le(head, 20)]
  const reach = 32 + offset + length
  if (reach > size) return damaged('7z', endsEarly(size, reach))
  const version = `${u8(head, 6)}.${u8(head, 7)}`
  if (length === 0) return reading('7z', { version, verified: 'checksum' })
  if (length > HEADER_READ) return reading('7z', { version })
  const header = await file.read(32 + offset, length)
  if (crc32(header) !== u32le(head, 28)) return damaged('7z', { kind: 'directory-checksum' })
  const rest = { version, verified: 'structure' as const }
  const inner = u8(header, 0) === 0x17 ? await unpackHeader(file, header) : header
  if (inner === 'broken') return damaged('7z', { kind: 'directory-checksum' })
  if (indexOf(header, ENCRYPTED) >= 0 || (inner !== null && indexOf(inner, ENCRYPTED) >= 0)) {
    return reading('7z', { ...rest, state: 'locked', fault: { kind: 'password' } })
  }
  const contents = inner && proof.checksums ? await holds(file, readFolders(inner) ?? []) : null
  if (contents === false) return damaged('7z', { kind: 'contents-checksum' }, { ...rest, verified: 'checksum' })
  return reading('7z', { ...rest, verified: contents ? 'checksum' : 'structure' })
}

/** A packed header: one folder with one LZMA coder. `null`: packed or encrypted in another way. */
async function unpackHeader(file: FileBytes, header: Uint8Array): Promise<Uint8Array | 'broken' | null> {
  const [folder, more] = readFolders(header) ?? []
  if (folder?.coder?.method !== LZMA || more || folder.packed > HEADER_READ || folder.unpacked > HEADER_READ) return null
  const inner = unpackLzma(folder.coder.settings, await file.read(folder.from, folder.packed), folder.unpacked)
  const sum = folder.parts[0]?.sum ?? null
  return inner === null || (sum !== null && crc32(inner) !== sum) ? 'broken' : inner
}

/**
 * Whether what the archive holds agrees with its checksums.
 *
 * @returns `false`: it does not; `null`: not all of it could be looked at
 */
async function holds(file: FileBytes, folders: readonly Folder[]): Promise<boolean | null> {
  let [all, left] = [true, MOST]
  for (const folder of folders) {
    left -= folder.unpacked
    const sums = sumsOf(folder.parts)
    const end = left < 0 ? 'stopped' : await unpackFolder(file, folder, sums.take)
    if (end === 'wrong' || (end === 'whole' && !sums.agree())) return false
    if (end === 'stopped' || folder.parts.some(({ sum }) => sum === null)) all = false
  }
  return all ? true : null
}

async function unpackFolder(file: FileBytes, folder: Folder, take: (piece: Uint8Array) => boolean): Promise<End> {
  const { coder, from, packed, unpacked } = folder
  if (coder?.method === COPY) {
    for await (const piece of pieces(file, from, packed)) take(piece)
    return 'whole'
  }
  if (coder?.method === LZMA_TWO) return unpackLzmaTwo(file, { from, length: packed, dictionary: u8(coder.settings, 0), unpacked }, take)
  if (coder?.method !== LZMA || unpacked > HEADER_READ) return 'stopped'
  const contents = unpackLzma(coder.settings, await file.read(from, packed), unpacked)
  if (contents) take(contents)
  return contents ? 'whole' : 'wrong'
}

/** Sums what comes piece by piece, file by file. */
function sumsOf(parts: Folder['parts']) {
  let [at, sum, left, wrong] = [0, 0, parts[0]?.size ?? 0, false]
  const close = () => {
    while (left === 0 && at < parts.length) {
      const stated = parts[at]?.sum ?? null
      if (stated !== null && stated !== sum) wrong = true
      ;[at, sum, left] = [at + 1, 0, parts[at + 1]?.size ?? 0]
    }
  }
  return {
    take(piece: Uint8Array): boolean {
      for (let offset = 0; offset < piece.length && at < parts.length;) {
        const length = Math.min(left, piece.length - offset)
        sum = crc32(piece.subarray(offset, offset + length), sum)
        offset += length
        left -= length
        close()
      }
      return true
    },
    agree() {
      close()
      return !wrong && at === parts.length
    },
  }
}
