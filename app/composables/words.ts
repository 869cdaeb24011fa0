import { LINK_SIGN } from '#core/reporting/link-sign'

export { STATUS_WORDS } from '#core/wording/en/statuses'

/** A time as people write it, with weekday, in the brief's zone where it names one. */
export function sayTime(time: string | null | undefined, zone?: string | null): string {
  if (!time) return ''
  const options: Intl.DateTimeFormatOptions = {
    weekday: 'short', day: 'numeric', month: 'short', year: 'numeric', hour: '2-digit', minute: '2-digit',
  }
  try {
    return new Intl.DateTimeFormat('en-GB', { ...options, ...(zone ? { timeZone: zone } : {}), timeZoneName: 'short' }).format(new Date(time))
  }
  catch {
    return new Intl.DateTimeFormat('en-GB', options).format(new Date(time))
  }
}

/** A size in decimal units, and a file name with hidden characters escaped. */
export { showBytes as sayBytes, showText } from '#core/text/show'

/** A letter as it is looked at before it is sent: whoever gets it finds their own link there. */
export const showLink = (letter: string): string => letter.replaceAll(LINK_SIGN, '(your own link)')
