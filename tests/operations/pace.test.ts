import { expect, test } from 'vitest'
import { keepPace } from '../../server/utils/pace'

test('what is asked too often within a minute is refused, says for how long, and is taken again after it', () => {
  const ask = (now: number, key = 'link a') => keepPace(key, 3, now)
  for (const now of [0, 10_000, 20_000]) ask(now)
  expect(() => ask(25_000)).toThrow('in 35 s')
  expect(() => ask(59_999)).toThrow('in 1 s')
  // nobody else waits for it
  expect(() => ask(30_000, 'link b')).not.toThrow()
  expect(() => ask(60_000)).not.toThrow()
})

test('a hundred thousand who ask once cost no more memory than the last of them', () => {
  for (let one = 0; one < 100_000; one++) keepPace(`stranger ${one}`, 1, 0)
  // the first are forgotten, the last are not
  expect(() => keepPace('stranger 0', 1, 1)).not.toThrow()
  expect(() => keepPace('stranger 99999', 1, 1)).toThrow()
})
