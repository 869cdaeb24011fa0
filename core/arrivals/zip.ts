import { configure, ERR_ENCRYPTED, Reader, ZipReader } from '@zip.js/zip.js'
import type { Entry, FileEntry } from '@zip.js/zip.js'
import type { ByteSource } from '../bytes/source'
import type { Incoming, Keep, Opening } from './incoming'
import { ArrivalError } from './incoming'
import { readNames } from './names'

/** Bounds against hostile archives: entries, bytes unpacked, and how many times larger than packed. */
const MOST_ENTRIES = 100_000
const MOST_UNPACKED = 50e9
const MOST_RATIO = 500
const RATIO_FROM = 50e6

configure({ useWebWorkers: false })

/** Lets the zip package read a source by ranges, an archive or what goes into one: it is never whole in memory. */
export class SourceReader extends Reader<ByteSource> {
  constructor(private readonly source: ByteSource) {
    super(source)
    this.size = source.size
  }

  override readUint8Array(index: number, length: number): Promise<Uint8Array> {
    return this.source.read(index, length)
  }
}

/**
 * Opens a zip by ranges and lists what is in it, without unpacking.
 *
 * @param path - of the archive, for saying what is wrong with it
 * @param keep - where unpacked bytes go
 * @throws ArrivalError saying what is wrong with the archive and which entry
 */
export async function openZip<S extends ByteSource>(
  source: ByteSource, path: string, { offset, known }: Opening, keep: Keep<S>,
): Promise<Incoming<S>[]> {
  const reader = new ZipReader(new SourceReader(source), { filenameValidation: 'tolerant' } as ConstructorParameters<typeof ZipReader>[1])
  const entries: FileEntry[] = []
  let unpacked = 0
  try {
    for await (const entry of reader.getEntriesGenerator()) {
      if (entries.length >= MOST_ENTRIES) throw new ArrivalError(path, { kind: 'too-many-entries', most: MOST_ENTRIES })
      judgeEntry(entry, path)
      unpacked += entry.uncompressedSize
      if (unpacked > MOST_UNPACKED) throw new ArrivalError(path, { kind: 'too-large', most: MOST_UNPACKED })
      if (!entry.directory) entries.push(entry as FileEntry)
    }
  }
  catch (error) {
    if (error instanceof ArrivalError) throw error
    throw new ArrivalError(path, { kind: 'unreadable', why: error instanceof Error ? error.message : String(error) })
  }
  // names that the archive does not say to be Unicode are read all in one way
  const old = entries.filter(entry => !entry.filenameUTF8 && entry.rawFilename.some(byte => byte > 0x7F))
  const names = new Map(old.length === 0 ? [] : readNames(old.map(entry => entry.rawFilename), known).names.map((name, at) => [old[at], name]))
  const arrived = entries.map(entry => incoming(entry, names.get(entry) ?? entry.filename, offset, keep))
  // of two entries of one name the later counts, as in every unpacking
  return [...new Map(arrived.map(one => [one.path, one])).values()]
}

function judgeEntry(entry: Entry, archive: string): void {
  const name = entry.filename.replace(/\\/g, '/')
  if (name.startsWith('/') || /^[A-Za-z]:\//.test(name) || name.split('/').includes('..')) {
    throw new ArrivalError(archive, { kind: 'climbs-out', entry: entry.filename })
  }
  if (entry.encrypted) throw new ArrivalError(archive, { kind: 'password', entry: entry.filename })
  if (entry.uncompressedSize > RATIO_FROM && entry.uncompressedSize > MOST_RATIO * Math.max(1, entry.compressedSize)) {
    throw new ArrivalError(archive, { kind: 'too-dense', entry: entry.filename, times: MOST_RATIO })
  }
}

function incoming<S extends ByteSource>(entry: FileEntry, name: string, offset: number, keep: Keep<S>): Incoming<S> {
  const path = name.replace(/\\/g, '/')
  // eslint-disable-next-line no-control-regex -- only names outside ASCII can be read two ways
  const plain = /^[\x00-\x7F]*$/.test(path)
  return {
    path,
    ...(plain || entry.filenameUTF8 ? {} : { rawPath: entry.rawFilename }),
    modified: archiveTime(entry, offset),
    size: entry.uncompressedSize,
    async open() {
      try {
        return await keep(sink => entry.getData(sink, { checkSignature: true }), entry.uncompressedSize)
      }
      catch (error) {
        if (error instanceof Error && error.message === ERR_ENCRYPTED) throw new Error('it needs a password')
        throw error
      }
    },
  }
}

/** The archive's own time: exact where it stores one, else its zoneless time in the brief's offset. */
function archiveTime(entry: FileEntry, offset: number): number | null {
  const date = entry.lastModDate
  if (Number.isNaN(date.getTime())) return null
  const exact = entry.extraFieldExtendedTimestamp ?? entry.extraFieldNTFS
  if (exact) return date.getTime()
  return Date.UTC(date.getFullYear(), date.getMonth(), date.getDate(), date.getHours(), date.getMinutes(), date.getSeconds()) - offset * 60_000
}
