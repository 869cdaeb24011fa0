import type { Requirement } from '../brief/types'
import type { Unit } from '../brief/units'
import type { Verdict } from '../findings/finding'
import type { Acceptance } from '../formats/accept'
import { extensionsFor } from '../formats/accept'
import { meets } from '../formats/condition'
import { extensionFits } from '../formats/registry'
import type { PropertyValue, Reading } from '../formats/reading'
import type { FileView } from '../placing/view'
import { ownOf } from '../text/own'

const LINKS = new Set(['url', 'desktop', 'webloc', 'lnk', 'alias', 'gdoc'])

/**
 * Judges what a placed file holds: of the content itself the first that is wrong; then version, conditions and size.
 *
 * @param handouts - SHA-256 of files that were given out
 * @param doubled - whether the inner of two extensions fits the content: then the name's finding says it all
 */
export function judgeContent(view: FileView, { requirement }: Unit, format: Acceptance, handouts: ReadonlySet<string>, doubled: boolean): Verdict[] {
  const first = firstWrong(view, requirement, format, handouts, doubled)
  if (first === 'nothing more') return []
  if (first) return [first]
  const verdicts: Verdict[] = []
  const { reading, size } = view.file
  for (const [property, condition] of Object.entries(format.accepted?.measured ?? {})) {
    const value: PropertyValue | null | undefined = property === 'version' ? reading.version : ownOf(reading.props, property)
    if (value === undefined || value === null) {
      // what was not measured is unknown, and nobody's fault
      verdicts.push({ code: 'format.unmeasured', params: { property, format: format.id } })
    }
    else if (!meets(value, condition, property)) {
      const code = property === 'version' ? 'format.version' : 'format.condition'
      verdicts.push({ code, params: { property, value, condition, format: format.id } })
    }
  }
  if (holdsNothing(reading, format.id)) verdicts.push({ code: 'content.blank', params: { format: format.id } })
  const asked = requirement.size
  if (size < asked.from || size > asked.to) {
    verdicts.push({ code: 'size.out-of-range', params: { size, from: asked.from, to: asked.to === Infinity ? null : asked.to } })
  }
  return verdicts
}

/** The one thing that stands before all others; `nothing more` where nothing else can be said of the file. */
function firstWrong(
  view: FileView, requirement: Requirement, format: Acceptance, handouts: ReadonlySet<string>, doubled: boolean,
): Verdict | 'nothing more' | null {
  const { reading, sha256 } = view.file
  const asked = requirement.formats.map(({ id }) => id)
  if (reading.state === 'unread') return 'nothing more'
  if (reading.state === 'empty') return { code: 'content.empty', params: {} }
  if (reading.state === 'damaged') return { code: 'content.damaged', params: { fault: reading.fault } }
  if (reading.state === 'locked') return requirement.locked === 'refuse' ? { code: 'content.locked', params: {} } : 'nothing more'
  if (LINKS.has(reading.candidates[0] ?? '') && !asked.some(id => LINKS.has(id))) return { code: 'content.link', params: {} }
  if (format.id === 'unknown' && asked.length > 0) return { code: 'format.unknown', params: { asked } }
  if (!doubled && format.id !== 'unknown' && !isRightlyCalled(view.extension, format)) {
    return { code: 'format.disguised', params: { extension: view.extension, format: format.id, asked, renaming: format.fits } }
  }
  if (!format.fits) return { code: 'format.not-accepted', params: { format: format.id, asked } }
  if (sha256 !== null && handouts.has(sha256.toLowerCase())) return { code: 'content.handout', params: {} }
  return null
}

/** Whether the extension is honest, and where the format is accepted one that it is accepted under. */
function isRightlyCalled(extension: string, format: Acceptance): boolean {
  if (extension === '') return true
  if (format.accepted !== null) return extensionsFor(format).includes(extension.toLowerCase())
  return extensionFits(format.id, extension) !== false
}

/** Whether a file of this format opens but holds nothing: told by its reader, or a table of one row, which can only be its header. */
function holdsNothing(reading: Reading, id: string): boolean {
  if (reading.blank) return true
  return (id === 'csv' || id === 'tsv') && reading.state === 'ok'
    && (reading.props.rows === 0 || (reading.props.rows === 1 && reading.props.delimiter === undefined))
}
