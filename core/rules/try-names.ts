import type { Brief } from '../brief/types'
import { listUnits } from '../brief/units'
import type { ReceivedFile } from '../arrivals/received'
import { judgeFile, namelessFinding } from '../checking/judge'
import { findWrapper } from '../folders/wrapper'
import { splitExtension } from '../names/extension'
import { acceptedExtensions } from '../formats/accept'
import { formatsOfExtension } from '../formats/registry'
import { indexUnits } from '../placing/index'
import { placeFiles } from '../placing/place'
import { viewFile } from '../placing/view'
import { FINDINGS } from '../findings/codes'
import type { Finding } from '../findings/finding'
import { findingMaker } from '../findings/finding'
import type { Evidence } from '../placing/evidence'
import type { SlotRef } from '../brief/slots'
import { slotRef } from '../brief/slots'
import type { Roster } from '../roster/types'

/** What a name or path would be taken for. */
export interface TriedName {
  path: string
  /** `right`; `to-fix` with findings; `unknown`: it would stay in the tray. */
  verdict: 'right' | 'to-fix' | 'unknown'
  slot: SlotRef | null
  /** Slots it may be meant for, where it is filed nowhere. */
  candidates: SlotRef[]
  findings: Finding[]
  /** Under which folder and name it would be filed. */
  correctedPath: string | null
  evidence: Evidence[]
}

/**
 * The folder that a packing program or delivering system put around everything, as a check will take it.
 *
 * @param paths - of everything that was seen, `/` between levels
 * @returns levels joined with `/`, or `null`
 * @example
 * guessWrapper(brief, roster, ['handed in/Marsh/log.csv', 'handed in/Wade/log.csv']) //=> 'handed in'
 */
export function guessWrapper(brief: Brief, roster: Roster, paths: readonly string[]): string | null {
  return findWrapper(paths.map((written) => {
    const path = written.normalize('NFC')
    const cut = path.lastIndexOf('/')
    return { folder: path.slice(0, Math.max(0, cut)), base: path.slice(cut + 1) }
  }), indexUnits(listUnits(brief, roster).units, roster))
}

/**
 * Prepares judging names and paths against all requirements, each by itself: no file need be there.
 *
 * The format is taken to be what the extension says, and every slot to be open.
 *
 * @example
 * prepareTrying(brief, roster)('REEF_Marsh-A_quadrat-2.jpg').verdict //=> 'to-fix'
 */
export function prepareTrying(brief: Brief, roster: Roster): (path: string) => TriedName {
  const index = indexUnits(listUnits(brief, roster).units, roster)
  const make = findingMaker(brief.severity)
  return (written) => {
    const path = written.trim().replace(/\\/g, '/').replace(/^\.?\/+/, '').normalize('NFC')
    const view = viewFile(asReceived(path), 0, undefined)
    const { filled, unplaced } = placeFiles([view], index, new Map(), new Map())
    const [entry] = filled
    const unit = entry && index.units[entry[0]]
    const first = entry?.[1][0]
    if (!unit || !first) {
      const [loose] = unplaced
      const nameless = namelessFinding(make, view, brief.requirements)
      return {
        path, verdict: 'unknown', slot: null, candidates: loose?.candidates ?? [], correctedPath: null, evidence: loose?.evidence ?? [],
        findings: nameless ? [nameless] : [],
      }
    }
    const slot = slotRef(unit, first.arrival.n)
    const verdict = judgeFile(first, unit, index, make, new Set(), entry[1])
    // folders are judged only where the name comes with one
    const findings = verdict.findings.filter(({ code }) => FINDINGS[code].about === 'name'
      || (FINDINGS[code].about === 'folder' && view.levels.length > 0))
    const [extension] = acceptedExtensions(unit.requirement.formats)
    if (view.extension === '' && extension) findings.push(make({ code: 'name.extension-missing', params: { format: null, asked: extension } }))
    if (first.role === 'surplus') findings.push(make({ code: 'count.too-many', params: { tried: true } }))
    const corrected = view.extension === '' && extension ? `${verdict.correctedPath}.${extension}` : verdict.correctedPath
    return {
      path, slot, candidates: [], findings, correctedPath: corrected, evidence: first.arrival.candidate.evidence,
      verdict: findings.some(finding => finding.severity === 'error') ? 'to-fix' : 'right',
    }
  }
}

/** A file that is only a name yet. */
function asReceived(path: string): ReceivedFile {
  const { extension } = splitExtension(path.slice(path.lastIndexOf('/') + 1))
  const claimed = formatsOfExtension(extension.toLowerCase())
  return {
    root: 'tried', path, size: 1, sha256: null, receivedAt: null, receivedAtFrom: 'unknown',
    // a name without extension says nothing of the format: then it is not held against it
    reading: {
      candidates: claimed.length > 0 ? [...claimed] : ['unknown'], version: null, state: claimed.length > 0 ? 'ok' : 'unread',
      verified: 'signature', fault: null, props: {},
    },
  }
}
