import { createHash, randomUUID } from 'node:crypto'
import { connect } from 'node:net'
import { Readable } from 'node:stream'
import type Client from 'ssh2-sftp-client'
import { Hosts } from './hosts'
import { sayConnection } from './http'
import { isOdd } from './names'
import type { Look, OpenPlace, PlaceKind, SeenFile } from './place'
import { DEEPEST, PlaceError, levelsToWrite } from './place'

/** Smaller stretches are twelve times slower. */
const STRETCH = 1024 * 1024
const CONNECTS_MS = 20_000
const silent = () => undefined

/** A host's key as people compare it: SHA-256 in base64, as OpenSSH shows it. */
const fingerprintOf = (key: Buffer): string => `SHA256:${createHash('sha256').update(key).digest('base64').replace(/=+$/, '')}`

class SftpPlace implements OpenPlace {
  constructor(private readonly client: Client, private readonly base: string, private readonly host: string, readonly identity: string) {}

  private at(path: string): string {
    return path === '' ? this.base : `${this.base.replace(/\/$/, '')}/${path}`
  }

  async look(cursor: string, signal: AbortSignal): Promise<Look> {
    signal.throwIfAborted()
    const look: Look = { files: [], passed: [], more: [] }
    let entries
    try {
      entries = await this.client.list(this.at(cursor))
    }
    catch (error) {
      const fault = this.say(error, cursor)
      if (cursor === '' || (fault.fault !== 'no-permission' && fault.fault !== 'not-found')) throw fault
      look.passed.push({ path: cursor, why: fault.fault === 'no-permission' ? 'no-permission' : 'gone' })
      return look
    }
    for (const { name, type, size, modifyTime } of entries) {
      const path = cursor === '' ? name : `${cursor}/${name}`
      // a name that is no UTF-8 is listed, and cannot be asked for
      if (isOdd(name) || name.includes('\uFFFD')) look.passed.push({ path, why: 'climbs' })
      else if (type === 'l') look.passed.push({ path, why: 'link' })
      else if (type === 'd') {
        if (path.split('/').length >= DEEPEST) look.passed.push({ path, why: 'too-deep' })
        else look.more.push(path)
      }
      else look.files.push({ path, rawPath: null, locator: path, size, modified: modifyTime, mark: null })
    }
    return look
  }

  async* read({ path, locator }: Pick<SeenFile, 'path' | 'locator'>, signal: AbortSignal, from = 0): AsyncIterable<Uint8Array> {
    const stream = this.client.createReadStream(this.at(locator), { start: from, highWaterMark: STRETCH, autoClose: true }) as Readable
    const stop = () => stream.destroy()
    // what is put away is closed at the machine, too: where that breaks off nobody waits for the answer any more
    stream.on('error', silent)
    signal.addEventListener('abort', stop)
    try {
      for await (const piece of stream) yield piece as Uint8Array
      signal.throwIfAborted()
    }
    catch (error) {
      throw signal.aborted ? error : this.say(error, path)
    }
    finally {
      signal.removeEventListener('abort', stop)
      stream.destroy()
    }
  }

  async write(path: string, pieces: AsyncIterable<Uint8Array>, over: string | null, signal: AbortSignal): Promise<string | null> {
    const levels = levelsToWrite(path).slice(0, -1)
    const beside = [...levels, `.usitor-${randomUUID()}.part`].join('/')
    try {
      if (levels.length > 0) await this.client.mkdir(this.at(levels.join('/')), true)
      const there = await this.markAt(path)
      if (over === null && there !== null) throw new PlaceError('there', `There is something called "${path}" already.`)
      if (over !== null && there !== over) {
        throw new PlaceError('changed', `"${path}" is not what Usitor wrote there: somebody changed it or took it away.`)
      }
      signal.throwIfAborted()
      try {
        await this.client.put(Readable.from(pieces), this.at(beside))
        // onto what is there only where that is Usitor's own
        await (over === null ? this.client.rename(this.at(beside), this.at(path)) : this.client.posixRename(this.at(beside), this.at(path)))
      }
      catch (error) {
        await this.client.delete(this.at(beside), true).catch(() => undefined)
        throw error
      }
      return await this.markAt(path)
    }
    catch (error) {
      throw error instanceof PlaceError || signal.aborted ? error : this.say(error, path)
    }
  }

