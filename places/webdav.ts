import type { IncomingMessage } from 'node:http'
import { SaxesParser } from 'saxes'
import { Hosts } from './hosts'
import { HttpClient, sayConnection } from './http'
import { isOdd, isUtf8, showBytes } from './names'
import type { Look, OpenPlace, PlaceKind, SeenFile } from './place'
import { DEEPEST, PlaceError, levelsToWrite } from './place'

/** Properties of RFC 4918 §15 that say what a file is. */
const ASKED = `<?xml version="1.0" encoding="utf-8"?>
<D:propfind xmlns:D="DAV:"><D:prop><D:resourcetype/><D:getcontentlength/><D:getlastmodified/><D:getetag/></D:prop></D:propfind>`
/** A listing of one folder may be so long: 200,000 files are shorter. */
const LONGEST_LISTING = 160_000_000
const MOST_IN_FOLDER = 200_000

/** One answer of a listing. */
interface Resource { href: string, collection: boolean, size: number | null, modified: number | null, mark: string | null, weak: boolean }

/** Percent escapes as bytes; what is none stands for itself. */
export function bytesOf(text: string): Buffer {
  const bytes: number[] = []
  for (let at = 0; at < text.length; at++) {
    const hex = text[at] === '%' ? /^[0-9a-f]{2}/i.exec(text.slice(at + 1, at + 3))?.[0] : undefined
    if (hex !== undefined) {
      bytes.push(Number.parseInt(hex, 16))
      at += 2
    }
    else bytes.push(...Buffer.from(text[at] ?? ''))
  }
  return Buffer.from(bytes)
}

