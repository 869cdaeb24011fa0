import { latin1 } from '../bytes/read'
import type { ByteSource } from '../bytes/source'
import type { ArrivalFault, Incoming, Keep, Opening, StaysClosed } from './incoming'
import { ArrivalError, broughtBy } from './incoming'
import { openMail, splitMbox } from './mail'
import { splitParts } from './names'
import { openZip } from './zip'

/** Archives in archives are opened so deep. */
const DEEPEST = 2
/** Larger messages are received as they are. */
const LARGEST_MAIL = 200_000_000
const MOST_FILES = 200_000

/** What came in, with everything opened that is to be, and what stays closed and why. */
export interface Arrived<S extends ByteSource> { files: Incoming<S>[], closed: StaysClosed[] }

/**
 * Opens what came in: one archive, or the parts of one, stand for what is in them; archives and mails among other files are
 * opened where they lie. Page, server and command line receive through this alone.
 *
 * @param files - as they lie there
 * @param keep - where unpacked bytes go
 * @throws ArrivalError where all that came is an archive that cannot be opened, or more files than are received at once
 */
export async function openArrivals<S extends ByteSource>(files: readonly Incoming<S>[], opening: Opening, keep: Keep<S>): Promise<Arrived<S>> {
  const closed: StaysClosed[] = []
  const archives = opening.zip && files.length > 0 && files.every(({ path }) => isZip(path) && !path.includes('/'))
  let inside: readonly Incoming<S>[] = files
  if (archives && (files.length === 1 || splitParts(files.map(({ path }) => path)) !== null)) {
    const parts: Incoming<S>[] = []
    for (const file of files) parts.push(...await openZip(await file.open(), file.path, opening, keep))
    // the same entry in two parts is the same file
    inside = [...new Map(parts.map(one => [one.path, one])).values()]
  }
  return { files: await openInside(inside, opening, 0, keep, closed), closed }
}

/** Opens files that lie among others: none of them stands for the whole, each archive or mail is opened where it lies. */
export async function openAmongOthers<S extends ByteSource>(files: readonly Incoming<S>[], opening: Opening, keep: Keep<S>): Promise<Arrived<S>> {
  const closed: StaysClosed[] = []
  return { files: await openInside(files, opening, 0, keep, closed), closed }
}

async function openInside<S extends ByteSource>(
  files: readonly Incoming<S>[], opening: Opening, depth: number, keep: Keep<S>, closed: StaysClosed[],
): Promise<Incoming<S>[]> {
  const arrived: Incoming<S>[] = []
  for (const file of files) {
    const container = file.container ?? []
    if (!mayBeOpened(file, opening)) {
      arrived.push(file)
      continue
    }
    if (depth >= DEEPEST) {
      closed.push({ path: file.path, container, fault: { kind: 'too-deep', deepest: DEEPEST } })
      arrived.push(file)
      continue
    }
    const inside = await openOne(file, opening, keep)
    if (!Array.isArray(inside)) {
      if (inside !== null) closed.push({ path: file.path, container, fault: inside })
      arrived.push(file)
      continue
    }
    const around = inside.map(one => ({
      ...one, container: [...container, file.path], ...broughtBy(one.sender === undefined ? file : one),
    }))
    arrived.push(...await openInside(around, opening, depth + 1, keep, closed))
    if (arrived.length > MOST_FILES) throw new ArrivalError(file.path, { kind: 'too-many-files', most: MOST_FILES })
  }
  return arrived
}

const isZip = (path: string) => /\.zip$/i.test(path)
const isMail = (path: string) => /\.(?:eml|mbox)$/i.test(path)
/** Names of files that may have to be opened. */
export const MAY_BE_OPENED = /\.(?:zip|eml|mbox)$/i

/** Whether a file is one to be opened, by its name. */
export function mayBeOpened({ path }: Pick<Incoming, 'path'>, { zip, mail }: Opening): boolean {
  return (zip && isZip(path)) || (mail && isMail(path))
}

/** What lies in an archive or mail; `null` where it only bears such a name; else why it stays closed: it is then received as it is. */
async function openOne<S extends ByteSource>(file: Incoming<S>, opening: Opening, keep: Keep<S>): Promise<Incoming<S>[] | ArrivalFault | null> {
  try {
    if (isZip(file.path)) {
      const source = await file.open()
      return latin1(await source.read(0, 4)) === 'PK\x03\x04' ? await openZip(source, file.path, opening, keep) : null
    }
    if (file.size > LARGEST_MAIL) return { kind: 'too-large-mail', size: file.size, most: LARGEST_MAIL }
    const source = await file.open()
    const bytes = await source.read(0, source.size)
    const messages = /\.mbox$/i.test(file.path) ? splitMbox(bytes) : [bytes]
    const attached: Incoming<S>[] = []
    for (const message of messages) attached.push(...await openMail(message, messages.length > 1 ? attached : [], keep))
    return attached.length > 0 ? attached : { kind: 'nothing-attached' }
  }
  catch (error) {
    if (error instanceof ArrivalError) return error.fault
    // bytes that cannot be had are told of the file itself, as unread
    return { kind: 'unreadable', why: error instanceof Error ? error.message : String(error) }
  }
}
