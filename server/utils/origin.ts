import { BlockList, isIP } from 'node:net'
import type { H3Event } from 'h3'
import { getHeader, getRequestHost, getRequestIP } from 'h3'
import { refuse } from './errors'

/** Proxies whose word on address and protocol is taken: `USITOR_PROXIES`, addresses or ranges such as 10.0.0.0/8, with commas. */
function listProxies(text: string): BlockList {
  const list = new BlockList()
  for (const one of text.split(',').map(part => part.trim()).filter(Boolean)) {
    const [address = '', bits] = one.split('/')
    const kind = isIP(address) === 6 ? 'ipv6' : 'ipv4'
    if (isIP(address) === 0 || (bits !== undefined && !/^\d{1,3}$/.test(bits))) throw new Error(`USITOR_PROXIES: "${one}" is neither an address nor a range`)
    if (bits === undefined) list.addAddress(address, kind)
    else list.addSubnet(address, Number(bits), kind)
  }
  return list
}
const proxies = listProxies(process.env.USITOR_PROXIES ?? '')
/** An IPv4 address is one however it is written. */
const plain = (address: string): string => address.replace(/^::ffff:(?=\d+\.)/i, '')
const isProxy = (address: string): boolean => isIP(address) !== 0 && proxies.check(address, isIP(address) === 6 ? 'ipv6' : 'ipv4')

/** Whether a request came through a proxy of this installation. */
function throughProxy(event: H3Event): boolean {
  return isProxy(plain(getRequestIP(event) ?? ''))
}

/**
 * An IPv6 network of 64 bits belongs to one subscriber, who has all its addresses (RFC 6177, RFC 8981): it counts as one place.
 *
 * @example
 * networkOf('2001:db8:1:2:3:4:5:6') //=> '2001:db8:1:2::/64'
 */
export function networkOf(address: string): string {
  if (isIP(address) !== 6) return address
  const [head = '', tail] = address.toLowerCase().replace(/%.*$/, '').split('::')
  const before = head ? head.split(':') : []
  const after = tail ? tail.split(':') : []
  const zeros = tail === undefined ? [] : new Array<string>(Math.max(0, 8 - before.length - after.length)).fill('0')
  return `${[...before, ...zeros, ...after].slice(0, 4).map(group => group.replace(/^0+(?=.)/, '')).join(':')}::/64`
}

/** Where a request comes from: the last address that no proxy of this installation has. What others say of it counts for nothing. */
export function placeOf(event: H3Event): string {
  const direct = plain(getRequestIP(event) ?? 'unknown')
  if (!isProxy(direct)) return networkOf(direct)
  const said = (getHeader(event, 'x-forwarded-for') ?? '').split(',').map(one => plain(one.trim())).filter(one => isIP(one) !== 0)
  return networkOf(said.reverse().find(one => !isProxy(one)) ?? direct)
}

/** How the browser reached the proxy or, without one, this server. */
export function protocolOf(event: H3Event): 'http' | 'https' {
  if (throughProxy(event)) return getHeader(event, 'x-forwarded-proto') === 'https' ? 'https' : 'http'
  return 'encrypted' in event.node.req.socket ? 'https' : 'http'
}

/** Hosts this server answers to: `USITOR_ALLOWED_HOSTS`, with commas; left out, any. */
const allowed = (process.env.USITOR_ALLOWED_HOSTS ?? '').split(',').map(one => one.trim().toLowerCase()).filter(Boolean)

export function isAllowedHost(event: H3Event): boolean {
  return allowed.length === 0 || allowed.includes(getRequestHost(event).toLowerCase())
}

/** Whom a passkey is made for: a host with a name, and the origin it is used from. */
export interface Party { id: string, origin: string }

export function partyOf(event: H3Event): Party {
  const origin = ownOrigin(event)
  const id = new URL(origin).hostname
  if (isIP(id.replace(/^\[|\]$/g, '')) !== 0) throw refuse(409, 'Passkeys need an address with a name; this one is a number.')
  return { id, origin }
}

/** Scheme and host of this server as the browser sees it (RFC 6454 §4). */
export const ownOrigin = (event: H3Event): string => `${protocolOf(event)}://${getRequestHost(event)}`
