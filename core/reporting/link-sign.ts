/** What stands in a letter for the link of whoever it goes to: no store and no log holds the link itself. */
export const LINK_SIGN = '[link]'

/** Stands between the link and what else there is to say of where to hand in. */
export const BESIDE_LINK = ' · '

/**
 * A letter as it goes where there is no link: printed, pasted, merged, or to whoever is only told. What else its line says of where to hand in
 * stays.
 *
 * @example
 * withoutLink('Right (1)\nHand in here: [link]\n') //=> 'Right (1)\n'
 */
export function withoutLink(letter: string): string {
  return letter.split('\n').map(line => line.replaceAll(LINK_SIGN + BESIDE_LINK, '')).filter(line => !line.includes(LINK_SIGN)).join('\n')
}
