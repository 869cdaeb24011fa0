import type { PropertyValue } from '../formats/reading'
import type { Filled } from '../placing/slots'
import type { FileView } from '../placing/view'
import type { Finding, FindingMaker } from '../findings/finding'

/** Below this share of the version before, something may have been lost. */
const SHARE = { pages: 0.5, words: 0.5, bytes: 0.25 }
/** Shorter versions before are no measure. */
const LEAST = { pages: 4, words: 100, bytes: 4096 }

/**
 * Says where the version that counts is much smaller than the one before it: in pages or words where both are measured, else in bytes.
 *
 * @param entry - the file that counts
 * @param filled - all files of its unit
 * @returns `null` where nothing was lost or there is no version before
 */
export function shrunkFinding(entry: Filled, filled: readonly Filled[], make: FindingMaker): Finding | null {
  const now = entry.arrival.view
  const before = filled.find(other => other.role === 'superseded' && other.n === entry.n && isEarlier(other.arrival.view, now))?.arrival.view
  if (!before || before.file.reading.state !== 'ok' || now.file.reading.state !== 'ok'
    || before.file.reading.candidates[0] !== now.file.reading.candidates[0]) return null
  for (const unit of ['pages', 'words'] as const) {
    const [old, own] = [measured(before.file.reading.props[unit]), measured(now.file.reading.props[unit])]
    if (old === null || own === null) continue
    return old >= LEAST[unit] && own < old * SHARE[unit] ? told(unit, own, old, before, make) : null
  }
  const [old, own] = [before.file.size, now.file.size]
  return old >= LEAST.bytes && own < old * SHARE.bytes ? told('bytes', own, old, before, make) : null
}

const measured = (value: PropertyValue | undefined): number | null => (typeof value === 'number' ? value : null)

function isEarlier(before: FileView, now: FileView): boolean {
  return (before.file.receivedAt ?? 0) <= (now.file.receivedAt ?? 0)
}

function told(unit: 'pages' | 'words' | 'bytes', now: number, before: number, view: FileView, make: FindingMaker): Finding {
  return make({ code: 'content.shrunk', params: { unit, now, before, other: view.name } })
}
