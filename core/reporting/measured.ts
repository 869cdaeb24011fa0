import type { ReportFile } from '../checking/report'
import { PROPERTIES, propertyOf } from '../formats/properties'

/** What is measured of a received file, as one column of a table that is handed on. */
export interface MeasuredColumn {
  name: string
  heading: string
  valueOf(file: ReportFile): string | number
}

const OF_THE_FILE: MeasuredColumn[] = [
  { name: 'size', heading: 'size (bytes)', valueOf: file => file.size },
  { name: 'received', heading: 'received', valueOf: file => file.receivedAt ?? '' },
  { name: 'formatVersion', heading: 'format version', valueOf: file => file.format.version ?? '' },
]
/** Who made it is nobody else's business; the version stands among what every file has. */
const LEFT_OUT = new Set(['author', 'version'])

const ofProperty = (name: string): MeasuredColumn => {
  const { label, unit } = propertyOf(name) ?? { label: name, unit: '' }
  return {
    name, heading: unit ? `${label} (${unit})` : label,
    valueOf({ format: { props } }) {
      const value = Object.hasOwn(props, name) ? props[name] : undefined
      if (typeof value === 'boolean') return value ? 'yes' : 'no'
      return value ?? ''
    },
  }
}

/** Every column there is, those that each file has first. */
export const MEASURED: readonly MeasuredColumn[] = [...OF_THE_FILE, ...Object.keys(PROPERTIES).filter(name => !LEFT_OUT.has(name)).map(ofProperty)]

/**
 * Columns by their names, in the order asked; a name that is none is left out.
 *
 * @example
 * measuredColumns(['pages', 'nothing']).map(one => one.heading) //=> ['pages']
 */
export function measuredColumns(names: readonly string[]): MeasuredColumn[] {
  return [...new Set(names)].flatMap(name => MEASURED.find(one => one.name === name) ?? [])
}
