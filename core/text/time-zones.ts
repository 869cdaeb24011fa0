import { editDistance } from './distance'
import { ZONE_NAMES } from './zone-names'

/** Every zone of the IANA time zone database, older names included. */
export const TIME_ZONES: readonly string[] = ZONE_NAMES

const KNOWN = new Set(ZONE_NAMES)

export function isTimeZone(name: string): boolean {
  return KNOWN.has(name)
}

/** What people call zones, with a city of each (common practice, no source). */
const ABBREVIATIONS: Readonly<Record<string, string>> = {
  mez: 'Europe/Berlin', mesz: 'Europe/Berlin', cest: 'Europe/Berlin', hec: 'Europe/Paris', bst: 'Europe/London', west: 'Europe/Lisbon',
  eest: 'Europe/Athens', oez: 'Europe/Athens', est: 'America/New_York', edt: 'America/New_York', cdt: 'America/Chicago', pst: 'America/Los_Angeles',
  pdt: 'America/Los_Angeles', jst: 'Asia/Tokyo', ist: 'Asia/Kolkata', aest: 'Australia/Sydney', nzst: 'Pacific/Auckland',
}

/**
 * The zone that was probably meant by a name that is none: the same city, or one misspelt.
 *
 * @example
 * zoneMeant('Germany/Berlin') //=> 'Europe/Berlin'
 */
export function zoneMeant(found: unknown): string | undefined {
  if (typeof found !== 'string' || found.length > 60) return undefined
  const word = found.trim().toLowerCase()
  const abbreviated = ABBREVIATIONS[word]
  if (abbreviated !== undefined) return abbreviated
  const city = (name: string) => name.slice(name.lastIndexOf('/') + 1).toLowerCase()
  const own = city(word).replace(/[\s-]+/g, '_')
  return ZONE_NAMES.find(name => name.toLowerCase() === word) ?? ZONE_NAMES.find(name => city(name) === own)
    ?? (own.length > 4 ? ZONE_NAMES.find(name => editDistance(city(name), own, 1) <= 1) : undefined)
}
