import type { Person } from '../roster/types'
import type { Unit } from '../brief/units'
import { findOwnFolders } from './own-folders'
import { findPrefix } from './prefix'
import { findReplaced } from './replaced'
import type { Located, Lookups } from './wrapper'
import { findWrapper, insideWrapper } from './wrapper'

/** A file's name and place while what was done to them on the way in is undone, step by step. */
export interface Seen {
  folder: string
  base: string
  extension: string
  /** Length of what was put before the name. */
  cut: number
  /** Roster ids of those whose values stood in what was taken off. */
  sentBy: readonly string[]
}

/** What the report says of a root: each key where the way in left its mark. */
export interface RootMarks { wrapper?: string, prefix?: string, own?: string, replaced?: string }

/** What one way in did to a root's files, and how to undo it. */
export interface Undoing { marks: RootMarks, undo(seen: Seen): Seen }

/** What recognising a way in goes by. */
export interface RootFiles {
  /** Every file that takes part, as received. */
  files: readonly Located[]
  /** The same from inside the folder around everything. */
  inside: readonly Located[]
  index: Lookups
  units: readonly Unit[]
  people: readonly Person[]
}

/** One way in which files arrive, and what it does to them. What it explains is never a person's error. */
export interface WayIn {
  id: string
  /** As a coordinator would say it. */
  words: string
  /** What it does to names, to folders, whom it tells of, and what counts as time received. */
  names: string
  folders: string
  owner: string
  time: string
  /** Recognises it by what it did, not by where it comes from. Left out where opening, or looking at each file, undoes it already. */
  recognise?(root: RootFiles): Undoing | null
}

const EACH_TIME = 'each file\'s own'

/** The ways in, in the order in which they are undone before anything is judged. Common practice, no source. */
export const WAYS_IN: readonly WayIn[] = [
  {
    id: 'folder', words: 'a folder as people filled it', names: 'as saved', folders: 'as saved, perhaps inside one folder around everything',
    owner: 'folder and name', time: EACH_TIME,
    recognise({ files, index }) {
      const wrapper = findWrapper(files, index)
      return wrapper === null ? null : { marks: { wrapper }, undo: seen => ({ ...seen, folder: insideWrapper(seen.folder, wrapper) }) }
    },
  },
  {
    id: 'prefix', words: 'everything flat, with something before every name', names: 'owner, time and serial before every name', folders: 'none left',
    owner: 'what stands before the name', time: EACH_TIME,
    recognise({ files, index, people }) {
      const prefix = findPrefix(files.map(file => file.base), index, people)
      if (!prefix) return null
      return {
        marks: { prefix: prefix.pattern },
        undo(seen) {
          const taken = prefix.take(seen.base)
          return taken ? { ...seen, base: seen.base.slice(taken.length), cut: taken.length, sentBy: [...seen.sentBy, ...taken.people] } : seen
        },
      }
    },
  },
  {
    id: 'replaced', words: 'a system that stores plain signs only',
    names: 'apostrophes and letters with accents replaced by one sign', folders: 'the same',
    owner: 'folder and name', time: EACH_TIME,
    recognise({ inside, units }) {
      const replaced = findReplaced(inside, units)
      if (!replaced) return null
      return {
        marks: { replaced: replaced.by },
        undo: seen => ({ ...seen, folder: replaced.folder(seen.folder) ?? seen.folder, base: replaced.name(seen.base) ?? seen.base }),
      }
    },
  },
  {
    id: 'own-folders', words: 'a package with one folder a person', names: 'as saved',
    folders: 'first a level a person, made of roster values and a serial',
    owner: 'that level', time: EACH_TIME,
    recognise({ inside, index, people }) {
      const own = findOwnFolders(inside, index, people)
      if (!own) return null
      return {
        marks: { own: own.pattern },
        undo(seen) {
          const [level = ''] = seen.folder.split('/')
          const owner = level === '' ? null : own.take(level)
          if (!owner) return seen
          return {
            ...seen, folder: [owner.level, seen.folder.slice(level.length + 1)].filter(Boolean).join('/'),
            sentBy: [...seen.sentBy, ...owner.people],
          }
        },
      }
    },
  },
  {
    id: 'flat', words: 'everything flat in one folder', names: 'a number behind the second of two equal names',
    folders: 'none left', owner: 'the name', time: EACH_TIME,
  },
  {
    id: 'split-archive', words: 'a large download split into several archives', names: 'as saved', folders: 'parts of one tree in every archive',
    owner: 'folder and name', time: 'the archive\'s own field',
  },
  {
    id: 'archive', words: 'an archive', names: 'perhaps in an encoding of before Unicode', folders: 'as packed', owner: 'folder and name',
    time: 'the archive\'s own field; without zone, the brief\'s',
  },
  {
    id: 'archive-inside', words: 'an archive among the files', names: 'as packed', folders: 'the folder the archive lies in, then as packed',
    owner: 'folder, name, or who sent the archive', time: 'the archive\'s own field',
  },
  {
    id: 'mail', words: 'mail messages with attachments', names: 'as attached', folders: 'none', owner: 'the sender\'s address',
    time: 'the message\'s date',
  },
  {
    id: 'disk', words: 'a stick or disk', names: 'as saved', folders: 'as saved, with what systems strew',
    owner: 'folder and name', time: `${EACH_TIME}, in steps of two seconds`,
  },
  {
    id: 'synchronised', words: 'a synchronised folder', names: 'as saved', folders: 'as saved', owner: 'folder and name',
    time: `${EACH_TIME}; entries that are not on the machine are unread`,
  },
]

/** Runs the table over one root: what was done to its files, in the order in which it is undone. */
export function recogniseWays({ files, ...root }: Omit<RootFiles, 'inside'>): Undoing[] {
  const undoings: Undoing[] = []
  let inside = files
  for (const { recognise } of WAYS_IN) {
    const undoing = recognise?.({ ...root, files, inside })
    if (!undoing) continue
    undoings.push(undoing)
    const { wrapper } = undoing.marks
    if (wrapper !== undefined) inside = files.map(({ folder, base }) => ({ folder: insideWrapper(folder, wrapper), base }))
  }
  return undoings
}
