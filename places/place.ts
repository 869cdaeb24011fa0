import { isOdd } from './names'

/** A file as a place tells of it. */
export interface SeenFile {
  /** `/` between levels, relative to where the place begins. */
  path: string
  /** The path's own bytes, where they are no UTF-8. */
  rawPath: Uint8Array | null
  /** What the place itself finds the file by. */
  locator: string
  /** Bytes, as the place says. */
  size: number
  /** UTC ms; `null`: the place does not say. */
  modified: number | null
  /** What the place changes when the file changes; `null`: it has no such thing. */
  mark: string | null
}

/** What stands there and is not received. */
export interface Passed { path: string, why: 'link' | 'no-permission' | 'no-file' | 'climbs' | 'too-deep' | 'gone' | 'nothing-attached' }

/** One stretch of a listing: a folder, or a page. */
export interface Look { files: SeenFile[], passed: Passed[], more: string[] }

/** A place while it is looked at. */
export interface OpenPlace {
  /** What tells this machine from another, to be held against the next time; not there: the kind has none. */
  readonly identity?: string
  /** One stretch of what is there; `''` begins, and `more` says where it goes on. */
  look(cursor: string, signal: AbortSignal): Promise<Look>
  /** A file's bytes from one on; rejects with fault `changed` where the place can tell that it is another file by now. */
  read(file: Pick<SeenFile, 'path' | 'locator'>, signal: AbortSignal, from?: number): AsyncIterable<Uint8Array>
  /**
   * Puts a file there, whole or not at all; folders it lies in are made. Nothing else there is touched.
   *
   * @param over - the mark of the file that may be written over; `null`: nothing may be there
   * @returns the mark of what stands there now
   * @throws PlaceError `there` where something is in its place, `changed` where it is not what may be written over
   */
  write(path: string, pieces: AsyncIterable<Uint8Array>, over: string | null, signal: AbortSignal): Promise<string | null>
  /** What a file that was put there is read by. */
  locate(path: string): string
  /** Calls when something changes there, until it is told to stop or cannot go on; not there: the kind cannot tell. */
  watch?(changed: () => void, signal: AbortSignal): Promise<void>
  close(): Promise<void>
}

/** What one field of a place's settings is, for the page that asks for it. */
export interface PlaceField { key: string, label: string, hint: string, secret: boolean, optional: boolean }

/** One kind of place. */
export interface PlaceKind {
  label: string
  fields: readonly PlaceField[]
  /** What it can promise: when a file was changed, and a mark that changes with it; `arrival`: its time is when it came there. */
  tells: { time: boolean, mark: boolean, arrival?: true }
  /** Nothing is ever put there. */
  readOnly?: true
  /** It can tell by itself that something changed. */
  watches?: true
  /** Known to those who set up machines; others need not choose it. */
  technical?: true
  open(settings: Readonly<Record<string, string>>, secret: string, ground: Ground): Promise<OpenPlace>
}

/** What the operator allows. */
export interface Ground {
  /** Folders of the server that may be looked at, absolute. */
  folders: readonly string[]
  /** Where connections may go (`Hosts`). */
  hosts: string
}

/** Why a place cannot be looked at; `message` says it to a coordinator. */
export type PlaceFault
  = | 'settings' | 'not-allowed' | 'not-found' | 'sign-in' | 'certificate' | 'unreachable' | 'slow' | 'no-permission' | 'changed' | 'there' | 'odd'

export class PlaceError extends Error {
  constructor(readonly fault: PlaceFault, message: string) {
    super(message)
    this.name = 'PlaceError'
  }
}

/**
 * A path to be written, level by level.
 *
 * @throws PlaceError where a level is none
 */
export function levelsToWrite(path: string): string[] {
  const levels = path.split('/')
  if (levels.length >= DEEPEST || path.length > 1000 || levels.some(level => isOdd(level) || Buffer.byteLength(level) > 255)) {
    throw new PlaceError('settings', `"${path.slice(0, 200)}" is no path that can be written.`)
  }
  return levels
}

/** Levels below where a place begins; deeper ones are a loop or nobody's order. */
export const DEEPEST = 64
