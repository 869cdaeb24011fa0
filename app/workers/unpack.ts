import { BlobReader, configure, ZipReader } from '@zip.js/zip.js'

configure({ useWebWorkers: false })

/**
 * Writes what lies in archives into an empty folder of the person's choice; nothing that exists is touched.
 *
 * @param archives - the parts of one corrected copy
 * @param folder - empty, and written to by nobody else meanwhile
 * @returns how many files were written
 * @throws Error where the folder holds anything, or a name stands there already
 */
export async function unpackInto(
  archives: readonly Blob[], folder: FileSystemDirectoryHandle, onProgress: (done: number, total: number) => void,
): Promise<number> {
  for await (const there of folder.values()) {
    throw new Error(`"${folder.name}" is not empty: it holds "${there.name}". Choose an empty folder, or make one in the chooser.`)
  }
  const readers = archives.map(archive => new ZipReader(new BlobReader(archive)))
  try {
    const entries = (await Promise.all(readers.map(reader => reader.getEntries()))).flat()
    const files = entries.flatMap(entry => (entry.directory ? [] : [entry]))
    // each part brings the same tables
    const seen = new Set<string>()
    for (const entry of files) {
      if (seen.has(entry.filename)) continue
      seen.add(entry.filename)
      const levels = entry.filename.split('/').filter(level => level !== '' && level !== '.' && level !== '..')
      const name = levels.pop()
      if (name === undefined) continue
      let inside = folder
      for (const level of levels) inside = await inside.getDirectoryHandle(level, { create: true })
      const stream = await (await inside.getFileHandle(name, { create: true })).createWritable()
      await entry.getData(stream)
      onProgress(seen.size, files.length)
    }
    return seen.size
  }
  finally {
    await Promise.all(readers.map(reader => reader.close()))
  }
}
