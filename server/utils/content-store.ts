import { PlaceError } from '../../places/place'
import { S3Calls, WHOLE } from '../../places/s3-calls'
import { refuse } from './errors'

/** A store of objects that keeps contents outside the database; an address is `s3://bucket/key`. */
export interface ContentStore {
  /** Where a content of this id is put. */
  addressOf(id: string): string
  /** Puts bytes there, whatever lies there; resolves to the mark they have there. */
  put(address: string, size: number, pieces: AsyncIterable<Uint8Array>, signal: AbortSignal): Promise<string>
  /** A stretch of what lies there, as it was when it had this mark. */
  read(address: string, mark: string | null, from: number, to: number, signal?: AbortSignal): AsyncIterable<Uint8Array>
  remove(address: string, signal: AbortSignal): Promise<void>
}

const UNTIL_ENDED = new AbortController().signal
const SETTING = /^s3:\/\/([^/]+)(?:\/(.*?))?\/?$/

/** Bucket and key of an address. */
function partsOf(address: string): [bucket: string, key: string] {
  const [, bucket = '', key = ''] = SETTING.exec(address) ?? []
  return [bucket, key]
}

class S3Store implements ContentStore {
  private readonly calls = new Map<string, Promise<S3Calls>>()

  constructor(private readonly setting: string | undefined) {}

  private to(bucket: string): Promise<S3Calls> {
    const { USITOR_CONTENTS_ADDRESS: address = '', USITOR_CONTENTS_REGION: region = '', USITOR_CONTENTS_KEY: name = '' } = process.env
    const calls = this.calls.get(bucket) ?? S3Calls.open({ address, region, name, bucket }, process.env.USITOR_CONTENTS_SECRET ?? '')
    this.calls.set(bucket, calls)
    return calls
  }

  addressOf(id: string): string {
    if (this.setting === undefined || !SETTING.test(this.setting)) throw new Error('USITOR_CONTENTS is written s3://bucket/prefix')
    return `${this.setting.replace(/\/$/, '')}/${id}`
  }

  async put(address: string, size: number, pieces: AsyncIterable<Uint8Array>, signal: AbortSignal): Promise<string> {
    const [bucket, key] = partsOf(address)
    const calls = await this.to(bucket)
    let mark: string | null = null
    if (size > WHOLE) await calls.putLarge(key, pieces, signal, address)
    else {
      const all: Uint8Array[] = []
      for await (const piece of pieces) all.push(piece)
      mark = await calls.put(key, Buffer.concat(all), {}, signal, address)
    }
    return mark ?? await calls.markAt(key, signal, address) ?? ''
  }

  async* read(address: string, mark: string | null, from: number, to: number, signal = UNTIL_ENDED): AsyncIterable<Uint8Array> {
    if (from >= to) return
    const [bucket, key] = partsOf(address)
    try {
      let left = to - from
      for await (const piece of (await this.to(bucket)).read(key, mark, `${from}-${to - 1}`, signal, address)) {
        yield piece.subarray(0, left)
        left -= piece.length
        // a store that does not know ranges sends on and on
        if (left <= 0) return
      }
    }
    catch (error) {
      throw sayStore(error)
    }
  }

  async remove(address: string, signal: AbortSignal): Promise<void> {
    const [bucket, key] = partsOf(address)
    const calls = await this.to(bucket)
    await calls.ask(new calls.sdk.DeleteObjectCommand({ Bucket: bucket, Key: key }), signal, address)
  }
}

/** What is not there, or another thing by now, is gone for ever; anything else may be right in a moment. */
function sayStore(error: unknown): unknown {
  if (!(error instanceof PlaceError)) return error
  return error.fault === 'not-found' || error.fault === 'changed'
    ? refuse(GONE, 'What was kept of this file is not in the store of contents any more.')
    : refuse(503, `The store that keeps the files cannot be asked just now: ${error.message} Nothing was changed; try again in a moment.`)
}
const GONE = 410

/** Whether an error says that bytes are not where they were put. */
export const isGone = (error: unknown): boolean => typeof error === 'object' && error !== null && 'statusCode' in error && error.statusCode === GONE

let [opened, forSetting] = [null as ContentStore | null, undefined as string | undefined]

/** The store that contents lie in, for reading; `USITOR_CONTENTS_ADDRESS`, `_KEY`, `_SECRET` and `_REGION` say how it is reached. */
export function contentStore(): ContentStore {
  const setting = `${process.env.USITOR_CONTENTS} ${process.env.USITOR_CONTENTS_ADDRESS} ${process.env.USITOR_CONTENTS_KEY}`
  if (opened && forSetting === setting) return opened
  forSetting = setting
  opened = new S3Store(process.env.USITOR_CONTENTS || undefined)
  return opened
}

/** Whether contents are to lie in a store (`USITOR_CONTENTS`). */
export const keepsElsewhere = (): boolean => Boolean(process.env.USITOR_CONTENTS)
