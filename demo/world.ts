import type { BriefDocument } from '../core/brief/document'
import type { DemoPerson } from './people'

/** One file of a demo, as it arrives. */
export interface DemoFile { path: string, bytes: Uint8Array, /** UTC ms */ modified: number }

/** What a planted mistake must bring, and nothing else: codes by received path, or by empty slot. */
export interface Planted {
  kind: string
  /** Path inside the root, wrapper included. */
  path?: string
  slot?: { requirement: string, holder: string, n?: number }
  codes: string[]
  /** Role the file must have where it is not `placed`. */
  role?: string
}

/** A demo brief with everything received for it and what must be found. */
export interface DemoWorld {
  key: string
  document: BriefDocument
  people: DemoPerson[]
  root: string
  files: DemoFile[]
  planted: Planted[]
}

/** A file that is right, and where it stands: mistakes take one and spoil it. */
export interface RightFile extends DemoFile { requirement: string, holder: string, person: DemoPerson, n?: number }

export const nameOf = (path: string): string => path.slice(path.lastIndexOf('/') + 1)
export const folderOf = (path: string): string => path.slice(0, Math.max(0, path.lastIndexOf('/')))
export const renamed = (path: string, change: (name: string) => string): string => [folderOf(path), change(nameOf(path))].filter(Boolean).join('/')
