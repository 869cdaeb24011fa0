import PostalMime from 'postal-mime'
import { splitParts } from '#core/folders/arrivals'
import type { ArchiveReading } from './archive'
import { openArchive } from './archive'
import type { Incoming } from './sources'

/** Archives in archives are opened so deep. */
const DEEPEST = 2
/** Larger messages are received as they are. */
const LARGEST_MAIL = 200_000_000
const MOST_FILES = 200_000

/** What is opened: formats that a requirement asks for stay whole. */
export interface Opening extends ArchiveReading { zip: boolean, mail: boolean }

/**
 * Lists what was dropped: one archive, or the parts of one, stand for what is in them; archives and mails among other files
 * are opened where they lie.
 */
export async function openDropped(files: readonly Incoming[], opening: Opening): Promise<Incoming[]> {
  const archives = opening.zip && files.length > 0 && files.every(({ path }) => isZip(path) && !path.includes('/'))
  if (!archives || (files.length > 1 && splitParts(files.map(({ path }) => path)) === null)) return openInside(files, opening, 0)
  const parts: Incoming[] = []
  for (const file of files) parts.push(...await openArchive(named(await file.open(), file.path), opening))
  // the same entry in two parts is the same file
  return openInside([...new Map(parts.map(one => [one.path, one])).values()], opening, 0)
}

async function openInside(files: readonly Incoming[], opening: Opening, depth: number): Promise<Incoming[]> {
  if (depth >= DEEPEST) return [...files]
  const found: Incoming[] = []
  for (const file of files) {
    const inside = await openOne(file, opening)
    if (inside === null) found.push(file)
    else {
      const container = [...file.container ?? [], file.path]
      found.push(...await openInside(inside.map(one => ({ ...one, container, ...(one.sender ?? file.sender ? { sender: one.sender ?? file.sender } : {}) })), opening, depth + 1))
    }
    if (found.length > MOST_FILES) throw new Error(`More than ${MOST_FILES} files; drop them in parts.`)
  }
  return found
}

/** What lies in an archive or mail; `null` where it is neither, or cannot be opened: then it is received as it is. */
async function openOne(file: Incoming, opening: Opening): Promise<Incoming[] | null> {
  try {
    if (opening.zip && isZip(file.path)) {
      const blob = await file.open()
      return await startsWith(blob, 'PK\x03\x04') ? await openArchive(named(blob, file.path), opening) : null
    }
    if (!opening.mail || !/\.(?:eml|mbox)$/i.test(file.path) || file.size > LARGEST_MAIL) return null
    const blob = await file.open()
    const messages = /\.mbox$/i.test(file.path) ? splitMbox(new Uint8Array(await blob.arrayBuffer())) : [new Uint8Array(await blob.arrayBuffer())]
    const attached: Incoming[] = []
    for (const message of messages) attached.push(...await openMail(message, messages.length > 1 ? attached : []))
    return attached.length > 0 ? attached : null
  }
  catch {
    return null
  }
}

const isZip = (path: string) => /\.zip$/i.test(path)
const named = (blob: Blob, name: string) => Object.assign(blob.slice(0, blob.size, blob.type), { name })

async function startsWith(blob: Blob, signature: string): Promise<boolean> {
  return new TextDecoder('latin1').decode(await blob.slice(0, signature.length).arrayBuffer()) === signature
}

/** Attachments as received files; two of one name are told apart by a number, as folders do. */
async function openMail(bytes: Uint8Array<ArrayBuffer>, before: readonly Incoming[]): Promise<Incoming[]> {
  const mail = await PostalMime.parse(bytes)
  const sent = mail.date ? Date.parse(mail.date) : Number.NaN
  const sender = mail.from && 'address' in mail.from ? mail.from.address?.toLowerCase() : undefined
  const taken = new Set(before.map(one => one.path))
  const found: Incoming[] = []
  for (const { filename, content, disposition } of mail.attachments) {
    // pictures inside the text are part of the letter
    if (!filename || disposition === 'inline') continue
    const plain = filename.replace(/[/\\]/g, '_')
    let path = plain
    for (let number = 1; taken.has(path); number++) path = plain.replace(/(\.[^.]*)?$/, ` (${number})$1`)
    taken.add(path)
    const blob = new Blob([content as Uint8Array<ArrayBuffer> | string])
    found.push({ path, modified: Number.isNaN(sent) ? null : sent, size: blob.size, ...(sender ? { sender } : {}), open: () => Promise.resolve(blob) })
  }
  return found
}

/** Messages of a mailbox file: each begins with a line `From ` behind an empty one (RFC 4155); `>From ` stands for itself. */
export function splitMbox(bytes: Uint8Array<ArrayBuffer>): Uint8Array<ArrayBuffer>[] {
  const starts: number[] = []
  const isFrom = (at: number) => bytes[at] === 0x46 && bytes[at + 1] === 0x72 && bytes[at + 2] === 0x6F && bytes[at + 3] === 0x6D && bytes[at + 4] === 0x20
  for (let at = 0; at >= 0 && at < bytes.length;) {
    const behind = at === 0 || bytes[at - 2] === 0x0A || (bytes[at - 2] === 0x0D && bytes[at - 3] === 0x0A)
    if (isFrom(at) && behind) starts.push(at)
    const end = bytes.indexOf(0x0A, at)
    at = end < 0 ? -1 : end + 1
  }
  return starts.map((start, index) => bytes.slice(bytes.indexOf(0x0A, start) + 1, starts[index + 1] ?? bytes.length))
}
