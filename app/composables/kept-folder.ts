import { get, set } from 'idb-keyval'
import type { Dropped, FolderHandle } from './dropped'
import { MOST_FILES } from './dropped'

type Picker = (options: { id: string, mode: 'read' | 'readwrite' }) => Promise<FolderHandle>

/** The browser's own chooser that keeps a handle; `null` where it has none: plain HTTP, and some browsers. */
export function folderPicker(): Picker | null {
  const picker = (window as { showDirectoryPicker?: Picker }).showDirectoryPicker
  return picker ? options => picker.call(window, options) : null
}

const keyOf = (briefId: string) => `usitor.folder.${briefId}`

/** Keeps the folder of a brief in this browser; nothing of it leaves it. */
export async function keepFolder(briefId: string, handle: FolderHandle): Promise<void> {
  // a browser that keeps nothing asks for the folder again
  await set(keyOf(briefId), handle).catch(() => undefined)
}

export async function keptFolder(briefId: string): Promise<FolderHandle | null> {
  return await get<FolderHandle>(keyOf(briefId)).catch(() => undefined) ?? null
}

const AT_ONCE = 100

/** Every file of a kept folder as it is now. Asks the person once more where the browser wants so. */
export async function walkHandle(handle: FolderHandle): Promise<Dropped> {
  const allowed = await handle.queryPermission?.({ mode: 'read' }) ?? 'granted'
  if (allowed !== 'granted' && await handle.requestPermission?.({ mode: 'read' }) !== 'granted') {
    throw new Error(`The browser does not let "${handle.name}" be read. Allow it, or choose the folder again.`)
  }
  const files: Dropped['files'] = []
  const walk = async (folder: FileSystemDirectoryHandle, path: string): Promise<void> => {
    const found: { path: string, handle: FileSystemFileHandle }[] = []
    const folders: { path: string, handle: FileSystemDirectoryHandle }[] = []
    for await (const one of folder.values()) {
      const inner = path === '' ? one.name : `${path}/${one.name}`
      if (one.kind === 'file') found.push({ path: inner, handle: one as FileSystemFileHandle })
      else folders.push({ path: inner, handle: one as FileSystemDirectoryHandle })
    }
    for (let at = 0; at < found.length; at += AT_ONCE) {
      files.push(...await Promise.all(found.slice(at, at + AT_ONCE).map(async one => ({ path: one.path, file: await one.handle.getFile() }))))
    }
    if (files.length > MOST_FILES) throw new Error(`The folder holds more than ${MOST_FILES} files; choose it in parts.`)
    for (const one of folders) await walk(one.handle, one.path)
  }
  try {
    await walk(handle, '')
  }
  catch (error) {
    if (error instanceof DOMException && error.name === 'NotFoundError') {
      throw new Error(`"${handle.name}" is not where it was. Choose the folder again.`)
    }
    throw error
  }
  return { root: handle.name, files, handle }
}
