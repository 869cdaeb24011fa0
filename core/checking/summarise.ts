import { gather } from '../text/gather'
import type { Unit } from '../brief/units'
import { isNumbered, numbersOf, slotRef, slotKey } from '../brief/slots'
import { volumesOf } from '../placing/slots'
import type { Filled, Volumes } from '../placing/slots'
import type { Report, ReportFile, ReportSlot, ReportSummary } from './report'
import { byCodeUnit } from '../text/order'
import type { CheckState } from './state'
import { expectedOf, missingFinding } from './judge'

/** Sums a check up: one entry a slot, one a file in path order, and the counts. */
export function summarise(state: CheckState): Report {
  const { input, list, placements } = state
  const byIndex = state.files
  const candidates = candidatesBySlot(byIndex)
  const slots = list.units.flatMap(unit => (unit.owed ? slotsOf(state, unit, placements.filled.get(unit.index) ?? [], byIndex, candidates) : []))
  const order = new Map(state.roots.map((root, at) => [root.name, at]))
  const files = byIndex.map(file => ({ file, root: order.get(file.root) ?? 0, path: file.path.normalize('NFC') }))
    .sort((a, b) => a.root - b.root || byCodeUnit(a.path, b.path)).map(({ file }) => file)
  return {
    usitorReport: 1,
    brief: input.brief.title,
    checkedAt: new Date(input.checkedAt).toISOString(),
    roots: state.roots,
    summary: count(state, slots, files),
    slots,
    files,
  }
}

/** Unplaced files, and backups of what never came, by the slot that may be theirs. */
function candidatesBySlot(files: readonly ReportFile[]): Map<string, ReportFile[]> {
  const bySlot = new Map<string, ReportFile[]>()
  for (const file of files) {
    if (file.role === 'unplaced' || file.role === 'backup') for (const slot of file.candidates) gather(bySlot, slotKey(slot), file)
  }
  return bySlot
}

function slotsOf(
  state: CheckState, unit: Unit, filled: readonly Filled[], files: readonly ReportFile[],
  candidates: ReadonlyMap<string, ReportFile[]>,
): ReportSlot[] {
  const byNumber = new Map<number | null, Filled[]>()
  for (const entry of filled) {
    if (entry.role === 'surplus') continue
    gather(byNumber, entry.n, entry)
  }
  const volumes = unit.requirement.volumes && volumesOf(unit, filled.map(one => one.arrival))
  return slotNumbers(unit, filled, volumes).map((n): ReportSlot => {
    const known = unit.requirement.count.by === null ? null : n
    const ref = slotRef(unit, n)
    const here = byNumber.get(n) ?? []
    const { entries, counting, broken, late } = weighFilled(state, here, files)
    const { waived: all } = state.rulings
    const whole = { requirement: ref.requirement, holder: ref.holder }
    const waived = all.size > 0 && (all.has(slotKey(ref)) || all.has(slotKey(whole)))
    const may = counting || candidates.size === 0 ? [] : candidates.get(slotKey(ref)) ?? candidates.get(slotKey(whole)) ?? []
    const expected = expectedOf(unit, known, volumes?.total)
    const missing = !counting && !waived && !unit.requirement.optional
    const open = missing ? 'missing' : 'absent'
    const filledAs = broken ? 'to-fix' : 'right'
    const owed = counting ? filledAs : open
    return {
      // every key by itself: of what is spread each of 50,000 slots would get a shape of its own
      requirement: ref.requirement,
      holder: ref.holder,
      ...(ref.n === undefined ? {} : { n: ref.n }),
      status: waived ? 'waived' : owed,
      late,
      expected,
      files: entries.map(entry => entry.path),
      fileRefs: entries.map(({ root, path }) => ({ root, path })),
      candidates: may.map(file => file.path),
      findings: missing ? [missingFinding(state.make, expected, may)] : [],
    }
  })
}

/** What came for one slot: whether it counts, must be put right, came late. */
function weighFilled(
  { late }: CheckState, filled: readonly Filled[], files: readonly ReportFile[],
): { entries: ReportFile[], counting: boolean, broken: boolean, late: boolean } {
  const sum = { entries: [] as ReportFile[], counting: false, broken: false, late: false }
  for (const { arrival: { view }, role, milestone } of filled) {
    const entry = files[view.index]
    if (!entry) continue
    sum.entries.push(entry)
    if (entry.role === 'placed' && entry.findings.some(finding => finding.severity === 'error')) sum.broken = true
    if (role !== 'placed') continue
    if (!milestone) sum.counting = true
    if (late.has(view.index)) sum.late = true
  }
  return sum
}

/** The owed numbers, then those beyond that were filled. */
function slotNumbers(unit: Unit, filled: readonly Filled[], volumes: Volumes | null): (number | null)[] {
  if (!isNumbered(unit)) return [null]
  const { first, owed: counted } = numbersOf(unit)
  const owed = volumes?.owed ?? counted
  const numbers = new Set(Array.from({ length: owed }, (_, at) => first + at))
  for (const entry of filled) if (entry.n !== null && entry.role === 'placed') numbers.add(entry.n)
  return [...numbers].sort((a, b) => a - b)
}

function count({ list }: CheckState, slots: readonly ReportSlot[], files: readonly ReportFile[]): ReportSummary {
  const statuses = new Map<ReportSlot['status'], number>()
  for (const { status } of slots) statuses.set(status, (statuses.get(status) ?? 0) + 1)
  const status = (wanted: ReportSlot['status']) => statuses.get(wanted) ?? 0
  const asideRoles = ['set-aside', 'clutter', 'backup', 'ignored']
  // by requirement's kind of holder: a group and a person may bear the same text
  const kinds = new Map(list.units.map(unit => [`${unit.requirement.id}\n${unit.holder}`, unit.requirement.holder]))
  const holders = new Map<string, { complete: boolean, nothing: boolean }>()
  for (const slot of slots) {
    const key = `${kinds.get(`${slot.requirement}\n${slot.holder}`)}\n${slot.holder}`
    const holder = holders.get(key) ?? { complete: true, nothing: true }
    if (slot.status === 'missing' || slot.status === 'to-fix') holder.complete = false
    if (slot.files.length > 0 || slot.status === 'waived') holder.nothing = false
    holders.set(key, holder)
  }
  const all = [...holders.values()]
  const complete = all.filter(holder => holder.complete).length
  const nothing = all.filter(holder => holder.nothing && !holder.complete).length
  return {
    slots: slots.length,
    right: status('right'), toFix: status('to-fix'), missing: status('missing'), waived: status('waived'), absent: status('absent'),
    late: slots.filter(slot => slot.late).length,
    files: files.length,
    unplaced: files.filter(file => file.role === 'unplaced').length,
    setAside: files.filter(file => asideRoles.includes(file.role)).length,
    holders: all.length, holdersComplete: complete, holdersOpen: all.length - complete - nothing, holdersWithNothing: nothing,
    peopleWithoutGroup: list.peopleWithoutGroup,
  }
}
