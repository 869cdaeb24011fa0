/** This browser's own time zone. */
export function ownZone(): string {
  return Intl.DateTimeFormat().resolvedOptions().timeZone
}

/**
 * A field's local digits (`2026-10-16T15:30`) as a time with the offset that holds there and then in a zone.
 *
 * @example
 * timeInZone('2026-10-16T15:30', 'Europe/Lisbon') //=> '2026-10-16T15:30:00+01:00'
 */
export function timeInZone(local: string, zone: string | undefined): string {
  const digits = Date.parse(`${local}:00Z`)
  // twice: the first guess may lie on the other side of a clock change
  const minutes = offsetAt(digits - offsetAt(digits, zone) * 60_000, zone)
  const part = (value: number) => String(value).padStart(2, '0')
  return `${local}:00${minutes < 0 ? '-' : '+'}${part(Math.floor(Math.abs(minutes) / 60))}:${part(Math.abs(minutes) % 60)}`
}

/** Minutes east of UTC. */
function offsetAt(time: number, zone: string | undefined): number {
  const parts = clockOf(zone).formatToParts(time)
  const value = (type: string) => Number(parts.find(part => part.type === type)?.value)
  return Math.round((Date.UTC(value('year'), value('month') - 1, value('day'), value('hour'), value('minute'), value('second')) - time) / 60_000)
}

function clockOf(zone: string | undefined): Intl.DateTimeFormat {
  const options: Intl.DateTimeFormatOptions = {
    hourCycle: 'h23', year: 'numeric', month: 'numeric', day: 'numeric', hour: 'numeric', minute: 'numeric', second: 'numeric',
  }
  try {
    return new Intl.DateTimeFormat('en-US', { ...options, timeZone: zone ?? ownZone() })
  }
  catch {
    // a brief file may name a zone this browser does not know
    return new Intl.DateTimeFormat('en-US', options)
  }
}
