import type { ReceivedFile } from '../arrivals/received'
import { levelsOf } from '../names/levels'
import { insideWrapper } from '../folders/wrapper'
import type { OwnFolders } from '../folders/own-folders'
import type { NamePrefix } from '../folders/prefix'
import type { Replaced } from '../folders/replaced'
import type { CopyMark } from '../names/copy-marks'
import { copyMarks, markBehindExtension } from '../names/copy-marks'
import { splitExtension } from '../names/extension'

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
  /** The way in leaves no folders: where it lay cannot be known. */
  folderLost: boolean
}

/** Every copy mark a file may bear, on its base name or behind its extension, with what is left of the base name. */
export function copyMarksOf(view: FileView): CopyMark[] {
  const kept = MARKS.get(view)
  if (kept) return kept
  const behind = markBehindExtension(view.name)
  const found = [...copyMarks(view.base), ...(behind ? [{ ...behind, base: splitExtension(behind.base).base }] : [])]
  MARKS.set(view, found)
  return found
}

/** Asked for by every unit a file may belong to. */
const MARKS = new WeakMap<FileView, CopyMark[]>()

/** How a root is read: its wrapper (levels joined with `/`), a level made for every person, what was put before every name, who sends from which address. */
export interface RootReading { wrapper: string | null, prefix: NamePrefix | null, own?: OwnFolders | null, replaced?: Replaced | null, senders?: ReadonlyMap<string, readonly string[]> }

/** Looks at a file from inside its root's wrapper and behind its name's prefix. */
export function viewFile(file: ReceivedFile, index: number, root: RootReading | undefined): FileView {
  const path = file.path.normalize('NFC')
  const slash = path.lastIndexOf('/')
  let name = path.slice(slash + 1)
  // of what lay in an archive or mail, the folder of that one counts, its name is no level
  let folder = [...(file.container ?? []), path].map(one => one.normalize('NFC')).map(one => one.slice(0, Math.max(0, one.lastIndexOf('/')))).filter(Boolean).join('/')
  folder = insideWrapper(folder, root?.wrapper ?? null)
  folder = root?.replaced?.folder(folder) ?? folder
  const level = folder.split('/')[0] ?? ''
  const own = level === '' ? null : root?.own?.take(level) ?? null
  if (own) folder = [own.level, folder.slice(level.length + 1)].filter(Boolean).join('/')
  const taken = root?.prefix?.take(splitExtension(name).base) ?? null
  if (taken) name = name.slice(taken.length)
  if (root?.replaced) {
    const { base, extension } = splitExtension(name)
    const meant = root.replaced.name(base)
    if (meant !== null) name = extension === '' ? meant : `${meant}.${extension}`
  }
  return { index, file, name, ...splitExtension(name), cut: taken?.length ?? 0, sentBy: [...new Set([...taken?.people ?? [], ...own?.people ?? [], ...(file.sender ? root?.senders?.get(file.sender.toLowerCase()) ?? [] : [])])], folder, levels: levelsOf(folder), folderLost: folder === '' && (taken !== null || file.sender !== undefined) }
}
