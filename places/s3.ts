import type { ListObjectsV2CommandOutput } from '@aws-sdk/client-s3'
import { Hosts } from './hosts'
import { isOdd } from './names'
import type { Look, OpenPlace, PlaceKind, SeenFile } from './place'
import { DEEPEST, PlaceError, levelsToWrite } from './place'
import { S3Calls, WHOLE } from './s3-calls'

/** What a file is read by: its key, and the mark it had when it was listed. */
const locatorOf = (key: string, mark: string | null): string => Buffer.from(JSON.stringify([key, mark])).toString('base64url')
const located = (locator: string) => JSON.parse(Buffer.from(locator, 'base64url').toString()) as [key: string, mark: string | null]

/** A key as it comes in a listing, written in percent signs: not every one can stand in XML. */
export function keyOf(encoded: string): string | null {
  try {
    return decodeURIComponent(encoded.replaceAll('+', '%20'))
  }
  catch {
    return null
  }
}

/** Bytes that were read ahead, and what comes behind them. */
async function* behind(first: Buffer, rest: AsyncIterator<Uint8Array>): AsyncGenerator<Uint8Array> {
  yield first
  for (let next = await rest.next(); !next.done; next = await rest.next()) yield next.value
}

class S3Place implements OpenPlace {
  constructor(private readonly calls: S3Calls, private readonly base: string) {}

  /** A page of the listing; `cursor`: the last key of the page before. */
  async look(cursor: string, signal: AbortSignal): Promise<Look> {
    const after = cursor === '' ? {} : { StartAfter: Buffer.from(cursor, 'base64url').toString() }
    const asked = { Bucket: this.calls.bucket, Prefix: this.base, EncodingType: 'url' as const, ...after }
    const page = await this.calls.ask<ListObjectsV2CommandOutput>(new this.calls.sdk.ListObjectsV2Command(asked), signal, this.base)
    const look: Look = { files: [], passed: [], more: [] }
    let last = ''
    for (const { Key: encoded = '', Size: size, LastModified: modified, ETag: mark } of page.Contents ?? []) {
      const key = keyOf(encoded)
      if (key === null || !key.startsWith(this.base)) {
        look.passed.push({ path: encoded.slice(0, 300), why: 'climbs' })
        continue
      }
      last = key
      this.see(key, { size: size ?? null, modified: modified?.getTime() ?? null, mark: mark?.slice(0, 300) ?? null }, look)
    }
    if (page.IsTruncated && last !== '') look.more.push(Buffer.from(last).toString('base64url'))
    return look
  }

  private see(key: string, { size, modified, mark }: { size: number | null, modified: number | null, mark: string | null }, look: Look): void {
    const path = key.slice(this.base.length)
    // what stands for a folder is none
    if (path === '' || path.endsWith('/')) return
    const levels = path.split('/')
    if (levels.some(isOdd)) look.passed.push({ path, why: 'climbs' })
    else if (levels.length > DEEPEST) look.passed.push({ path, why: 'too-deep' })
    else if (size === null) look.passed.push({ path, why: 'no-file' })
    else look.files.push({ path, rawPath: null, locator: locatorOf(key, mark), size, modified, mark })
  }

  read({ path, locator }: Pick<SeenFile, 'path' | 'locator'>, signal: AbortSignal, from = 0): AsyncIterable<Uint8Array> {
    const [key, mark] = located(locator)
    return this.calls.read(key, mark, from === 0 ? null : `${from}-`, signal, path)
  }

  async write(path: string, pieces: AsyncIterable<Uint8Array>, over: string | null, signal: AbortSignal): Promise<string | null> {
    const key = this.base + levelsToWrite(path).join('/')
    // some stores take no notice of what a request is made to depend on: so it is looked at before, too
    const there = await this.calls.markAt(key, signal, path)
    if (over === null && there !== null) throw new PlaceError('there', `There is something called "${path}" already.`)
    if (over !== null && there !== over) {
      throw new PlaceError('changed', `"${path}" is not what Usitor wrote there: somebody changed it or took it away.`)
    }
    const held: Uint8Array[] = []
    let length = 0
    const rest = pieces[Symbol.asyncIterator]()
    for (let next = await rest.next(); !next.done; next = await rest.next()) {
      held.push(next.value)
      length += next.value.length
      if (length > WHOLE) break
    }
    const body = Buffer.concat(held, length)
    if (length > WHOLE) await this.calls.putLarge(key, behind(body, rest), signal, path)
    else await this.writeWhole(key, body, over, signal, path)
    return this.calls.markAt(key, signal, path)
  }

  private async writeWhole(key: string, body: Buffer, over: string | null, signal: AbortSignal, path: string): Promise<void> {
    try {
      await this.calls.put(key, body, over === null ? { IfNoneMatch: '*' } : { IfMatch: over }, signal, path)
    }
    catch (error) {
      if (!(error instanceof PlaceError) || error.fault !== 'odd') throw error
      // a store that does not know conditions was looked at already
      await this.calls.put(key, body, {}, signal, path)
    }
  }

  locate(path: string): string {
    return locatorOf(this.base + path, null)
  }

  close(): Promise<void> {
    this.calls.close()
    return Promise.resolve()
  }
}

/** Storage that is spoken to as S3 is, wherever it stands. */
export const s3: PlaceKind = {
  label: 'a store of objects with a key (S3)',
  fields: [
    { key: 'address', label: 'Address', hint: 'https://store.example', secret: false, optional: false },
    { key: 'bucket', label: 'Name of the store (bucket)', hint: 'courses', secret: false, optional: false },
    { key: 'prefix', label: 'What the names in it begin with', hint: 'shore-survey/', secret: false, optional: true },
    { key: 'region', label: 'Region', hint: 'us-east-1', secret: false, optional: true },
    { key: 'name', label: 'Key', hint: '', secret: false, optional: false },
    { key: 'secret', label: 'Secret of the key', hint: '', secret: true, optional: false },
  ],
  tells: { time: true, mark: true },
  technical: true,
  async open({ address = '', bucket = '', prefix = '', region = '', name = '' }, secret, { hosts }) {
    const allowed = new Hosts(hosts)
    const calls = await S3Calls.open({ address, bucket, region, name }, secret, (host) => {
      allowed.require(host)
      return allowed.lookup
    })
    const base = prefix === '' || prefix.endsWith('/') ? prefix : `${prefix}/`
    return new S3Place(calls, base)
  },
}
