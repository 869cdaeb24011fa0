import { BlobReader, BlobWriter, configure, TextWriter, ZipReader } from '@zip.js/zip.js'
import type { FileEntry } from '@zip.js/zip.js'
import { expose } from 'comlink'
import { broughtBy } from '#core/arrivals/incoming'
import type { Incoming } from '#core/arrivals/incoming'
import { BAG_WORDS, labelOf, verifyBag } from '#core/packing/bag'
import type { PackedFile } from '#core/packing/packed'
import { gather } from '#core/text/gather'
import { PACKED, readPackedFile } from '#core/packing/packed'
import { readLetters, readRounds } from '#core/packing/record'
import type { EarlierRecord } from '#shared/answers'
import type { IntakeProgress, Facts } from './receiving'
import { receiveIncoming } from './receiving'
import { hashStream } from './hashes'
import type { BlobSource } from './sources'
import { blobSource } from './sources'

configure({ useWebWorkers: false })

/** Texts of a bag are read whole up to this. */
const LONGEST_TEXT = 512 * 1024 * 1024
/** What unpacks to so much, so many times what it is packed in, is none of ours. */
const [DENSE_FROM, MOST_RATIO] = [100_000_000, 500]

interface Volume { name: string, entries: Map<string, FileEntry> }
/** What volumes hold together. */
export interface Packed { title: string, document: unknown, list: unknown, decisions: unknown, record: EarlierRecord, files: number, bytes: number }

let volumes: Volume[] = []
let received: PackedFile[] = []

const textOf = async (entry: FileEntry | undefined): Promise<string> => {
  if (!entry || entry.uncompressedSize > LONGEST_TEXT) return ''
  return entry.getData(new TextWriter())
}

/** One volume's entries by their path in the bag; the one folder around them is its name. */
async function openVolume(file: File): Promise<Volume> {
  const entries = new Map<string, FileEntry>()
  for (const entry of await new ZipReader(new BlobReader(file)).getEntries()) {
    if (entry.directory) continue
    if (entry.uncompressedSize > DENSE_FROM && entry.uncompressedSize > MOST_RATIO * entry.compressedSize) throw new Error('it is too dense')
    entries.set(entry.filename.slice(entry.filename.indexOf('/') + 1), entry as FileEntry)
  }
  return { name: file.name, entries }
}

/** Holds a volume against its own manifests. */
async function verify({ name, entries }: Volume, onRead: (bytes: number) => void): Promise<Map<string, string>> {
  const tags = new Map<string, string>()
  const files = new Map<string, { size: number, sha256: string }>()
  for (const [path, entry] of entries) {
    const blob = await entry.getData(new BlobWriter(), { checkSignature: true }).catch(() => {
      throw new Error(`"${name}": "${path}" ${BAG_WORDS.changed}. Nothing was read back.`)
    })
    files.set(path, { size: blob.size, sha256: await hashStream(blob, new AbortController().signal, onRead) })
    if (!path.includes('/')) tags.set(path, await blob.text())
  }
  const [fault] = verifyBag({ tags, files })
  if (fault) throw new Error(`"${name}"${'path' in fault ? `: "${fault.path}"` : ''} ${BAG_WORDS[fault.kind]}. Nothing was read back.`)
  return tags
}

/**
 * Opens the volumes of one packed brief, and holds each against what was packed.
 *
 * @throws Error in words where one is no volume, is not what was packed, or is not there
 */
async function open(files: File[], onRead: (bytes: number) => void): Promise<Packed> {
  volumes = []
  const groups = new Set<string>()
  const there = new Set<number>()
  let of = 1
  for (const file of files) {
    const volume = await openVolume(file).catch(() => {
      throw new Error(`"${file.name}" is no archive. Needed: the volumes of a packed brief, as .zip.`)
    })
    const info = (await verify(volume, onRead)).get('bag-info.txt') ?? ''
    const [, count = '1', all = '1'] = /^(\d+) of (\d+)$/.exec(labelOf(info, 'Bag-Count')) ?? []
    groups.add(labelOf(info, 'Bag-Group-Identifier'))
    there.add(Number(count))
    of = Number(all)
    volumes.push(volume)
  }
  if (groups.size > 1) throw new Error('These are volumes of different briefs. Choose those of one.')
  const missing = Array.from({ length: of }, (_, at) => at + 1).filter(count => !there.has(count))
  if (missing.length > 0) throw new Error(`Volume ${missing.join(', ')} of ${of} is not among them. Choose all of them together.`)
  const json = async (path: string): Promise<unknown> => JSON.parse(await textOf(find(path)) || 'null')
  received = (await textOf(find(PACKED.received))).split('\n').filter(Boolean).map(readPackedFile)
  const document = await json(PACKED.brief)
  return {
    title: (document as { title?: string } | null)?.title ?? '', document, list: await json(PACKED.list), decisions: await json(PACKED.decisions),
    record: await recordIn(),
    files: received.length, bytes: received.reduce((sum, { size }) => sum + size, 0),
  }
}

/** What lies under a path below `data/`, in whichever volume. */
const find = (path: string): FileEntry | undefined => volumes.flatMap(({ entries }) => entries.get(`data/${path}`) ?? [])[0]

/** Rounds, letters and receipts among the volumes. */
async function recordIn(): Promise<EarlierRecord> {
  const receipts: object[] = []
  for (const { entries } of volumes) {
    for (const [path, entry] of entries) {
      if (path.startsWith(`data/${PACKED.receipts}`)) receipts.push(JSON.parse(await textOf(entry)) as object)
    }
  }
  return { rounds: readRounds(await textOf(find(PACKED.rounds))), letters: readLetters(await textOf(find(PACKED.letters))), receipts }
}

/** Receives everything into a brief, each folder as it came. */
async function receive(briefId: string, onProgress: (progress: IntakeProgress) => void): Promise<void> {
  const groups = new Map<string, PackedFile[]>()
  for (const file of received) {
    gather(groups, JSON.stringify([file.root, file.statedAt, file.at !== null]), file)
  }
  for (const [key, files] of groups) {
    const [root, statedAt, keeps] = JSON.parse(key) as [string, string | null, boolean]
    const incoming = files.map((file): Incoming<BlobSource> & { facts?: Facts } => ({
      path: file.path, modified: file.modified, size: file.size, ...(file.container.length > 0 ? { container: file.container } : {}),
      ...broughtBy(file),
      ...(file.rawPath ? { rawPath: Uint8Array.from(atob(file.rawPath), char => char.charCodeAt(0)) } : {}),
      ...(file.reading ? { facts: { sha256: file.sha256, reading: file.reading } } : {}),
      async open() {
        const entry = find(file.at ?? '')
        if (!entry) throw new Error('its bytes are in none of the volumes')
        return blobSource(await entry.getData(new BlobWriter()))
      },
    }))
    const order = { briefId, key: crypto.randomUUID(), root, keeps, replaces: false, statedAt, same: null }
    await receiveIncoming(order, incoming, onProgress, () => Promise.resolve(false), new AbortController().signal)
  }
}

export type UnpackWorker = { open: typeof open, receive: typeof receive }
expose({ open, receive })
