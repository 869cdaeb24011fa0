import { indexOf, latin1, startsWith, u16be, u16le, u32be, u32le, u64be, u64le, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { readBySignature } from '../../family'
import { damaged, propertyText, reading, setProps, sized } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'
import { isLzma, readBzip, readGzip, readLz4, readLzip, readXz, readZstandard } from './packed'
import { readRar } from './rar'
import { readSeven } from './seven'
import { isEarlyHeader, SIGNATURES } from './signatures'
import { isTarHeader, readTar } from './tar'

export const readArchive = readBySignature(SIGNATURES, {
  gzip: readGzip,
  bzip: readBzip,
  xz: readXz,
  zstandard: readZstandard,
  lz4: readLz4,
  lzip: readLzip,
  seven: readSeven,
  rar: readRar,
  cabinet: ({ head, size }) => sized('cab', size, u32le(head, 8), { props: { entries: u16le(head, 28) } }),
  arj: readArj,
  lzh: readLzh,
  copied: readCopied,
  library: readLibrary,
  package: readPackage,
  squashed: ({ head, size }) => readSquashed(head, size, startsWith(head, 'hsqs')),
  imaged: ({ head, size }) => sized('wim', size, (u64le(head, 48) % 2 ** 56) ? u64le(head, 56) : 0),
  listed: ({ head, size }) => sized('xar', size, u16be(head, 4) + u64be(head, 8)),
  lzo: () => reading('lzo'),
  crawled: ({ head }) => reading('warc', { version: /^WARC\/([\d.]+)/.exec(latin1(head, 0, 16))?.[1] ?? null }),
  layeredDisc: ({ head }) => reading('qcow2', { version: String(u32be(head, 4)) }),
  disc: readDisc,
  plain: readPlain,
})

/** A packed file system: its superblock states version and bytes used, in the byte order of the first letters. */
function readSquashed(head: Uint8Array, size: number, little: boolean): Reading {
  const [short, word] = little ? [u16le, u64le] : [u16be, u64be]
  return sized('squashfs', size, word(head, 40), { version: `${short(head, 28)}.${short(head, 30)}` })
}

async function readCopied(file: FileBytes): Promise<Reading> {
  const closed = indexOf(await file.tail(), 'TRAILER!!!') >= 0
  return closed ? reading('cpio', { verified: 'structure' }) : damaged('cpio', { kind: 'closing-entry-missing' })
}

/** Tapes by the sum in their header, and discs by what stands in their last block. */
async function readPlain(file: FileBytes): Promise<Reading | null> {
  const { head, size } = file
  if (isTarHeader(head)) return readTar(file)
  if (await isLzma(file)) return reading('lzma')
  const end = (await file.tail()).slice(-512)
  if (startsWith(end, 'conectix')) return reading('vhd', { verified: 'structure' })
  if (startsWith(head, 'conectix')) return damaged('vhd', { kind: 'closing-block-missing' })
  return startsWith(end, 'koly') ? sized('dmg', size, u64be(end, 24) + u64be(end, 32) + 512) : null
}

/** Program package: a lead of 96 bytes, then the signature, in which tag 1000 states the length of all that follows. */
function readPackage(file: FileBytes): Reading {
  const { head, size } = file
  if (!startsWith(head, '\x8E\xAD\xE8', 96)) return damaged('rpm', { kind: 'signature-missing' })
  const [count, store] = [Math.min(512, u32be(head, 104)), u32be(head, 108)]
  const data = 112 + 16 * count
  const end = Math.ceil((data + store) / 8) * 8
  for (let i = 0; i < count; i++) {
    if (u32be(head, 112 + 16 * i) === 1000) return sized('rpm', size, end + u32be(head, data + u32be(head, 120 + 16 * i)))
  }
  return end > size ? damaged('rpm', { kind: 'ends-in-signature' }) : reading('rpm')
}

/** Headers with their lengths; one of length zero closes the archive. */
async function readArj(file: FileBytes): Promise<Reading> {
  let offset = 0
  for (let entries = 0; entries < 100_000; entries++) {
    const header = await file.read(offset, 64)
    if (!startsWith(header, '\x60\xEA')) return damaged('arj', entries === 0 ? { kind: 'header-unreadable' } : { kind: 'closing-entry-missing' })
    const length = u16le(header, 2)
    if (length === 0) return reading('arj', { verified: 'structure' })
    const first = entries === 0
    // basic header, its CRC, and extended headers up to one of length zero
    offset += 4 + length + 4
    for (let extended = 0; extended < 16; extended++) {
      const more = u16le(await file.read(offset, 2), 0)
      offset += more === 0 ? 2 : 6 + more
      if (more === 0) break
    }
    if (!first) offset += u32le(header, 16)
    if (offset > file.size) return damaged('arj', { kind: 'ends-in-entry' })
  }
  return reading('arj')
}

/** Levels 0 and 1 count from behind the length, level 2 states all, level 3 has a length of its own behind the fixed fields. */
function headerLength(header: Uint8Array): number {
  const level = u8(header, 20)
  if (level === 3) return u32le(header, 24)
  return level === 2 ? u16le(header, 0) : u8(header, 0) + 2
}

/** Headers of level 0 to 3 with the length of the packed data; a zero byte closes the archive. */
async function readLzh(file: FileBytes): Promise<Reading> {
  let offset = 0
  for (let entries = 0; offset < file.size && entries < 100_000; entries++) {
    const header = await file.read(offset, 32)
    if (u8(header, 0) === 0) return reading('lzh', { verified: 'structure' })
    // what is no header behind the last entry is not the archive's
    if (entries > 0 && !isEarlyHeader(header)) return reading('lzh', { verified: 'structure' })
    if (header.length < 22) return damaged('lzh', { kind: 'ends-in-some-header' })
    offset += headerLength(header) + u32le(header, 7)
    if (offset > file.size) return damaged('lzh', { kind: 'ends-in-entry' })
  }
  return reading('lzh', { verified: 'structure' })
}

/** Entries with a header of 60 characters; a program package begins with one named after it. */
async function readLibrary(file: FileBytes): Promise<Reading> {
  const id = startsWith(file.head, 'debian-binary', 8) ? 'deb' : 'ar'
  let [offset, entries] = [8, 0]
  while (offset < file.size && entries < 1_000_000) {
    const header = await file.read(offset, 60)
    if (header.length < 60) return damaged(id, { kind: 'ends-in-some-header' })
    if (latin1(header, 58, 60) !== '`\n') return damaged(id, { kind: 'part-unreadable' })
    const size = parseInt(latin1(header, 48, 58), 10) || 0
    entries++
    if (offset + 60 + size > file.size) return damaged(id, { kind: 'ends-in-entry' })
    offset += 60 + size + (size & 1)
  }
  return reading(id, { verified: 'structure', ...(id === 'ar' ? { props: { entries } } : {}) })
}

/** ISO 9660 (ECMA-119 §8.4): the primary volume descriptor states the number of blocks. */
async function readDisc(file: FileBytes): Promise<Reading> {
  const volume = await file.read(32_768, 2048)
  const props: Record<string, PropertyValue> = {}
  setProps(props, { title: propertyText(latin1(volume, 40, 72)) })
  return sized('iso', file.size, u32le(volume, 80) * Math.max(512, u16be(volume, 130)), { props })
}
