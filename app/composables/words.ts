import type { ReportSlot } from '#core/checking/report'

/** A slot's state in words. */
export const STATUS_WORDS: Record<ReportSlot['status'], string> = {
  'right': 'right', 'to-fix': 'to fix', 'missing': 'missing', 'waived': 'waived', 'absent': 'not sent',
}

const CONTENT = /^(?:content\.(?!shared|blank|shrunk)|format\.|size\.)/

/** Whether a file's content is what is wrong, not its name or place. */
export function isContentWrong(codes: readonly string[]): boolean {
  return codes.some(code => CONTENT.test(code))
}

/** A time as people write it, with weekday, in the brief's zone where it names one. */
export function sayTime(time: string | null | undefined, zone?: string | null): string {
  if (!time) return ''
  const options: Intl.DateTimeFormatOptions = { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric', hour: '2-digit', minute: '2-digit' }
  try {
    return new Intl.DateTimeFormat('en-GB', { ...options, ...(zone ? { timeZone: zone } : {}), timeZoneName: 'short' }).format(new Date(time))
  }
  catch {
    return new Intl.DateTimeFormat('en-GB', options).format(new Date(time))
  }
}

/** A size in decimal units. */
export function sayBytes(size: number): string {
  if (size < 1000) return `${size} bytes`
  if (size < 1e6) return `${(size / 1e3).toFixed(1)} kB`
  return size < 1e9 ? `${(size / 1e6).toFixed(1)} MB` : `${(size / 1e9).toFixed(2)} GB`
}

/** Field names as they stand in a template. */
export function braced(names: readonly string[]): string {
  return names.map(name => `{${name}}`).join(' ')
}

/** A file name with its spaces made visible and hidden characters escaped. */
export { showText } from '#core/text/show'
