import { expect, test } from 'vitest'
import { BESIDE_LINK, LINK_SIGN, withoutLink } from './link-sign'

test.each([
  [`In order (1)\nHand in here: ${LINK_SIGN}\n`, 'In order (1)\n'],
  [`Hand in here: ${LINK_SIGN}${BESIDE_LINK}room 12\n\nYours`, 'Hand in here: room 12\n\nYours'],
  ['Missing (1)\n- Map\n', 'Missing (1)\n- Map\n'],
])('a letter that goes without its link says nothing of it: %j', (letter, there) => {
  expect(withoutLink(letter)).toBe(there)
})
