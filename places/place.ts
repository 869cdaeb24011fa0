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
export interface Passed { path: string, why: 'link' | 'no-permission' | 'no-file' | 'climbs' | 'too-deep' | 'gone' }

/** One stretch of a listing: a folder, or a page. */
export interface Look { files: SeenFile[], passed: Passed[], more: string[] }

/** A place while it is looked at. */
export interface OpenPlace {
  /** One stretch of what is there; `''` begins, and `more` says where it goes on. */
  look(cursor: string, signal: AbortSignal): Promise<Look>
  /** A file's bytes from one on; rejects with fault `changed` where the place can tell that it is another file by now. */
  read(file: Pick<SeenFile, 'path' | 'locator'>, signal: AbortSignal, from?: number): AsyncIterable<Uint8Array>
  close(): Promise<void>
}

/** What one field of a place's settings is, for the page that asks for it. */
export interface PlaceField { key: string, label: string, hint: string, secret: boolean, optional: boolean }

/** One kind of place. */
export interface PlaceKind {
  label: string
  fields: readonly PlaceField[]
  /** What it can promise: when a file was changed, and a mark that changes with it. */
  tells: { time: boolean, mark: boolean }
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
  = | 'settings' | 'not-allowed' | 'not-found' | 'sign-in' | 'certificate' | 'unreachable' | 'slow' | 'no-permission' | 'changed' | 'odd'

export class PlaceError extends Error {
  constructor(readonly fault: PlaceFault, message: string) {
    super(message)
    this.name = 'PlaceError'
  }
}

/** Levels below where a place begins; deeper ones are a loop or nobody's order. */
export const DEEPEST = 64
