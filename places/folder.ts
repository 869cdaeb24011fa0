import { constants } from 'node:fs'
import { randomUUID } from 'node:crypto'
import { link, lstat, mkdir, open, readdir, realpath, rename, rm } from 'node:fs/promises'
import { isAbsolute, join, relative, sep } from 'node:path'
import { isUtf8, showBytes } from './names'
import type { Look, OpenPlace, PlaceKind, SeenFile } from './place'
import { DEEPEST, PlaceError, levelsToWrite } from './place'
import { watchFolder } from './watch-folder'

const SLASH = Buffer.from('/')
const PIECE = 1024 * 1024
const encoded = (raw: Uint8Array): string => Buffer.from(raw).toString('base64url')
const decoded = (cursor: string): Buffer => Buffer.from(cursor, 'base64url')

/** A file written anew within one tick of its clock has another inode or change time. */
const markOf = ({ ino, ctimeMs }: { ino: number, ctimeMs: number }): string => `${ino} ${Math.floor(ctimeMs)}`

/** Whether a real path lies in a folder, or is it. */
function isWithin(path: string, folder: string): boolean {
  const way = relative(folder, path)
  return way === '' || (!way.startsWith(`..${sep}`) && way !== '..' && !isAbsolute(way))
}

class ServerFolder implements OpenPlace {
  private readonly root: Buffer

  constructor(private readonly real: string) {
    this.root = Buffer.from(real)
  }

  async look(cursor: string): Promise<Look> {
    const inside = decoded(cursor)
    const look: Look = { files: [], passed: [], more: [] }
    const at = inside.length === 0 ? this.root : Buffer.concat([this.root, SLASH, inside])
    let entries
    try {
      entries = await readdir(at, { withFileTypes: true, encoding: 'buffer' })
    }
    catch (error) {
      const { code } = error as NodeJS.ErrnoException
      if (inside.length === 0) throw sayFolder(code, this.real)
      look.passed.push({ path: showBytes(inside), why: code === 'EACCES' || code === 'EPERM' ? 'no-permission' : 'gone' })
      return look
    }
    for (const entry of entries) {
      const raw = inside.length === 0 ? entry.name : Buffer.concat([inside, SLASH, entry.name])
      const path = showBytes(raw)
      if (entry.isSymbolicLink()) look.passed.push({ path, why: 'link' })
      else if (entry.isDirectory()) {
        if (path.split('/').length >= DEEPEST) look.passed.push({ path, why: 'too-deep' })
        else look.more.push(encoded(raw))
      }
      else if (entry.isFile()) await this.see(raw, path, look)
      else look.passed.push({ path, why: 'no-file' })
    }
    return look
  }

  private async see(raw: Uint8Array, path: string, look: Look): Promise<void> {
    try {
      const facts = await lstat(Buffer.concat([this.root, SLASH, raw]))
      look.files.push({
        path, rawPath: isUtf8(raw) ? null : raw, locator: encoded(raw), size: facts.size, modified: Math.floor(facts.mtimeMs),
        mark: markOf(facts),
      })
    }
    catch {
      look.passed.push({ path, why: 'gone' })
    }
  }

  async* read({ path, locator }: Pick<SeenFile, 'path' | 'locator'>, signal: AbortSignal, from = 0): AsyncIterable<Uint8Array> {
    let handle
    try {
      // never through a link, be it put there since the listing
      handle = await open(Buffer.concat([this.root, SLASH, decoded(locator)]), constants.O_RDONLY | constants.O_NOFOLLOW)
    }
    catch (error) {
      throw sayFolder((error as NodeJS.ErrnoException).code, path)
    }
    try {
      const there = await realpath(`/proc/self/fd/${handle.fd}`).catch(() => null)
      if (there !== null && !isWithin(there, this.real)) {
        throw new PlaceError('not-allowed', `"${path}" leads out of the folder.`)
      }
      for (let position = from; ;) {
        signal.throwIfAborted()
        const piece = Buffer.allocUnsafe(PIECE)
        const { bytesRead } = await handle.read(piece, 0, PIECE, position)
        if (bytesRead === 0) return
        position += bytesRead
        yield piece.subarray(0, bytesRead)
      }
    }
    finally {
      await handle.close()
    }
  }