/** Bytes as a path of an address (RFC 3986 §3.3). */
const escaped = (bytes: Uint8Array): string => [...bytes].map((byte) => {
  const sign = String.fromCharCode(byte)
  return /[\w\-.~!$&'()*+,;=:@/]/.test(sign) && byte < 128 ? sign : `%${byte.toString(16).toUpperCase().padStart(2, '0')}`
}).join('')

/** Levels of a path as bytes, none of them empty. */
function levelsOf(path: Buffer): Buffer[] {
  const levels: Buffer[] = []
  for (let from = 0; from <= path.length;) {
    const to = path.indexOf(0x2F, from)
    const end = to === -1 ? path.length : to
    if (end > from) levels.push(path.subarray(from, end))
    from = end + 1
  }
  return levels
}

/**
 * Reads a listing (RFC 4918 §9.1) as it comes.
 *
 * @throws PlaceError where it is no such listing, or longer than is taken
 */
export async function readListing(body: AsyncIterable<Buffer | string>): Promise<Resource[]> {
  const found: Resource[] = []
  const parser = new SaxesParser({ xmlns: true })
  let current: Resource | null = null
  let counts = true
  let text = ''
  let inside: Resource[] = []
  parser.on('error', (error) => {
    throw new PlaceError('odd', `The listing is not well formed: ${error.message.slice(0, 200)}`)
  })
  parser.on('opentag', ({ uri, local }) => {
    text = ''
    if (uri !== 'DAV:') return
    if (local === 'response') {
      current = { href: '', collection: false, size: null, modified: null, mark: null, weak: false }
      inside = []
    }
    else if (local === 'propstat' && current) inside.push({ ...current })
    else if (local === 'collection' && current) current.collection = true
  })
  parser.on('text', more => text += more)
  parser.on('closetag', ({ uri, local }) => {
    if (uri !== 'DAV:' || !current) return
    const said = text.trim()
    if (local === 'href' && current.href === '') current.href = said
    else if (local === 'getcontentlength' && /^\d{1,15}$/.test(said)) current.size = Number(said)
    else if (local === 'getlastmodified') current.modified = Number.isNaN(Date.parse(said)) ? null : Date.parse(said)
    else if (local === 'getetag') {
      // what is weak right after a file was written is strong a second later, and the same (RFC 9110 §8.8.3)
      current.weak = said.startsWith('W/')
      current.mark = said.replace(/^W\//, '').slice(0, 300) || null
    }
    else if (local === 'status') counts = /^HTTP\/\S+ 2\d\d/.test(said)
    else if (local === 'propstat') {
      // properties that the place says it does not have are not there
      if (!counts) current = { ...inside.at(-1) ?? current, href: current.href }
      counts = true
    }
    else if (local === 'response') {
      found.push(current)
      current = null
      if (found.length > MOST_IN_FOLDER) throw new PlaceError('odd', `One folder there holds more than ${MOST_IN_FOLDER} entries.`)
    }
    text = ''
  })
  let length = 0
  const decoder = new TextDecoder('utf-8', { fatal: false })
  for await (const piece of body) {
    length += piece.length
    if (length > LONGEST_LISTING) throw new PlaceError('odd', 'The listing is longer than is taken.')
    parser.write(typeof piece === 'string' ? piece : decoder.decode(piece, { stream: true }))
  }
  parser.close()
  return found
}

class WebdavPlace implements OpenPlace {
  private readonly base: Buffer[]

  constructor(private readonly url: URL, private readonly client: HttpClient) {
    this.base = levelsOf(bytesOf(url.pathname))
  }

  /** Where a path below the place's beginning is. */
  private at(path: Uint8Array, folder: boolean): URL {
    const levels = [...this.base, ...levelsOf(Buffer.from(path))]
    const url = new URL(this.url)
    url.pathname = `/${levels.map(escaped).join('/')}${folder && levels.length > 0 ? '/' : ''}`
    return url
  }

  /** The path of an answer below the place's beginning; `null`: it lies elsewhere. */
  private below(href: string): Buffer[] | null {
    let path = href
    if (/^https?:/i.test(href)) {
      const url = URL.canParse(href) ? new URL(href) : null
      if (url?.host !== this.url.host) return null
      path = href.replace(/^https?:\/\/[^/]*/i, '')
    }
    const levels = levelsOf(bytesOf(path.split(/[?#]/)[0] ?? ''))
    if (!this.base.every((level, at) => levels[at]?.equals(level))) return null
    return levels.slice(this.base.length)
  }

  async look(cursor: string, signal: AbortSignal): Promise<Look> {
    const folder = Buffer.from(cursor, 'base64url')
    const asked = { method: 'PROPFIND', headers: { 'depth': '1', 'content-type': 'application/xml; charset=utf-8' }, body: ASKED, signal }
    const answer = await this.client.ask(this.at(folder, true), asked)
    const look: Look = { files: [], passed: [], more: [] }
    if (answer.statusCode !== 207) {
      answer.resume()
      if (cursor === '' || answer.statusCode === 401 || (answer.statusCode ?? 0) >= 500) throw this.sayStatus(answer)
      look.passed.push({ path: showBytes(folder), why: answer.statusCode === 403 ? 'no-permission' : 'gone' })
      return look
    }
    for (const resource of await this.listing(answer)) this.see(resource, folder, look)
    return look
  }

  /** Files one answer of a listing of a folder. */
  private see({ href, collection, size, modified, mark }: Resource, folder: Buffer, look: Look): void {
    const depth = levelsOf(folder).length
    const levels = this.below(href)
    if (levels?.length === depth) return
    const raw = Buffer.from(levels?.map(level => [...level, 0x2F]).flat().slice(0, -1) ?? [])
    const path = showBytes(raw)
    // an answer is about what lies in the folder that was asked about, and about nothing else
    const own = levels?.length === depth + 1 && raw.subarray(0, folder.length).equals(folder)
    if (!levels || !own || levels.some(level => isOdd(showBytes(level)))) {
      look.passed.push({ path: levels ? path : href.slice(0, 300), why: 'climbs' })
    }
    else if (collection) {
      if (levels.length >= DEEPEST) look.passed.push({ path, why: 'too-deep' })
      else look.more.push(raw.toString('base64url'))
    }
    else if (size === null) look.passed.push({ path, why: 'no-file' })
    else look.files.push({ path, rawPath: isUtf8(raw) ? null : raw, locator: raw.toString('base64url'), size, modified, mark })
  }

  private async listing(answer: IncomingMessage): Promise<Resource[]> {
    try {
      return await readListing(answer)
    }
    catch (error) {
      answer.destroy()
      throw error instanceof PlaceError ? error : sayConnection(error as NodeJS.ErrnoException, this.url.hostname)
    }
  }

  async* read({ path, locator }: Pick<SeenFile, 'path' | 'locator'>, signal: AbortSignal, from = 0): AsyncIterable<Uint8Array> {
    const headers: Record<string, string> = from === 0 ? {} : { range: `bytes=${from}-` }
    const answer = await this.client.ask(this.at(Buffer.from(locator, 'base64url'), false), { method: 'GET', headers, signal })
    if (answer.statusCode !== (from === 0 ? 200 : 206)) {
      answer.resume()
      if (from > 0 && (answer.statusCode === 200 || answer.statusCode === 416)) throw new PlaceError('changed', `"${path}" is another file by now.`)
      const gone = answer.statusCode === 404 || answer.statusCode === 410
      throw gone ? new PlaceError('not-found', `"${path}" is not there any more.`) : this.sayStatus(answer)
    }
    try {
      for await (const piece of answer) yield piece as Uint8Array
    }
    catch (error) {
      throw signal.aborted ? error : sayConnection(error as NodeJS.ErrnoException, this.url.hostname)
    }
    finally {
      answer.destroy()
    }
  }

  async write(path: string, pieces: AsyncIterable<Uint8Array>, over: string | null, signal: AbortSignal): Promise<string | null> {
    await this.makeFolders(levelsToWrite(path).slice(0, -1), signal)
    // some drives take no notice of what a request is made to depend on: so it is looked at before, too
    const there = await this.lookAt(path, signal)
    const mark = there && (there.mark ?? '')
    if (over === null && mark !== null) throw new PlaceError('there', `There is something called "${path}" already.`)
    if (over !== null && mark !== over) {
      throw new PlaceError('changed', `"${path}" is not what Usitor wrote there: somebody changed it or took it away.`)
    }
    const headers: Record<string, string> = over === null ? { 'if-none-match': '*' } : {}
    // a weak mark never matches
    if (over !== null && over !== '' && !there?.weak) headers['if-match'] = over
    const put = await this.client.ask(this.at(Buffer.from(path), false), { method: 'PUT', headers, body: pieces, signal })
    put.resume()
    if (put.statusCode === 412) throw new PlaceError(over === null ? 'there' : 'changed', `Something else is called "${path}" there by now.`)
    if (put.statusCode === 507) throw new PlaceError('no-permission', 'There is no room left there.')
    if (![200, 201, 204].includes(put.statusCode ?? 0)) throw this.sayStatus(put)
    return (await this.lookAt(path, signal))?.mark ?? ''
  }

  locate(path: string): string {
    return Buffer.from(path).toString('base64url')
  }

  private async makeFolders(levels: readonly string[], signal: AbortSignal): Promise<void> {
    for (const depth of levels.keys()) {
      const made = await this.client.ask(this.at(Buffer.from(levels.slice(0, depth + 1).join('/')), true), { method: 'MKCOL', signal })
      made.resume()
      // 405: it is there (RFC 4918 §9.3.1)
      if (![201, 405].includes(made.statusCode ?? 0)) throw this.sayStatus(made)
    }
  }

  /** What stands under a path; `null`: nothing. */
  private async lookAt(path: string, signal: AbortSignal): Promise<Resource | null> {
    const asked = { method: 'PROPFIND', headers: { 'depth': '0', 'content-type': 'application/xml; charset=utf-8' }, body: ASKED, signal }
    const answer = await this.client.ask(this.at(Buffer.from(path), false), asked)
    if (answer.statusCode === 404) {
      answer.resume()
      return null
    }
    if (answer.statusCode !== 207) {
      answer.resume()
      throw this.sayStatus(answer)
    }
    const [first] = await this.listing(answer)
    return first ?? null
  }

  private sayStatus({ statusCode = 0 }: IncomingMessage): PlaceError {
    if (statusCode === 401) return new PlaceError('sign-in', 'Name or password is not right there.')
    if (statusCode === 403) return new PlaceError('no-permission', 'This name may not look there.')
    if (statusCode === 404 || statusCode === 410) return new PlaceError('not-found', 'There is nothing under this address.')
    if (statusCode === 405 || statusCode === 501 || statusCode === 200) {
      return new PlaceError('odd', 'That address is no drive: it cannot be asked what lies in it.')
    }
    return new PlaceError('unreachable', `The drive answers with an error (${statusCode}).`)
  }

  close(): Promise<void> {
    this.client.close()
    return Promise.resolve()
  }
}

/** A drive with a web address (WebDAV, RFC 4918). */
export const webdav: PlaceKind = {
  label: 'a drive with an address',
  fields: [
    { key: 'address', label: 'Address', hint: 'https://drive.example/courses/shore-survey/', secret: false, optional: false },
    { key: 'name', label: 'Name to sign in with', hint: '', secret: false, optional: true },
    { key: 'password', label: 'Password', hint: '', secret: true, optional: true },
  ],
  tells: { time: true, mark: true },
  open({ address = '', name = '' }, secret, { hosts }) {
    const url = URL.canParse(address) ? new URL(address) : null
    if (!url || !['http:', 'https:'].includes(url.protocol)) {
      throw new PlaceError('settings', 'The address of a drive begins with https:// or http://')
    }
    if (url.username || url.password) throw new PlaceError('settings', 'Write name and password into their own fields, not into the address.')
    url.search = ''
    url.hash = ''
    const allowed = new Hosts(hosts)
    allowed.require(url.hostname)
    const sign: Record<string, string> = {}
    if (name !== '' || secret !== '') sign.authorization = `Basic ${Buffer.from(`${name}:${secret}`).toString('base64')}`
    return Promise.resolve(new WebdavPlace(url, new HttpClient(url, sign, allowed)))
  },
}
