import type { ReceivedFile } from '../checking/input'
import { levelsOf } from '../folders/match'
import { splitExtension } from '../names/extension'

/** A received file as placing and judging look at it. */
export interface FileView {
  index: number
  file: ReceivedFile
  /** NFC file name with extension. */
  name: string
  base: string
  extension: string
  /** NFC folder inside the root's wrapper; empty: the top. */
  folder: string
  levels: string[]
}

/** Looks at a file from inside its root's wrapper (levels joined with `/`, or `null`). */
export function viewFile(file: ReceivedFile, index: number, wrapper: string | null): FileView {
  const path = file.path.normalize('NFC')
  const slash = path.lastIndexOf('/')
  const name = path.slice(slash + 1)
  let folder = slash < 0 ? '' : path.slice(0, slash)
  if (wrapper !== null) {
    if (folder === wrapper) folder = ''
    else if (folder.startsWith(`${wrapper}/`)) folder = folder.slice(wrapper.length + 1)
  }
  return { index, file, name, ...splitExtension(name), folder, levels: levelsOf(folder) }
}
