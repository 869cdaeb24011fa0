/** Nobody is written to from this hour of the evening to that of the morning. */
const EVENING = 21
const MORNING = 7
const MINUTE = 60_000

function clockIn(zone: string, time: number): { hour: number, minute: number } {
  const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', hourCycle: 'h23', timeZone: zone })
  const parts = clock.formatToParts(new Date(time))
  const part = (type: string) => Number(parts.find(one => one.type === type)?.value ?? 0)
  return { hour: part('hour'), minute: part('minute') }
}

/**
 * The last time up to this one that is not at night.
 *
 * @param time - UTC ms
 * @param zone - IANA zone in which it is day or night
 * @example
 * outOfNight(Date.UTC(2026, 9, 16, 3, 0), 'UTC') //=> Date.UTC(2026, 9, 15, 20, 59)
 */
export function outOfNight(time: number, zone: string): number {
  const { hour, minute } = clockIn(zone, time)
  if (hour >= MORNING && hour < EVENING) return time
  const past = hour >= EVENING ? hour - EVENING : hour + 24 - EVENING
  const before = time - (past * 60 + minute + 1) * MINUTE
  // a change of clocks in the night moves it by an hour
  const seen = clockIn(zone, before)
  return seen.hour >= MORNING && seen.hour < EVENING ? before : before - 60 * MINUTE
}
