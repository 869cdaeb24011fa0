/** A folder that the browser lets be looked at again (File System Access), as far as this application uses one. */
export type FolderHandle = FileSystemDirectoryHandle & {
  queryPermission?: (wish: { mode: 'read' | 'readwrite' }) => Promise<PermissionState>
  requestPermission?: (wish: { mode: 'read' | 'readwrite' }) => Promise<PermissionState>
}

/** What a person dropped or chose: files with their paths, and the name of the one folder they came in. */
export interface Dropped {
  root: string
  files: { path: string, file: File }[]
  /** Where the browser lets the folder be looked at again. */
  handle?: FolderHandle | undefined
}

/** More files than this are not taken at once: the page would not stay at ease. */
export const MOST_FILES = 100_000

/** Walks dropped folders; a folder dropped alone is the root, and not a level of its own. */
export async function walkDropped(items: DataTransferItemList): Promise<Dropped> {
  // entries must be asked for before the first wait, or the browser forgets them
  const entries = [...items].flatMap((item) => {
    const entry = item.webkitGetAsEntry()
    return entry ? [entry] : []
  })
  const [first, ...more] = items
  const kept = more.length === 0 && first ? (first as KeepingItem).getAsFileSystemHandle?.().catch(() => null) : undefined
  const files: Dropped['files'] = []
  const walk = async (entry: FileSystemEntry, path: string): Promise<void> => {
    if (files.length >= MOST_FILES) throw new Error(`The folder holds more than ${MOST_FILES} files; drop it in parts.`)
    if (isFile(entry)) {
      const file = await new Promise<File>((resolve, reject) => entry.file(resolve, reject))
      files.push({ path, file })
    }
    else if (isFolder(entry)) {
      const reader = entry.createReader()
      for (;;) {
        const part = await new Promise<FileSystemEntry[]>((resolve, reject) => reader.readEntries(resolve, reject))
        if (part.length === 0) break
        const below = (inner: FileSystemEntry) => walk(inner, path === '' ? inner.name : `${path}/${inner.name}`)
        // asking for one file after the other takes ten times as long
        await Promise.all(part.filter(isFile).map(below))
        for (const inner of part.filter(one => !isFile(one))) await below(inner)
      }
    }
  }
  const [only] = entries
  const alone = entries.length === 1 && only !== undefined && isFolder(only)
  for (const entry of entries) await walk(entry, alone ? '' : entry.name)
  const handle = alone ? await kept : null
  return { root: alone ? only.name : 'received', files, ...(handle?.kind === 'directory' ? { handle: handle as FolderHandle } : {}) }
}

/** A dropped item that can be kept, where the browser can. */
type KeepingItem = DataTransferItem & { getAsFileSystemHandle?: () => Promise<FileSystemHandle | null> }

function isFile(entry: FileSystemEntry): entry is FileSystemFileEntry {
  return entry.isFile
}

function isFolder(entry: FileSystemEntry): entry is FileSystemDirectoryEntry {
  return entry.isDirectory
}

/** Files from a folder or file chooser. */
export function takeChosen(list: FileList): Dropped {
  const files = [...list]
  const first = files[0]?.webkitRelativePath.split('/')[0] ?? ''
  if (first === '') return { root: 'received', files: files.map(file => ({ path: file.name, file })) }
  return { root: first, files: files.map(file => ({ path: file.webkitRelativePath.slice(first.length + 1), file })) }
}

/** How what came in is to be taken. */
export interface IntakeOptions {
  /** Whether the server keeps the files, or only facts of them. */
  keeps: boolean
  /** What becomes of what was received before. */
  replaces: 'ask' | 'add' | 'replace'
  /** When it was received, on the clock of the brief's zone; empty: each file's own time. */
  stated: string
  /** The folder of before is looked at again: what is unchanged in it is not read once more. */
  again?: boolean
}
