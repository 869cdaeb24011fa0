import { Buffer } from 'node:buffer'
import { isIP } from 'node:net'
import type { FetchMessageObject, ImapFlow, MessageStructureObject } from 'imapflow'
import { Hosts } from './hosts'
import { SILENT_MS, sayConnection } from './http'
import type { Look, OpenPlace, PlaceKind, SeenFile } from './place'
import { PlaceError } from './place'

/** Messages of one stretch of the listing. */
const PAGE = 200
/** Smaller stretches of a message cost a wait each. */
const STRETCH = 1024 * 1024
const LONGEST_SUBJECT = 80

/** What a message is called here: when it came, what it is about, and its number, which tells two of one subject apart. */
function nameOf(uid: number, subject: string, came: Date | null): string {
  // eslint-disable-next-line no-control-regex
  const plain = subject.normalize('NFC').replace(/[/\\:*?"<>|\u0000-\u001F\u007F-\u009F]/g, '_').replace(/\s+/g, ' ').trim()
  const about = [...plain].slice(0, LONGEST_SUBJECT).join('').replace(/[. ]+$/, '') || 'no subject'
  return `${came ? `${came.toISOString().slice(0, 16).replace('T', ' ').replace(':', '.')} ` : ''}${about} (${uid}).eml`
}

/** Whether something is attached to a message; pictures inside the text are part of the letter. */
function hasAttached({ disposition, dispositionParameters, parameters, childNodes }: MessageStructureObject): boolean {
  if (childNodes?.some(hasAttached)) return true
  return disposition === 'attachment' || (disposition !== 'inline' && Boolean(dispositionParameters?.filename ?? parameters?.name))
}

class Mailbox implements OpenPlace {
  constructor(private readonly client: ImapFlow, private readonly folder: string, private readonly host: string) {}

  /** The number that the folder's messages are counted under: with another one every number means another message (RFC 3501 §2.3.1.1). */
  private get validity(): string {
    return this.client.mailbox ? String(this.client.mailbox.uidValidity) : ''
  }

  async look(cursor: string, signal: AbortSignal): Promise<Look> {
    const [validity, from = '1'] = cursor === '' ? [this.validity] : cursor.split(' ')
    if (validity !== this.validity) throw new PlaceError('changed', `"${this.folder}" was set up anew while it was looked at.`)
    const look: Look = { files: [], passed: [], more: [] }
    try {
      signal.throwIfAborted()
      // "n:*" names the newest message even where it is before n
      const uids = (await this.client.search({ uid: `${from}:*` }, { uid: true }) || []).filter(uid => uid >= Number(from)).sort((a, b) => a - b)
      const page = uids.slice(0, PAGE)
      if (page.length === 0) return look
      const asked = { uid: true, size: true, envelope: true, bodyStructure: true, internalDate: true } as const
      for await (const message of this.client.fetch(page.join(','), asked, { uid: true })) {
        signal.throwIfAborted()
        this.see(message, look)
      }
      if (uids.length > PAGE) look.more.push(`${this.validity} ${(page.at(-1) ?? 0) + 1}`)
      return look
    }
    catch (error) {
      throw signal.aborted ? error : sayMail(error, this.host, this.folder)
    }
  }

  private see({ uid, size = 0, envelope, bodyStructure, internalDate }: FetchMessageObject, look: Look): void {
    const came = internalDate ? new Date(internalDate) : null
    const path = nameOf(uid, envelope?.subject ?? '', came)
    if (!bodyStructure || !hasAttached(bodyStructure)) look.passed.push({ path, why: 'nothing-attached' })
    else {
      const locator = `${this.validity} ${uid}`
      look.files.push({ path, rawPath: null, locator, size, modified: came?.getTime() ?? null, mark: locator })
    }
  }

  async* read({ path, locator }: Pick<SeenFile, 'path' | 'locator'>, signal: AbortSignal, from = 0): AsyncIterable<Uint8Array> {
    const [validity, uid = ''] = locator.split(' ')
    if (validity !== this.validity) throw new PlaceError('changed', `"${this.folder}" was set up anew while it was looked at.`)
    for (let start = from; ;) {
      signal.throwIfAborted()
      let message
      try {
        message = await this.client.fetchOne(uid, { uid: true, source: { start, maxLength: STRETCH } }, { uid: true })
      }
      catch (error) {
        throw signal.aborted ? error : sayMail(error, this.host, this.folder)
      }
      if (!message) throw new PlaceError('not-found', `"${path}" is not there any more.`)
      const piece = message.source ?? Buffer.alloc(0)
      if (piece.length > 0) yield piece
      if (piece.length < STRETCH) return
      start += piece.length
    }
  }

  write(): Promise<string | null> {
    return Promise.reject(new PlaceError('not-allowed', 'Nothing is put into a mailbox.'))
  }

  locate(): string {
    throw new PlaceError('not-allowed', 'Nothing is put into a mailbox.')
  }

  async watch(changed: () => void, signal: AbortSignal): Promise<void> {
    this.client.on('exists', changed)
    this.client.on('expunge', changed)
    const ending = new Promise<void>((done) => {
      this.client.once('close', done)
      signal.addEventListener('abort', () => done(), { once: true })
    })
    const waiting = async () => {
      while (this.client.usable && !signal.aborted) await this.client.idle()
    }
    await Promise.race([ending, waiting().catch(() => undefined)])
  }

  async close(): Promise<void> {
    await this.client.logout().catch(() => this.client.close())
  }
}

interface MailFailure { authenticationFailed?: boolean, code?: string, serverResponseCode?: string, responseText?: string }

/** What a server of mail refuses, in words. */
function sayMail(error: unknown, host: string, folder: string): PlaceError {
  if (error instanceof PlaceError) return error
  const { authenticationFailed, code = '', serverResponseCode = '', responseText = '' } = error as MailFailure
  if (authenticationFailed) return new PlaceError('sign-in', 'Name or password is not right there.')
  if (serverResponseCode === 'NONEXISTENT' || /doesn't exist|not exist|unknown mailbox|no such/i.test(responseText)) {
    return new PlaceError('not-found', `There is no folder "${folder}" in that mailbox.`)
  }
  if (serverResponseCode === 'NOPERM') return new PlaceError('no-permission', `This name may not look into "${folder}".`)
  if (/TIMEOUT/i.test(code)) return new PlaceError('slow', `${host} does not answer. Is it switched on and reachable from here?`)
  if (/NoConnection|EConnectionClosed/i.test(code)) return new PlaceError('unreachable', `${host} broke off.`)
  return sayConnection(error as NodeJS.ErrnoException, host)
}

/** Whether somebody on the way could listen: what stays inside this machine cannot be heard. */
const staysInside = (address: string): boolean => address === '::1' || address.startsWith('127.')

/** A folder of a mailbox: whoever sent a message is whose its attachments are. */
export const mailbox: PlaceKind = {
  label: 'a mailbox',
  fields: [
    { key: 'host', label: 'Server of the mailbox', hint: 'mail.example', secret: false, optional: false },
    { key: 'name', label: 'Name to sign in with', hint: 'hand-in@school.example', secret: false, optional: false },
    { key: 'password', label: 'Password', hint: '', secret: true, optional: false },
    { key: 'folder', label: 'Folder of the mailbox', hint: 'INBOX', secret: false, optional: true },
  ],
  tells: { time: true, mark: true, arrival: true },
  readOnly: true,
  watches: true,
  async open({ host: stated = '', name = '', folder: wanted = '' }, secret, { hosts }) {
    // RFC 8314 §3.2, RFC 5092: "imap" begins in the open and goes over to TLS
    const [, scheme = '', host = '', said = ''] = /^(imaps?:\/\/)?(\[[0-9a-f:]+\]|[^:/\s]+)(?::(\d{1,5}))?$/i.exec(stated.trim()) ?? []
    if (host === '') throw new PlaceError('settings', 'A server is said by its name, with a port where it is not 993: mail.example:143')
    const port = said || (scheme.toLowerCase() === 'imap://' ? '143' : '993')
    const secure = scheme.toLowerCase() === 'imaps://' || (scheme === '' && port === '993')
    const allowed = new Hosts(hosts)
    allowed.require(host)
    const plain = host.replace(/^\[|\]$/g, '')
    const address = await new Promise<string>((done, fail) => {
      allowed.lookup(plain, {}, (problem, found) => (problem ? fail(sayConnection(problem, host)) : done(String(found))))
    })
    // only who connects waits for it
    const { ImapFlow: Imap } = await import('imapflow')
    const folder = wanted || 'INBOX'
    const client = new Imap({
      // the address that was looked at is the one that is connected to
      host: address, ...(isIP(plain) === 0 ? { servername: plain } : {}), port: Number(port), secure, auth: { user: name, pass: secret },
      // no password goes where it can be heard
      ...(secure || staysInside(address) ? {} : { doSTARTTLS: true }),
      logger: false, emitLogs: false, disableAutoIdle: false, connectionTimeout: SILENT_MS, greetingTimeout: SILENT_MS, socketTimeout: 4 * SILENT_MS,
    })
    // what breaks later is told by whoever asks then
    client.on('error', () => undefined)
    try {
      await client.connect()
      await client.mailboxOpen(folder, { readOnly: true })
    }
    catch (error) {
      client.close()
      throw sayMail(error, host, folder)
    }
    return new Mailbox(client, folder, host)
  },
}
