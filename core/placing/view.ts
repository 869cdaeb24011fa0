import { readingUnder } from '../formats/identify'
import type { ReceivedFile } from '../arrivals/received'
import type { Seen, Undoing } from '../folders/ways-in'
import type { CopyMark } from '../names/copy-marks'
import { copyMarks, markBehindExtension, sureCopyMark } from '../names/copy-marks'
import type { DefaultName } from '../names/default-names'
import { defaultName } from '../names/default-names'
import { splitExtension } from '../names/extension'
import { isEarlierWord, isLaterWord } from '../names/added-words'
import { levelsOf } from '../names/levels'
import type { NamePart } from '../names/parts'
import { endsInText } from '../names/parts'
import { tokensOf } from '../names/tokens'
import { looseKey } from '../text/fold'
import { folderOf, nameOf } from '../text/path'

/** A received file as placing and judging look at it. */
export interface FileView {
  index: number
  file: ReceivedFile
  /** NFC file name with extension, what a delivering system put before it left out. */
  name: string
  base: string
  extension: string
  /** Length of what was left out before the name. */
  cut: number
  /** Roster ids of those whose values stand in what was left out. */
  sentBy: readonly string[]
  /** NFC folder inside the root's wrapper; empty: the top. */
  folder: string
  levels: string[]
  /** Its time may be that of a copy: it makes nobody late. */
  timeInDoubt: boolean
  /** The way in leaves no folders: where it lay cannot be known. */
  folderLost: boolean
  /** What its name was once found to tell, for every unit it may belong to asks; empty at first. */
  told: { marks?: CopyMark[], given?: DefaultName | null, key?: string, state?: ReturnType<typeof stateWordsOf> }
}

/** Every copy mark a file may bear, on its base name or behind its extension, with what is left of the base name. */
export function copyMarksOf(view: FileView): CopyMark[] {
  return view.told.marks ??= readMarks(view)
}

function readMarks(view: FileView): CopyMark[] {
  const behind = markBehindExtension(view.name)
  return [...copyMarks(view.base), ...(behind ? [{ ...behind, base: splitExtension(behind.base).base }] : [])]
}

/** A base name without the mark of a copy that surely is one, where free text at its end would take it; `null`: it bears none. */
export const copyOfText = (view: FileView, parts: readonly NamePart[]): string | null =>
  (endsInText(parts) ? sureCopyMark(copyMarksOf(view))?.base ?? null : null)

/** A file's base name without the mark of a copy. */
export const stemOf = (view: FileView): string => copyMarksOf(view)[0]?.base ?? view.base

/** A file's base name as a loose key. */
export function keyOf(view: FileView): string {
  return view.told.key ??= looseKey(view.base)
}

/** Words of a name that tell an earlier and a later state. */
export function stateWordsOf(view: FileView): { earlier: readonly string[], later: readonly string[] } {
  if (view.told.state) return view.told.state
  const words = tokensOf(view.base)
  return view.told.state = { earlier: words.filter(isEarlierWord), later: words.filter(isLaterWord) }
}

/** What a program called the file, be it with the mark of a copy; `null`: somebody named it. */
export function givenNameOf(view: FileView): DefaultName | null {
  if (view.told.given === undefined) {
    view.told.given = defaultName(view.base) ?? copyMarksOf(view).map(({ base }) => defaultName(base)).find(one => one !== null) ?? null
  }
  return view.told.given
}

/** How a root is read: what was done to its files on the way in, who sends from which address, and whether its times are those of a copy. */
export interface RootReading { undoings: readonly Undoing[], senders: ReadonlyMap<string, readonly string[]>, copyTimes: boolean }

/** Whether a file is seen in another way once it is known how its root is read. */
export function changesViews({ undoings, senders, copyTimes }: RootReading, file: ReceivedFile): boolean {
  return undoings.length > 0 || copyTimes || (file.sender !== undefined && senders.size > 0)
}

/** Looks at a file as it was before the way in changed it. */
export function viewFile(file: ReceivedFile, index: number, root: RootReading | undefined): FileView {
  const path = file.path.normalize('NFC')
  // of what lay in an archive or mail, the folder of that one counts, its name is no level
  const folder = [...file.container ?? [], path].map(one => folderOf(one.normalize('NFC'))).filter(Boolean).join('/')
  let seen: Seen = { folder, ...splitExtension(nameOf(path)), cut: 0, sentBy: [] }
  if (file.handedIn) seen.folder = ''
  else for (const { undo } of root?.undoings ?? []) seen = undo(seen)
  const sender = file.sender === undefined ? [] : root?.senders.get(file.sender.toLowerCase()) ?? []
  const name = seen.extension === '' ? seen.base : `${seen.base}.${seen.extension}`
  const called = splitExtension(name)
  const reading = readingUnder(file.reading, called.extension)
  return {
    index, file: reading === file.reading ? file : { ...file, reading }, name, base: called.base, extension: called.extension, cut: seen.cut,
    sentBy: [...new Set([...seen.sentBy, ...sender])],
    timeInDoubt: (root?.copyTimes ?? false) && file.receivedAtFrom === 'modified',
    folder: seen.folder, levels: levelsOf(seen.folder), told: {},
    folderLost: file.handedIn !== undefined || (seen.folder === '' && (seen.cut > 0 || file.sender !== undefined)),
  }
}
