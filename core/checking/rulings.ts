import { gather } from '../text/gather'
import * as yup from 'yup'
import type { SlotRef } from '../brief/slots'
import type { FileView } from '../placing/view'
import type { Ruling } from './input'
import { slotKey } from '../brief/slots'

const slot = yup.object({ requirement: yup.string().required(), holder: yup.string().required(), n: yup.number().integer() }).noUnknown()
// an empty text stood for bytes that could not be read
const file = yup.object({
  sha256: yup.string().nullable().matches(/^(?:[0-9a-f]{64})?$/).defined(), root: yup.string().required(),
  path: yup.string().required(),
}).noUnknown()

const rulingsSchema = yup.object({
  usitorRulings: yup.number().oneOf([1]).required(),
  rulings: yup.array(yup.object({
    kind: yup.string().oneOf(['place', 'set-aside', 'accept', 'waive']).required(),
    file: file.default(undefined),
    slot: slot.default(undefined),
    reason: yup.string(),
    by: yup.string(),
    at: yup.string(),
  })).max(200_000).required(),
}).required()

/**
 * Reads a rulings document.
 *
 * @throws yup.ValidationError naming the path of what is wrong
 */
export async function readRulings(document: unknown): Promise<Ruling[]> {
  const { rulings } = await rulingsSchema.validate(document, { abortEarly: false })
  return (rulings as Ruling[]).map(({ file, ...ruling }) => ({ ...ruling, ...(file ? { file: { ...file, sha256: file.sha256 || null } } : {}) }))
}

/** Rulings as one check applies them, by view index and by slot. */
export interface AppliedRulings {
  placed: Map<number, SlotRef>
  setAside: Set<number>
  accepted: Set<number>
  waived: Set<string>
}

/**
 * Finds which received files rulings hold for: the same bytes at the same path, or anywhere if the bytes are unique and not empty.
 * Of several rulings on one file the last one holds.
 */
export function applyRulings(rulings: readonly Ruling[], views: readonly FileView[]): AppliedRulings {
  const applied: AppliedRulings = { placed: new Map(), setAside: new Set(), accepted: new Set(), waived: new Set() }
  if (rulings.length === 0) return applied
  const byHash = new Map<string | null, FileView[]>()
  for (const view of views) gather(byHash, view.file.sha256, view)
  for (const ruling of rulings) {
    if (ruling.kind === 'waive') {
      if (ruling.slot) applied.waived.add(slotKey(ruling.slot))
      continue
    }
    const wanted = ruling.file
    if (!wanted) continue
    const same = byHash.get(wanted.sha256) ?? []
    const view = same.find(one => one.file.root === wanted.root && one.file.path.normalize('NFC') === wanted.path.normalize('NFC'))
      ?? (wanted.sha256 !== null && same.length === 1 && (same[0]?.file.size ?? 0) > 0 ? same[0] : undefined)
    if (!view) continue
    if (ruling.kind === 'accept') applied.accepted.add(view.index)
    if (ruling.kind === 'set-aside') {
      applied.setAside.add(view.index)
      applied.placed.delete(view.index)
    }
    if (ruling.kind === 'place' && ruling.slot) {
      applied.placed.set(view.index, ruling.slot)
      applied.setAside.delete(view.index)
    }
  }
  return applied
}
