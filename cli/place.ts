import type { Incoming } from '../core/arrivals/incoming'
import { showText } from '../core/text/show'
import { PLACES } from '../places/index'
import type { OpenPlace } from '../places/place'
import { PlaceError } from '../places/place'
import type { PlaceKey } from '../shared/places'
import { InputError, warn } from './options'

/** Whoever runs the command line says where to by that: nothing further has to be allowed. */
const ANYWHERE = '0.0.0.0/0, ::/0'

interface Meant { kind: PlaceKey, settings: Record<string, string> }
const signedIn = ({ username }: URL) => ({ name: decodeURIComponent(username) })
const drive = (scheme: string) => (url: URL): Meant =>
  ({ kind: 'webdav', settings: { address: `${scheme}://${url.host}${url.pathname}`, ...signedIn(url) } })
const store = (scheme: string) => (url: URL): Meant => {
  const [bucket = '', ...prefix] = decodeURIComponent(url.pathname).replace(/^\//, '').split('/')
  return { kind: 's3', settings: {
    address: `${scheme}://${url.host}`, bucket, prefix: prefix.join('/'), region: process.env.USITOR_PLACE_REGION ?? '', ...signedIn(url),
  } }
}
const mail = (url: URL): Meant => ({ kind: 'mailbox', settings: {
  host: `${url.protocol}//${url.host}`, folder: decodeURIComponent(url.pathname).replace(/^\//, ''), ...signedIn(url),
} })

/** What an address means, by how it begins. */
const SCHEMES: Record<string, (url: URL) => Meant> = {
  'webdav:': drive('https'), 'webdav+http:': drive('http'), 's3:': store('https'), 's3+http:': store('http'), 'imaps:': mail, 'imap:': mail,
  'sftp:': url => ({ kind: 'sftp', settings: {
    host: url.host, path: decodeURIComponent(url.pathname), hostKey: process.env.USITOR_PLACE_HOST_KEY ?? '', ...signedIn(url),
  } }),
}

/**
 * Opens a place by its address: `webdav://HOST/PATH`, `sftp://NAME@HOST/PATH`, `s3://KEY@HOST/BUCKET/PREFIX`, `imaps://NAME@HOST/FOLDER`;
 * `webdav+http` and `s3+http` go without TLS. The name may stand in the address; the password, secret, or for SFTP a private key, stands in
 * USITOR_PLACE_PASSWORD and nowhere else.
 */
export async function openAddress(address: string): Promise<OpenPlace> {
  const url = URL.canParse(address) ? new URL(address) : null
  const meant = url === null ? undefined : SCHEMES[url.protocol]?.(url)
  if (!url || !meant) {
    throw new InputError(`--root: "${showText(address)}" begins with none of ${Object.keys(SCHEMES).map(one => `${one}//`).join(' ')}`)
  }
  if (url.password) throw new InputError('--root: a password in the address is seen by everybody on this machine: put it into USITOR_PLACE_PASSWORD')
  const ground = { folders: [], hosts: `${url.hostname}, ${ANYWHERE}` }
  try {
    const place = await PLACES[meant.kind].open(meant.settings, process.env.USITOR_PLACE_PASSWORD ?? '', ground)
    if (place.identity !== undefined && !meant.settings.hostKey) {
      warn(`the key of ${url.host} is ${place.identity}; name it in USITOR_PLACE_HOST_KEY to trust no other`)
    }
    return place
  }
  catch (error) {
    throw error instanceof PlaceError ? new InputError(error.message) : error
  }
}

/** Everything that lies in a place, to be read when it is asked for. */
export async function listPlace(
  place: OpenPlace, keep: (file: AsyncIterable<Uint8Array>, size: number) => ReturnType<Incoming['open']>,
): Promise<Incoming[]> {
  const { signal } = new AbortController()
  const found: Incoming[] = []
  for (const waiting = ['']; waiting.length > 0;) {
    const { files, passed, more } = await place.look(waiting.shift() ?? '', signal)
    waiting.push(...more)
    for (const { path, why } of passed) warn(`${showText(path)}: not read (${why})`)
    for (const file of files) {
      found.push({ path: file.path, size: file.size, modified: file.modified, open: () => keep(place.read(file, signal), file.size) })
    }
  }
  return found
}
