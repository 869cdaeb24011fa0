import { Agent } from 'node:http'
import { Agent as SecureAgent } from 'node:https'
import type { GetObjectCommandOutput, HeadObjectCommandOutput, ListObjectsV2CommandOutput, S3Client } from '@aws-sdk/client-s3'
import { Hosts } from './hosts'
import { CONNECTIONS, SILENT_MS, sayConnection } from './http'
import { isOdd } from './names'
import type { Look, OpenPlace, PlaceKind, SeenFile } from './place'
import { DEEPEST, PlaceError, levelsToWrite } from './place'

/** Up to this size a file goes up in one request, on whose condition the store itself decides. */
const WHOLE = 8 * 1024 * 1024
const TRIES = 3

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

class S3Place implements OpenPlace {
  constructor(
    private readonly client: S3Client, private readonly sdk: typeof import('@aws-sdk/client-s3'), private readonly bucket: string,
    private readonly base: string, private readonly host: string,
  ) {}

  /** A page of the listing; `cursor`: the last key of the page before. */
  async look(cursor: string, signal: AbortSignal): Promise<Look> {
    const after = cursor === '' ? {} : { StartAfter: Buffer.from(cursor, 'base64url').toString() }
    const asked = { Bucket: this.bucket, Prefix: this.base, EncodingType: 'url' as const, ...after }
    const page = await this.ask<ListObjectsV2CommandOutput>(new this.sdk.ListObjectsV2Command(asked), signal, this.base)
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

  async* read({ path, locator }: Pick<SeenFile, 'path' | 'locator'>, signal: AbortSignal, from = 0): AsyncIterable<Uint8Array> {
    const [key, mark] = located(locator)
    const asked = { Bucket: this.bucket, Key: key, ...(mark === null ? {} : { IfMatch: mark }), ...(from === 0 ? {} : { Range: `bytes=${from}-` }) }
    const { Body: body } = await this.ask<GetObjectCommandOutput>(new this.sdk.GetObjectCommand(asked), signal, path)
    if (!body) return
    try {
      for await (const piece of body as AsyncIterable<Uint8Array>) yield piece
    }
    catch (error) {
      throw signal.aborted ? error : sayConnection(error as NodeJS.ErrnoException, this.host)
    }
  }

  async write(path: string, pieces: AsyncIterable<Uint8Array>, over: string | null, signal: AbortSignal): Promise<string | null> {
    const key = this.base + levelsToWrite(path).join('/')
    // some stores take no notice of what a request is made to depend on: so it is looked at before, too
    const there = await this.markAt(key, path, signal)
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
    const target = { Bucket: this.bucket, Key: key }
    const body = Buffer.concat(held, length)
    if (length > WHOLE) {
      await this.writeLarge(target, body, rest, signal, path)
      return this.markAt(key, path, signal)
    }
    const condition = over === null ? { IfNoneMatch: '*' } : { IfMatch: over }
    try {
      await this.ask(new this.sdk.PutObjectCommand({ ...target, ...condition, Body: body }), signal, path)
    }
    catch (error) {
      if (!(error instanceof PlaceError) || error.fault !== 'odd') throw error
      // a store that does not know conditions was looked at already
      await this.ask(new this.sdk.PutObjectCommand({ ...target, Body: body }), signal, path)
    }
    return this.markAt(key, path, signal)
  }

  locate(path: string): string {
    return locatorOf(this.base + path, null)
  }

  /** What is longer goes up in parts; whatever breaks off takes them back. */
  private async writeLarge(
    target: { Bucket: string, Key: string }, first: Buffer, rest: AsyncIterator<Uint8Array>, signal: AbortSignal, path: string,
  ): Promise<void> {
    const { Upload } = await import('@aws-sdk/lib-storage')
    const { Readable } = await import('node:stream')
    async function* all() {
      yield first
      for (let next = await rest.next(); !next.done; next = await rest.next()) yield next.value
    }
    const upload = new Upload({ client: this.client, params: { ...target, Body: Readable.from(all()) }, partSize: WHOLE, queueSize: 1 })
    const stop = () => void upload.abort()
    signal.addEventListener('abort', stop)
    try {
      await upload.done()
    }
    catch (error) {
      signal.throwIfAborted()
      throw this.say(error, path)
    }
    finally {
      signal.removeEventListener('abort', stop)
    }
  }

  private async markAt(key: string, path: string, signal: AbortSignal): Promise<string | null> {
    try {
      const { ETag: mark } = await this.ask<HeadObjectCommandOutput>(new this.sdk.HeadObjectCommand({ Bucket: this.bucket, Key: key }), signal, path)
      return mark ?? ''
    }
    catch (error) {
      if (error instanceof PlaceError && error.fault === 'not-found') return null
      throw error
    }
  }

  /** Asks the store; what it refuses comes back in words. */
  private async ask<T>(command: unknown, signal: AbortSignal, path: string): Promise<T> {
    try {
      return await (this.client.send as (command: unknown, options: { abortSignal: AbortSignal }) => Promise<T>)
        .call(this.client, command, { abortSignal: signal })
    }
    catch (error) {
      throw signal.aborted ? error : this.say(error, path)
    }
  }

  private say(error: unknown, path: string): PlaceError {
    if (error instanceof PlaceError) return error
    const { name = '', $metadata: { httpStatusCode: status = 0 } = {} } = error as { name?: string, $metadata?: { httpStatusCode?: number } }
    const refused = this.sayStatus(name, status, path)
    if (refused) return refused
    if (name === 'TimeoutError') return new PlaceError('slow', `${this.host} does not answer. Is it switched on and reachable from here?`)
    if (name === 'SyntaxError' || /deseriali[sz]|parse/i.test(String(error))) {
      return new PlaceError('odd', 'That address is no store of this kind: what it answers cannot be read.')
    }
    return sayConnection(error as NodeJS.ErrnoException, this.host)
  }

  /** What the store refuses; `null`: it did not come to that. */
  private sayStatus(name: string, status: number, path: string): PlaceError | null {
    if (['SignatureDoesNotMatch', 'InvalidAccessKeyId', 'AuthorizationHeaderMalformed', 'InvalidToken'].includes(name) || status === 401) {
      return new PlaceError('sign-in', 'The key or its secret is not right there.')
    }
    if (name === 'NoSuchBucket') return new PlaceError('not-found', `There is no "${this.bucket}" there.`)
    if (name === 'InvalidObjectState') return new PlaceError('no-permission', `"${path}" is put away there and has to be fetched back first.`)
    // an answer to HEAD has no words
    if (status === 403) return new PlaceError('no-permission', `This key may not look at "${path === '' ? this.bucket : path}".`)
    if (status === 404) return new PlaceError('not-found', `"${path}" is not there.`)
    if ([409, 412, 416].includes(status)) return new PlaceError('changed', `"${path}" is another file by now.`)
    if (status === 507) return new PlaceError('no-permission', 'There is no room left there.')
    if (status === 501) return new PlaceError('odd', 'That store does not know what it was asked for.')
    if (status >= 500) return new PlaceError('unreachable', `The store answers with an error (${status}).`)
    return status >= 300
      ? new PlaceError('odd', `That address is no store of this kind, or it is in another region (${name || status}).`)
      : null
  }

  close(): Promise<void> {
    this.client.destroy()
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
    const url = URL.canParse(address) ? new URL(address) : null
    if (!url || !['http:', 'https:'].includes(url.protocol)) {
      throw new PlaceError('settings', 'The address of a store begins with https:// or http://')
    }
    if (url.username || url.password) throw new PlaceError('settings', 'Write key and secret into their own fields, not into the address.')
    if (!/^[a-z0-9][\w.-]{1,200}$/i.test(bucket)) throw new PlaceError('settings', 'The name of a store has letters, digits, "." and "-".')
    const allowed = new Hosts(hosts)
    allowed.require(url.hostname)
    const agent = { keepAlive: true, maxSockets: CONNECTIONS, lookup: allowed.lookup }
    // a notice about coming versions is for whoever builds this, not for who runs it
    process.env.AWS_SDK_JS_NODE_VERSION_SUPPORT_WARNING_DISABLED ??= 'true'
    // only who connects waits for it
    const sdk = await import('@aws-sdk/client-s3')
    const client = new sdk.S3Client({
      endpoint: `${url.origin}${url.pathname.replace(/\/$/, '')}`, region: region || 'us-east-1', forcePathStyle: true, maxAttempts: TRIES,
      credentials: { accessKeyId: name, secretAccessKey: secret }, requestChecksumCalculation: 'WHEN_REQUIRED',
      responseChecksumValidation: 'WHEN_REQUIRED', followRegionRedirects: false,
      requestHandler: {
        httpAgent: new Agent(agent), httpsAgent: new SecureAgent(agent),
        connectionTimeout: SILENT_MS, requestTimeout: SILENT_MS, socketTimeout: SILENT_MS,
      },
    })
    const base = prefix === '' || prefix.endsWith('/') ? prefix : `${prefix}/`
    return new S3Place(client, sdk, bucket, base, url.hostname)
  },
}
