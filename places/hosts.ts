import { lookup } from 'node:dns'
import type { LookupFunction } from 'node:net'
import { BlockList, isIP } from 'node:net'
import { PlaceError } from './place'

/** Addresses that are nobody's on the open net (RFC 6890 and its registries). */
const SPECIAL: readonly [network: string, prefix: number][] = [
  ['0.0.0.0', 8], ['10.0.0.0', 8], ['100.64.0.0', 10], ['127.0.0.0', 8], ['169.254.0.0', 16], ['172.16.0.0', 12], ['192.0.0.0', 24],
  ['192.0.2.0', 24], ['192.168.0.0', 16], ['198.18.0.0', 15], ['198.51.100.0', 24], ['203.0.113.0', 24], ['224.0.0.0', 4], ['240.0.0.0', 4],
  ['::', 128], ['::1', 128], ['64:ff9b::', 96], ['64:ff9b:1::', 48], ['100::', 64], ['2001::', 23], ['2001:db8::', 32], ['fc00::', 7],
  ['fe80::', 10], ['ff00::', 8],
]
const familyOf = (address: string): 'ipv4' | 'ipv6' => (isIP(address) === 6 ? 'ipv6' : 'ipv4')

function listOf(networks: readonly (readonly [string, number])[]): BlockList {
  const list = new BlockList()
  for (const [network, prefix] of networks) list.addSubnet(network, prefix, familyOf(network))
  return list
}
const special = listOf(SPECIAL)

/** An IPv4 address in the clothes of an IPv6 one is what it is. */
const plain = (address: string): string => /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(address)?.[1] ?? address

/**
 * Where connections may go, as the operator says it: names, `*.` before one for all below it, addresses and networks, commas between.
 * An address that is nobody's on the open net must itself be named, whatever name leads to it.
 *
 * @example
 * new Hosts('drive.example, *.files.example, 10.1.0.0/16').allowsName('a.files.example') //=> true
 */
export class Hosts {
  private readonly names: string[] = []
  private readonly addresses: BlockList

  constructor(stated: string) {
    const networks: [string, number][] = []
    for (const entry of stated.split(',').map(one => one.trim().toLowerCase()).filter(Boolean)) {
      const [address = '', prefix] = entry.split('/')
      const kind = isIP(address)
      if (kind === 0) this.names.push(entry)
      else {
        const longest = kind === 6 ? 128 : 32
        const bits = prefix === undefined ? longest : Number(prefix)
        if (!Number.isInteger(bits) || bits < 0 || bits > longest) throw new Error(`USITOR_HOSTS: "${entry}" is no network`)
        networks.push([address, bits])
      }
    }
    this.addresses = listOf(networks)
  }

  /** Whether anything is allowed at all. */
  get isEmpty(): boolean {
    return this.names.length === 0 && this.addresses.rules.length === 0
  }

  private isNamed(address: string): boolean {
    return this.addresses.check(plain(address), familyOf(plain(address)))
  }

  /** Whether a host as it stands in an address may be asked; what it resolves to is looked at besides. */
  allowsName(host: string): boolean {
    const name = host.toLowerCase().replace(/^\[|\]$/g, '').replace(/\.$/, '')
    if (isIP(name) !== 0) return this.isNamed(name)
    return this.names.some(one => (one.startsWith('*.') ? name.endsWith(one.slice(1)) && name.length > one.length - 1 : name === one))
  }

  /** Whether a resolved address may be connected to. */
  allowsAddress(address: string): boolean {
    return this.isNamed(address) || !special.check(plain(address), familyOf(plain(address)))
  }

  /** Says in words that a host is not allowed. */
  require(host: string): void {
    if (this.allowsName(host)) return
    throw new PlaceError('not-allowed', `"${host.slice(0, 100)}" is none of the hosts this server may connect to. Whoever runs the server names `
      + 'them (USITOR_HOSTS).')
  }

  /** Resolves a name as Node does, and gives nothing that is not allowed: the address that was looked at is the one that is connected to. */
  readonly lookup: LookupFunction = (host, options, done) => {
    lookup(host, { ...options, all: true }, (problem, found) => {
      if (problem) {
        done(problem, '', 0)
        return
      }
      const allowed = found.filter(({ address }) => this.allowsAddress(address))
      const [first] = allowed
      if (!first) {
        done(Object.assign(new Error(`${host} leads to an address inside a private network`), { code: 'ENOTALLOWED' }), '', 0)
        return
      }
      if (options.all) (done as unknown as (problem: null, all: typeof allowed) => void)(null, allowed)
      else done(null, first.address, first.family)
    })
  }
}
