import { expect, test } from 'vitest'
import { NEIGHBOUR_CODES } from '../../core/names/neighbour-codes'

// likely subtags of Unicode CLDR, as the runtime's ICU carries them: most speakers of a language live there, or most people there speak it
test.each(NEIGHBOUR_CODES)('%s is spoken in %s', (language, country) => {
  const spoken = new Intl.Locale(`und-${country}`).maximize().language.toUpperCase()
  const home = new Intl.Locale(language.toLowerCase()).maximize().region
  expect(spoken === language || home === country).toBe(true)
  expect(language).not.toBe(country)
})
