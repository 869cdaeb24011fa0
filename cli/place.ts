import type { Incoming } from '../core/arrivals/incoming'
import { showText } from '../core/text/show'
import { PLACES } from '../places/index'
import type { OpenPlace } from '../places/place'
import { PlaceError } from '../places/place'
import { InputError, warn } from './options'

/** Whoever runs the command line says where to by that: nothing further has to be allowed. */
const ANYWHERE = '0.0.0.0/0, ::/0'
const SCHEMES: Record<string, 'http' | 'https' | 'sftp'> = { 'webdav:': 'https', 'webdav+http:': 'http', 'sftp:': 'sftp' }

/**
 * Opens a place by its address: `webdav://HOST/PATH`, `webdav+http://…` for one without TLS, `sftp://NAME@HOST/PATH`. The name may stand in the
 * address; the password, or for SFTP a private key, stands in USITOR_PLACE_PASSWORD and nowhere else.
 */
export async function openAddress(address: string): Promise<OpenPlace> {
  const url = URL.canParse(address) ? new URL(address) : null
  const scheme = url === null ? undefined : SCHEMES[url.protocol]
  if (!url || scheme === undefined) {
    throw new InputError(`--root: "${showText(address)}" begins with none of ${Object.keys(SCHEMES).map(one => `${one}//`).join(' ')}`)
  }
  if (url.password) throw new InputError('--root: a password in the address is seen by everybody on this machine: put it into USITOR_PLACE_PASSWORD')
  const [name, secret] = [decodeURIComponent(url.username), process.env.USITOR_PLACE_PASSWORD ?? '']
  const ground = { folders: [], hosts: `${url.hostname}, ${ANYWHERE}` }
  try {
    if (scheme === 'sftp') {
      const settings = { host: url.host, name, path: decodeURIComponent(url.pathname), hostKey: process.env.USITOR_PLACE_HOST_KEY ?? '' }
      const place = await PLACES.sftp.open(settings, secret, ground)
      if (settings.hostKey === '') warn(`the key of ${url.host} is ${place.identity}; name it in USITOR_PLACE_HOST_KEY to trust no other`)
      return place
    }
    return await PLACES.webdav.open({ address: `${scheme}://${url.host}${url.pathname}`, name }, secret, ground)
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
