import { expect, test } from 'vitest'
import { outOfNight } from '../../server/utils/night'

const at = (text: string) => Date.parse(text)
// zones of the tz database; the clocks of Berlin went back on 25 October 2026 at 3:00 (EU directive 2000/84/EC: last Sunday of October)
test.each([
  ['by day nothing moves', '2026-10-16T15:30:00Z', 'Europe/Berlin', '2026-10-16T15:30:00Z'],
  ['seven in the morning is day', '2026-10-16T05:00:00Z', 'Europe/Berlin', '2026-10-16T05:00:00Z'],
  ['a minute before is night: the evening before', '2026-10-16T04:59:00Z', 'Europe/Berlin', '2026-10-15T18:59:00Z'],
  ['nine in the evening is night', '2026-10-16T19:00:00Z', 'Europe/Berlin', '2026-10-16T18:59:00Z'],
  ['midnight elsewhere is day there', '2026-10-16T00:00:00Z', 'Asia/Tokyo', '2026-10-16T00:00:00Z'],
  ['in a night whose clocks change', '2026-10-25T04:00:00Z', 'Europe/Berlin', '2026-10-24T18:59:00Z'],
])('%s', (_, time, zone, moved) => {
  const got = outOfNight(at(time), zone)
  const clock = (ms: number) => Number(new Intl.DateTimeFormat('en-GB', { hour: '2-digit', hourCycle: 'h23', timeZone: zone }).format(ms))
  expect(clock(got)).toBeGreaterThanOrEqual(7)
  expect(clock(got)).toBeLessThan(21)
  expect(Math.abs(got - at(moved))).toBeLessThanOrEqual(3_600_000)
  if (!moved.startsWith('2026-10-24')) expect(new Date(got).toISOString()).toBe(new Date(at(moved)).toISOString())
})
