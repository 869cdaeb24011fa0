import type { IncomingMessage, RequestOptions } from 'node:http'
import { Agent, request as requestPlain } from 'node:http'
import { Agent as SecureAgent, request as requestSecure } from 'node:https'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import type { Hosts } from './hosts'
import { PlaceError } from './place'

/** Silence that long is taken for an end. */
export const SILENT_MS = Number(process.env.USITOR_PLACE_SILENT_MS ?? 30_000)
const MOST_REDIRECTS = 5
/** So many connections to one place. */
export const CONNECTIONS = 4

export interface HttpAsked { method: string, headers?: Record<string, string>, body?: string | AsyncIterable<Uint8Array>, signal: AbortSignal }

/** Requests to one place: only to hosts that are allowed, redirects looked at as if they had been asked for. */
export class HttpClient {
  private readonly agents: Record<string, Agent | SecureAgent>

  /** @param sign - what goes with requests to the place's own origin, and to no other */
  constructor(private readonly own: URL, private readonly sign: Record<string, string>, private readonly hosts: Hosts, ca?: string) {
    const options = { keepAlive: true, maxSockets: CONNECTIONS }
    this.agents = { 'http:': new Agent(options), 'https:': new SecureAgent({ ...options, ...(ca ? { ca } : {}) }) }
  }

  /** Asks, and follows where it is sent on. The answer's body is the caller's to read or drop. */
  async ask(url: URL, asked: HttpAsked): Promise<IncomingMessage> {
    let at = url
    for (let redirects = 0; redirects <= MOST_REDIRECTS; redirects++) {
      const answer = await this.once(at, asked)
      const { statusCode = 0, headers: { location } } = answer
      if (![301, 302, 303, 307, 308].includes(statusCode) || location === undefined) return answer
      answer.resume()
      at = new URL(location, at)
    }
    throw new PlaceError('odd', 'The place sends on from one address to the next and never answers.')
  }

  private once(url: URL, { method, headers = {}, body, signal }: HttpAsked): Promise<IncomingMessage> {
    if (url.protocol !== 'http:' && url.protocol !== 'https:') {
      throw new PlaceError('odd', `The place sends on to "${url.protocol}", which is no web address.`)
    }
    this.hosts.require(url.hostname)
    const options: RequestOptions = {
      method, signal, lookup: this.hosts.lookup, agent: this.agents[url.protocol], headers: {
        'user-agent': 'usitor', ...headers, ...(url.origin === this.own.origin ? this.sign : {}),
        ...(typeof body === 'string' ? { 'content-length': String(Buffer.byteLength(body)) } : {}),
      },
    }
    return new Promise((resolve, reject) => {
      const sent = (url.protocol === 'https:' ? requestSecure : requestPlain)(url, options, resolve)
      sent.setTimeout(SILENT_MS, () => sent.destroy(Object.assign(new Error('silent'), { code: 'ETIMEDOUT' })))
      sent.once('error', (error: NodeJS.ErrnoException) => reject(signal.aborted ? error : sayConnection(error, url.hostname)))
      if (body === undefined || typeof body === 'string') sent.end(body)
      else pipeline(Readable.from(body), sent).catch((error: NodeJS.ErrnoException) => reject(error))
    })
  }

  close(): void {
    for (const agent of Object.values(this.agents)) agent.destroy()
  }
}

/** What went wrong with a connection, in words. */
export function sayConnection(error: NodeJS.ErrnoException, host: string): PlaceError {
  if (error instanceof PlaceError) return error
  const code = error.code ?? ''
  if (code === 'ENOTALLOWED') {
    return new PlaceError('not-allowed', `${host} leads into a private network that this server may not connect to (USITOR_HOSTS).`)
  }
  if (code === 'ETIMEDOUT') return new PlaceError('slow', `${host} does not answer. Is it switched on and reachable from here?`)
  if (/CERT|SELF_SIGNED|UNABLE_TO_VERIFY|ALTNAME|ERR_SSL|EPROTO/.test(code)) {
    return new PlaceError('certificate', `The certificate of ${host} is not trusted here (${code}). Whoever runs the place can set it right.`)
  }
  if (code === 'ENOTFOUND' || code === 'EAI_AGAIN') {
    return new PlaceError('unreachable', `There is no "${host}" to be found. Is the address written rightly?`)
  }
  return new PlaceError('unreachable', `${host} cannot be reached (${code || error.message}).`)
}
