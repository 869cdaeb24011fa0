import type { Incoming } from '#core/arrivals/incoming'
import type { Fault } from '#core/formats/faults'
import type { PropertyValue, Reading } from '#core/formats/reading'
import { isStorable } from '#shared/storable'
import type { ReceivedFileRow } from '../database/tables'

/**
 * Text as PostgreSQL takes it: U+0000 and lone surrogates, which it refuses, as visible escapes.
 *
 * @example
 * storableText('a\0b') //=> 'a\\u{0}b'
 */
export function storableText(text: string): string {
  let out = ''
  for (const char of text) {
    const code = char.codePointAt(0) ?? 0
    out += code === 0 || (code >= 0xD800 && code <= 0xDFFF) ? `\\u{${code.toString(16).toUpperCase()}}` : char
  }
  return out
}

/** What is known of the message that brought a file, as it can be stored. */
export function storableMessage({ sender, letter }: Pick<Incoming, 'sender' | 'letter'>): Pick<ReceivedFileRow, 'sender' | 'letter'> {
  return { sender: sender ? storableText(sender) : null, letter: letter ? storableText(letter) : null }
}

/** A fault whose texts can be stored, in bounded length. */
function storableFault(fault: Fault): Fault {
  const told = Object.entries(fault).map(([key, value]) => [key, typeof value === 'string' ? storableText(value.slice(0, 500)) : value] as const)
  return Object.fromEntries(told) as unknown as Fault
}

/** A reading whose texts can be stored, in bounded length. */
export function storableReading(reading: Reading): Reading {
  const props: Record<string, PropertyValue> = {}
  for (const [name, value] of Object.entries(reading.props)) {
    props[storableText(name)] = typeof value === 'string' ? storableText(value.slice(0, 2000)) : value
  }
  return {
    ...reading, version: reading.version && storableText(reading.version.slice(0, 60)),
    fault: reading.fault && storableFault(reading.fault), props,
    ...(reading.opening === undefined ? {} : { opening: storableText(reading.opening.slice(0, 400)) }),
    ...(reading.brokenAs
      ? { brokenAs: Object.fromEntries(Object.entries(reading.brokenAs).map(([id, fault]) => [storableText(id), storableFault(fault)])) }
      : {}),
  }
}

/** Where in a document text stands that PostgreSQL refuses; `null`: nowhere. Keys count as text. */
export function findUnstorable(value: unknown): string | null {
  const waiting: [value: unknown, place: string][] = [[value, 'document']]
  for (let next = waiting.pop(); next !== undefined; next = waiting.pop()) {
    const [one, place] = next
    if (typeof one === 'string' && !isStorable(one)) return place
    if (typeof one !== 'object' || one === null) continue
    for (const [key, inner] of Object.entries(one)) {
      if (!isStorable(key)) return place
      waiting.push([inner, `${place}.${key}`.slice(-300)])
    }
  }
  return null
}
