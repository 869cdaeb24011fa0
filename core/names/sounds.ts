import { looseKey } from '../text/fold'

/** How names are written that sound the same: Meyer and Maier, Olsen and Ohlsen, Sofie and Sophie (common practice, no source). */
const SOUNDS: readonly (readonly [written: RegExp, sound: string])[] = [
  [/ph|v/g, 'f'], [/c?k|c(?!h)/g, 'k'], [/t?z/g, 's'], [/dt|th/g, 't'], [/[ae][iy]/g, 'ai'], [/ie|y/g, 'i'], [/(?<=.)(?<!c)h/g, ''], [/(.)\1+/g, '$1'],
]

/**
 * A name as it sounds: the same for all ways to write it.
 *
 * @example
 * soundOf('Meyer') === soundOf('Maier') //=> true
 */
export const soundOf = (name: string): string => SOUNDS.reduce((text, [written, sound]) => text.replace(written, sound), looseKey(name))
