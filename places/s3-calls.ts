import { Agent } from 'node:http'
import { Agent as SecureAgent } from 'node:https'
import type { LookupFunction } from 'node:net'
import { Readable } from 'node:stream'
import type { GetObjectCommandOutput, HeadObjectCommandOutput, PutObjectCommandOutput, S3Client } from '@aws-sdk/client-s3'
import { CONNECTIONS, SILENT_MS, sayConnection } from './http'
import { PlaceError } from './place'

/** Up to this size bytes go up in one request; what is longer goes in parts of this size. */
export const WHOLE = 8 * 1024 * 1024
const TRIES = 3

/** Where a store is, and who asks. */
export interface S3Address { address: string, bucket: string, region: string, name: string }

/** What is asked of a store that speaks S3; what it refuses is said in words. */
export class S3Calls {
  private constructor(
    private readonly client: S3Client, readonly sdk: typeof import('@aws-sdk/client-s3'), readonly bucket: string, private readonly host: string,
  ) {}

  /**
   * Makes ready to ask; nothing is sent yet.
   *
   * @param allow - looks at the host's name before anything is asked, and resolves it; left out: any host
   * @throws PlaceError `settings` where address or bucket are none
   */
  static async open({ address, bucket, region, name }: S3Address, secret: string, allow?: (host: string) => LookupFunction): Promise<S3Calls> {
    const url = URL.canParse(address) ? new URL(address) : null
    if (!url || !['http:', 'https:'].includes(url.protocol)) {
      throw new PlaceError('settings', 'The address of a store begins with https:// or http://')
    }
    if (url.username || url.password) throw new PlaceError('settings', 'Write key and secret into their own fields, not into the address.')
    if (!/^[a-z0-9][\w.-]{1,200}$/i.test(bucket)) throw new PlaceError('settings', 'The name of a store has letters, digits, "." and "-".')
    const agent = { keepAlive: true, maxSockets: CONNECTIONS, ...(allow ? { lookup: allow(url.hostname) } : {}) }
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
    return new S3Calls(client, sdk, bucket, url.hostname)
  }

  /** Asks the store; what it refuses comes back in words. */
  async ask<T>(command: unknown, signal: AbortSignal, path: string): Promise<T> {
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

  /** Bytes of an object as it was when it had this mark; `range` as HTTP writes it (RFC 9110 §14.2), without the unit. */
  async* read(key: string, mark: string | null, range: string | null, signal: AbortSignal, path: string): AsyncGenerator<Uint8Array> {
    const condition = mark === null || mark === '' ? {} : { IfMatch: mark }
    const asked = { Bucket: this.bucket, Key: key, ...condition, ...(range === null ? {} : { Range: `bytes=${range}` }) }
    const { Body: body } = await this.ask<GetObjectCommandOutput>(new this.sdk.GetObjectCommand(asked), signal, path)
    if (!body) return
    try {
      for await (const piece of body as AsyncIterable<Uint8Array>) yield piece
    }
    catch (error) {
      throw signal.aborted ? error : sayConnection(error as NodeJS.ErrnoException, this.host)
    }
  }

  /** The mark of what stands there; `null`: nothing does. */
  async markAt(key: string, signal: AbortSignal, path: string): Promise<string | null> {
    try {
      const { ETag: mark } = await this.ask<HeadObjectCommandOutput>(new this.sdk.HeadObjectCommand({ Bucket: this.bucket, Key: key }), signal, path)
      return mark ?? ''
    }
    catch (error) {
      if (error instanceof PlaceError && error.fault === 'not-found') return null
      throw error
    }
  }

  /** Puts bytes there in one request; resolves to the mark they have there, where the store says it at once. */
  async put(
    key: string, body: Uint8Array, condition: { IfNoneMatch?: string, IfMatch?: string }, signal: AbortSignal, path: string,
  ): Promise<string | null> {
    const asked = { Bucket: this.bucket, Key: key, ...condition, Body: body }
    const { ETag: mark } = await this.ask<PutObjectCommandOutput>(new this.sdk.PutObjectCommand(asked), signal, path)
    return mark ?? null
  }

  /** What is longer goes up in parts; whatever breaks off takes them back. */
  async putLarge(key: string, pieces: AsyncIterable<Uint8Array>, signal: AbortSignal, path: string): Promise<void> {
    const { Upload } = await import('@aws-sdk/lib-storage')
    const params = { Bucket: this.bucket, Key: key, Body: Readable.from(pieces) }
    const upload = new Upload({ client: this.client, params, partSize: WHOLE, queueSize: 1 })
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

  close(): void {
    this.client.destroy()
  }
}