  locate(path: string): string {
    return path
  }

  private async markAt(path: string): Promise<string | null> {
    if (await this.client.exists(this.at(path)) === false) return null
    const { size, modifyTime } = await this.client.stat(this.at(path))
    return `${size} ${modifyTime}`
  }

  private say(error: unknown, path: string): PlaceError {
    const { code, message = '' } = error as { code?: string | number, message?: string }
    // status codes of the protocol (draft-ietf-secsh-filexfer-02 §7)
    if (code === 3 || code === 'EACCES' || /permission denied/i.test(message)) return new PlaceError('no-permission', `"${path}" may not be read there.`)
    if (code === 2 || code === 'ENOENT' || /no such file/i.test(message)) return new PlaceError('not-found', `"${path}" is not there.`)
    return new PlaceError('unreachable', `${this.host} broke off (${message.slice(0, 200)}).`)
  }

  async close(): Promise<void> {
    await this.client.end().catch(() => undefined)
  }
}

/** A machine that is reached by secure shell (SFTP). */
export const sftp: PlaceKind = {
  label: 'a machine reached by secure shell',
  fields: [
    { key: 'host', label: 'Machine', hint: 'files.example or files.example:2222', secret: false, optional: false },
    { key: 'name', label: 'Name to sign in with', hint: '', secret: false, optional: false },
    { key: 'secret', label: 'Password, or a private key', hint: '', secret: true, optional: false },
    { key: 'path', label: 'Folder', hint: '/home/courses/shore-survey', secret: false, optional: false },
    { key: 'hostKey', label: 'Key of the machine', hint: 'shown when you try it', secret: false, optional: true },
  ],
  tells: { time: true, mark: false },
  technical: true,
  async open({ host: stated = '', name = '', path = '', hostKey = '' }, secret, { hosts }) {
    const [, host = '', port = '22'] = /^(\[[0-9a-f:]+\]|[^:/\s]+)(?::(\d{1,5}))?$/i.exec(stated.trim()) ?? []
    if (host === '') throw new PlaceError('settings', 'A machine is said by its name, with a port where it is not 22: files.example:2222')
    if (!path.startsWith('/')) throw new PlaceError('settings', 'The folder begins with "/".')
    const allowed = new Hosts(hosts)
    allowed.require(host)
    let identity = ''
    // only who connects waits for it
    const { default: Shell } = await import('ssh2-sftp-client')
    const client = new Shell('usitor', { error: silent, end: silent, close: silent })
    const sock = connect({ host: host.replace(/^\[|\]$/g, ''), port: Number(port), lookup: allowed.lookup })
    try {
      await new Promise<void>((done, fail) => {
        sock.once('connect', done)
        sock.once('error', fail)
        sock.setTimeout(CONNECTS_MS, () => fail(Object.assign(new Error('silent'), { code: 'ETIMEDOUT' })))
      })
      sock.setTimeout(0)
      sock.setNoDelay(true)
      await client.connect({
        sock, username: name, ...(secret.includes('PRIVATE KEY') ? { privateKey: secret } : { password: secret }), readyTimeout: CONNECTS_MS,
        hostVerifier: (key: Buffer) => {
          identity = fingerprintOf(key)
          return hostKey === '' || identity === hostKey
        },
      })
    }
    catch (error) {
      sock.destroy()
      if (identity !== '' && hostKey !== '' && identity !== hostKey) {
        throw new PlaceError('certificate', `${host} shows another key than before (${identity}, not ${hostKey}). It may be another machine: `
          + 'ask whoever runs it, then add the place anew.')
      }
      const { level, message = '' } = error as { level?: string, message?: string }
      if (level === 'client-authentication' || /authentication methods failed/i.test(message)) throw new PlaceError('sign-in', 'Name or password is not right there.')
      throw sayConnection(error as NodeJS.ErrnoException, host)
    }
    return new SftpPlace(client, path, host, identity)
  },
}
