import type { Fault } from '../../faults'
import { u16le, u32le } from '../../../bytes/read'
import { join } from '../../../bytes/inflate'
import type { FileBytes } from '../../../bytes/source'

const END = 0xFFFFFFFA
const TABLE_SECTORS = 16_384
const ENTRIES = 20_000

export interface Stream { name: string, kind: 'storage' | 'stream' | 'root', start: number, size: number }

/** Object types of a directory entry (MS-CFB §2.6.1). */
const KINDS: Record<number, Stream['kind']> = { 1: 'storage', 2: 'stream', 5: 'root' }

/** A compound file opened at its directory (MS-CFB §2.2–2.6). */
export interface Container {
  streams: Stream[]
  /** Reads a stream, at most `limit` bytes of it. */
  read(name: string, limit: number): Promise<Uint8Array | null>
  /** Why it is damaged: a chain or the data of a stream that lies past the end. */
  damage: Fault | null
}

/** Opens a compound file; a text says why it cannot be. */
export async function openContainer(file: FileBytes): Promise<Container | Fault> {
  const { head, size } = file
  const sector = 2 ** u16le(head, 30)
  if (sector !== 512 && sector !== 4096) return { kind: 'sector-size' }
  const place = (index: number) => (index + 1) * sector
  const perSector = sector / 4
  let damage: Fault | null = null
  const cut = () => (damage ??= { kind: 'ends-before-parts' })

  const tables: number[] = []
  for (let i = 0; i < 109 && tables.length < u32le(head, 44); i++) tables.push(u32le(head, 76 + 4 * i))
  let more = u32le(head, 68)
  for (let steps = 0; more < END && steps < 1024 && tables.length < TABLE_SECTORS; steps++) {
    const bytes = await file.read(place(more), sector)
    for (let i = 0; i < perSector - 1 && tables.length < u32le(head, 44); i++) tables.push(u32le(bytes, 4 * i))
    more = u32le(bytes, sector - 4)
  }
  const loaded = new Map<number, Uint8Array>()
  async function next(index: number): Promise<number> {
    const number = Math.floor(index / perSector)
    let table = loaded.get(number)
    if (!table) {
      const offset = tables[number]
      if (offset === undefined || offset >= END) return END
      table = await file.read(place(offset), sector)
      if (table.length < sector) cut()
      if (loaded.size > 512) loaded.clear()
      loaded.set(number, table)
    }
    return u32le(table, 4 * (index % perSector))
  }
  /** The sectors of a chain, bounded by what its length needs. */
  async function chain(start: number, most: number): Promise<number[]> {
    const list: number[] = []
    for (let sector = start; sector < END && list.length < most; sector = await next(sector)) list.push(sector)
    return list
  }

  const streams: Stream[] = []
  const directory = await chain(u32le(head, 48), Math.ceil(ENTRIES * 128 / sector))
  for (const index of directory) {
    const bytes = await file.read(place(index), sector)
    if (bytes.length < sector) {
      cut()
      break
    }
    for (let entry = 0; entry < sector; entry += 128) {
      const kind = bytes[entry + 66]
      if (!kind || !KINDS[kind]) continue
      let name = ''
      for (let i = 0; i + 2 < Math.min(64, u16le(bytes, entry + 64)); i += 2) name += String.fromCharCode(u16le(bytes, entry + i))
      streams.push({ name, kind: KINDS[kind] ?? 'root', start: u32le(bytes, entry + 116), size: u32le(bytes, entry + 120) })
    }
  }
  if (directory.length === 0 || streams.length === 0) return { kind: 'directory-unread' }

  const cutoff = u32le(head, 56)
  for (const stream of streams) {
    if (damage !== null || stream.kind === 'storage' || stream.size === 0 || (stream.kind === 'stream' && stream.size < cutoff)) continue
    const needed = Math.ceil(stream.size / sector)
    const sectors = await chain(stream.start, Math.min(needed, 400_000))
    if (sectors.length < Math.min(needed, 400_000)) damage = { kind: 'stream-incomplete', name: stream.name.replace(/[^\x20-\x7E]/g, '') }
    for (const [i, index] of sectors.entries()) {
      // the last sector need not be filled up
      const full = i < needed - 1 ? sector : (stream.size - 1) % sector + 1
      if (place(index) + full > size) cut()
    }
  }

  let small: { sectors: number[], table: Uint8Array } | null = null
  async function read(name: string, limit: number): Promise<Uint8Array | null> {
    const stream = streams.find(one => one.kind === 'stream' && one.name === name)
    if (!stream) return null
    const length = Math.min(stream.size, limit)
    const parts: Uint8Array[] = []
    if (stream.size >= cutoff) {
      for (const index of await chain(stream.start, Math.ceil(length / sector))) parts.push(await file.read(place(index), sector))
      return join(parts).subarray(0, length)
    }
    if (!small) {
      const root = streams.find(one => one.kind === 'root')
      const tableSectors = await chain(u32le(head, 60), 4096)
      small = {
        sectors: await chain(root?.start ?? END, 32_768),
        table: join(await Promise.all(tableSectors.map(index => file.read(place(index), sector)))),
      }
    }
    for (let offset = stream.start, steps = 0; offset < END && steps < Math.ceil(length / 64); offset = 4 * offset + 4 <= small.table.length
      ? u32le(small.table, 4 * offset)
      : END, steps++) {
      const holder = small.sectors[Math.floor(offset * 64 / sector)]
      if (holder === undefined) break
      parts.push(await file.read(place(holder) + offset * 64 % sector, 64))
    }
    return join(parts).subarray(0, length)
  }
  return { streams, read, damage }
}