  async write(path: string, pieces: AsyncIterable<Uint8Array>, over: string | null, signal: AbortSignal): Promise<string | null> {
    const levels = levelsToWrite(path)
    const name = levels.pop() ?? ''
    try {
      let at = this.real
      for (const level of levels) {
        at = join(at, level)
        await mkdir(at).catch((error: NodeJS.ErrnoException) => {
          if (error.code !== 'EEXIST') throw error
        })
        // never through a link that somebody put there
        if (!(await lstat(at)).isDirectory()) throw new PlaceError('not-allowed', `"${level}" is no folder there.`)
      }
      const [whole, beside] = [join(at, name), join(at, `.usitor-${randomUUID()}.part`)]
      try {
        const handle = await open(beside, 'wx', 0o644)
        try {
          for await (const piece of pieces) {
            signal.throwIfAborted()
            await handle.write(piece)
          }
          await handle.sync()
        }
        finally {
          await handle.close()
        }
        if (over === null) await link(beside, whole)
        else {
          const there = await lstat(whole).then(markOf, () => null)
          if (there !== over) throw new PlaceError('changed', `"${path}" is not what Usitor wrote there: somebody changed it or took it away.`)
          await rename(beside, whole)
        }
      }
      finally {
        await rm(beside, { force: true })
      }
      return markOf(await lstat(whole))
    }
    catch (error) {
      if (error instanceof PlaceError || signal.aborted) throw error
      const { code } = error as NodeJS.ErrnoException
      if (code === 'EEXIST') throw new PlaceError('there', `There is something called "${path}" already.`)
      if (code === 'ENOSPC' || code === 'EDQUOT') throw new PlaceError('no-permission', 'There is no room left there.')
      throw sayFolder(code, path)
    }
  }

  locate(path: string): string {
    return encoded(Buffer.from(path))
  }

  watch(changed: () => void, signal: AbortSignal): Promise<void> {
    return watchFolder(this.real, changed, signal)
  }

  close(): Promise<void> {
    return Promise.resolve()
  }
}

function sayFolder(code: string | undefined, path: string): PlaceError {
  if (code === 'EACCES' || code === 'EPERM') return new PlaceError('no-permission', `"${path}" may not be read by this server.`)
  if (code === 'ENOENT' || code === 'ENOTDIR') return new PlaceError('not-found', `"${path}" is not there.`)
  if (code === 'ELOOP') return new PlaceError('not-allowed', `"${path}" is a link; links are not followed.`)
  return new PlaceError('odd', `"${path}" cannot be read (${code ?? 'unknown'}).`)
}

/** A folder of the machine Usitor runs on, below those its operator names. */
export const folder: PlaceKind = {
  label: 'a folder of this server',
  fields: [{ key: 'path', label: 'Folder', hint: '/srv/courses/shore-survey', secret: false, optional: false }],
  tells: { time: true, mark: true },
  watches: true,
  async open({ path = '' }, _, { folders }) {
    if (folders.length === 0) {
      throw new PlaceError('not-allowed', 'No folder of this server may be looked at: whoever runs it names them (USITOR_FOLDERS).')
    }
    if (!isAbsolute(path)) throw new PlaceError('settings', 'A folder of the server is said from its root: /srv/courses/shore-survey')
    const real = await realpath(path).catch((error: NodeJS.ErrnoException) => {
      throw sayFolder(error.code, path)
    })
    const allowed = (await Promise.all(folders.map(one => realpath(one).catch(() => null)))).flatMap(one => one ?? [])
    // what may not be looked at is not told to be there either
    if (!allowed.some(one => isWithin(real, one))) throw sayFolder('ENOENT', path)
    return new ServerFolder(real)
  },
}
