import { BlobReader, BlobWriter, configure, ERR_ENCRYPTED, ZipReader } from '@zip.js/zip.js'
import type { Entry, FileEntry } from '@zip.js/zip.js'
import { readNames } from '#core/folders/arrivals'
import type { Incoming } from './sources'

/** Bounds against hostile archives: entries, bytes unpacked, and how many times larger than packed. */
const MOST_ENTRIES = 100_000
const MOST_UNPACKED = 50e9
const MOST_RATIO = 500
const RATIO_FROM = 50e6

configure({ useWebWorkers: false })

/** What an archive's reading goes by: minutes east of UTC for its zoneless times, and words to be expected in its names. */
export interface ArchiveReading { offset: number, known: readonly string[] }

/**
 * Opens a zip by ranges and lists what is in it, without unpacking.
 *
 * @throws Error naming what is wrong with the archive and which entry
 */
export async function openArchive(file: Blob & { name: string }, { offset, known }: ArchiveReading): Promise<Incoming[]> {
  const reader = new ZipReader(new BlobReader(file), { filenameValidation: 'tolerant' } as ConstructorParameters<typeof ZipReader>[1])
  const entries: FileEntry[] = []
  let unpacked = 0
  try {
    for await (const entry of reader.getEntriesGenerator()) {
      if (entries.length >= MOST_ENTRIES) throw new Error(`"${file.name}" holds more than ${MOST_ENTRIES} entries; unpack it and drop the folder in parts.`)
      judgeEntry(entry, file.name)
      unpacked += entry.uncompressedSize
      if (unpacked > MOST_UNPACKED) throw new Error(`"${file.name}" unpacks to more than ${MOST_UNPACKED / 1e9} GB; unpack it and drop the folder in parts.`)
      if (entry.directory) continue
      entries.push(entry as FileEntry)
    }
  }
  catch (error) {
    if (error instanceof Error && error.message.startsWith('"')) throw error
    throw new Error(`"${file.name}" cannot be opened: ${error instanceof Error ? error.message : String(error)}. Was it cut short? Nothing was received.`)
  }
  // names that the archive does not say to be Unicode are read all in one way
  const old = entries.filter(entry => !entry.filenameUTF8 && entry.rawFilename.some(byte => byte > 0x7F))
  const names = new Map(old.length === 0 ? [] : readNames(old.map(entry => entry.rawFilename), known).names.map((name, at) => [old[at], name]))
  const found = entries.map(entry => incoming(entry, names.get(entry) ?? entry.filename, offset))
  // of two entries of one name the later counts, as in every unpacking
  return [...new Map(found.map(one => [one.path, one])).values()]
}

function judgeEntry(entry: Entry, archive: string): void {
  const name = entry.filename.replace(/\\/g, '/')
  if (name.startsWith('/') || /^[A-Za-z]:\//.test(name) || name.split('/').includes('..')) {
    throw new Error(`"${archive}" holds the entry "${entry.filename}", which climbs out of its folder; nothing was received.`)
  }
  if (entry.encrypted) throw new Error(`"${archive}" needs a password (entry "${entry.filename}"); unpack it and drop the folder.`)
  if (entry.uncompressedSize > RATIO_FROM && entry.uncompressedSize > MOST_RATIO * Math.max(1, entry.compressedSize)) {
    throw new Error(`"${archive}" holds the entry "${entry.filename}", which would unpack to ${MOST_RATIO} times its packed size and more; nothing was received.`)
  }
}

function incoming(entry: FileEntry, name: string, offset: number): Incoming {
  const path = name.replace(/\\/g, '/')
  const raw = entry.rawFilename
  // eslint-disable-next-line no-control-regex -- only names outside ASCII can be read two ways
  const plain = /^[\x00-\x7F]*$/.test(path)
  return {
    path,
    ...(plain || entry.filenameUTF8 ? {} : { rawPath: btoa(String.fromCharCode(...raw)) }),
    modified: archiveTime(entry, offset),
    size: entry.uncompressedSize,
    async open() {
      try {
        return await entry.getData(new BlobWriter(), { checkSignature: true })
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
