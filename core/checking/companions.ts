import { gather } from '../text/gather'
import type { Requirement } from '../brief/types'
import type { Unit } from '../brief/units'
import { extensionsAsked } from '../formats/accept'
import type { FileView } from '../placing/view'
import type { ReportFile } from './report'
import type { PlacedFile } from './identical'
import type { FindingMaker } from '../findings/finding'
import { slotRef } from '../brief/slots'
import { USUAL_COMPANIONS } from './usual-companions'

const USUAL: ReadonlySet<string> = new Set(USUAL_COMPANIONS)

/** Of these, what is never anybody's work: without its main file it has no place at all. */
const NO_WORK: ReadonlySet<string> = new Set(['xmp', 'thm', 'lrv', 'aae', 'pp3', 'dop', 'cos', 'md5', 'sha1', 'sha256', 'sha512', 'sfv'])

/** Files that travel with a main one under the same name, and copies asked for in other roots. */
export interface Companions {
  /** Views that take no part in placing. */
  held: ReadonlySet<number>
  /** Held files under a root for second copies whose like lies nowhere else: theirs may be the wrong root. */
  strays: readonly FileView[]
  /** Adds what is wrong with companions and copies to their main files. */
  judge(placed: readonly PlacedFile[], make: FindingMaker): void
  /** Writes the held files' roles. */
  enter(entries: ReadonlyMap<number, ReportFile>): void
}

/**
 * Takes companions and copies out of the files to be placed.
 *
 * @param views - files that take part
 * @param units - all units, for what travels with what and which roots hold copies
 */
export function takeCompanions(views: readonly FileView[], units: readonly Unit[]): Companions {
  const requirements = [...new Set(units.map(unit => unit.requirement))]
  const extensions = new Set(requirements.flatMap(({ companions }) => companions.map(one => one.extension)))
  const copyRoots = new Set(requirements.flatMap(({ copies }) => copies))
  // where every root holds copies, the first one received is the one files are placed from
  const roots = [...new Set(views.map(view => view.file.root))]
  const main = roots.find(root => !copyRoots.has(root)) ?? roots[0]
  const held = new Set<number>()
  const beside = new Map<string, FileView[]>()
  const elsewhere = new Map<string, FileView>()
  const mainExtensions = (view: FileView) => requirements.some(({ formats }) => formats.some(({ id }) => id === view.extension.toLowerCase()))
  for (const view of views) {
    const suffix = suffixOf(view)
    if (copyRoots.has(view.file.root) && view.file.root !== main) {
      held.add(view.index)
      elsewhere.set(`${view.file.root}\n${view.folder}\n${view.name}`, view)
    }
    else if (extensions.has(suffix) && !mainExtensions(view)) {
      held.add(view.index)
      const key = stemKey(view)
      gather(beside, key, view)
    }
  }
  const usual = usualCompanions(views.filter(view => !held.has(view.index)), requirements)
  for (const index of usual.keys()) held.add(index)
  const mains = new Set(elsewhere.size === 0 ? [] : views.filter(view => !held.has(view.index)).map(view => `${view.folder}\n${view.name}`))
  const strays = [...elsewhere.values()].filter(view => !mains.has(`${view.folder}\n${view.name}`))
  const owner = new Map<number, PlacedFile>()
  const roles = new Map<number, 'companion' | 'copy'>()
  return {
    held,
    strays,
    judge(placed, make) {
      if (held.size === 0 && extensions.size === 0 && copyRoots.size === 0) return
      for (const entry of placed) {
        const { requirement } = entry.unit
        const { view } = entry.filled.arrival
        for (const companion of requirement.companions) {
          const partner = (beside.get(stemKey(view)) ?? []).find(other => suffixOf(other) === companion.extension)
          if (partner) {
            owner.set(partner.index, entry)
            roles.set(partner.index, 'companion')
          }
          else if (companion.required) entry.findings.push(make(
            { code: 'companion.missing', params: { name: `${view.base}.${companion.extension}` } },
            { expected: `${view.base}.${companion.extension}` },
          ))
        }
        for (const root of requirement.copies) {
          // the file itself lies under the copies' root: that is said of its folder
          if (root === view.file.root) continue
          const copy = elsewhere.get(`${root}\n${view.folder}\n${view.name}`)
          if (!copy) entry.findings.push(make({ code: 'copy.missing', params: { root } }, { expected: `${root}: ${view.file.path}` }))
          else {
            owner.set(copy.index, entry)
            roles.set(copy.index, 'copy')
            // of bytes that could not be read nobody can say that they differ
            if (copy.file.sha256 !== null && view.file.sha256 !== null && copy.file.sha256 !== view.file.sha256) {
              entry.findings.push(make({ code: 'copy.differs', params: { root } }, { actual: `${root}: ${copy.file.path}` }))
            }
          }
        }
      }
    },
    enter(entries) {
      for (const [index, main] of usual) {
        const [entry, beside] = [entries.get(index), main === null ? undefined : entries.get(main)]
        if (!entry || !beside || beside.role === 'unplaced') continue
        entry.role = 'companion'
        entry.slot = beside.slot
      }
      for (const [index, main] of owner) {
        const entry = entries.get(index)
        if (!entry) continue
        entry.role = roles.get(index) ?? 'companion'
        entry.slot = slotRef(main.unit, main.filled.n)
      }
    },
  }
}

/** Usual companions by the main file they lie beside, `null` without one; what some requirement asks for is none. */
function usualCompanions(views: readonly FileView[], requirements: readonly Requirement[]): Map<number, number | null> {
  const asked = extensionsAsked(requirements)
  const isUsual = (view: FileView) => USUAL.has(suffixOf(view)) && !asked.has(suffixOf(view))
  const mains = new Map<string, number>()
  const companions = new Map<number, number | null>()
  const usual = views.filter(isUsual)
  if (usual.length === 0) return companions
  for (const view of views) {
    if (isUsual(view)) continue
    const folder = `${view.file.root}\n${view.folder}\n`
    for (const stem of [view.base, view.name]) if (!mains.has(folder + stem)) mains.set(folder + stem, view.index)
  }
  for (const view of usual) {
    const stem = view.name.slice(0, view.name.lastIndexOf('.'))
    const main = mains.get(`${view.file.root}\n${view.folder}\n${stem}`)
    if (main !== undefined) companions.set(view.index, main)
    else if (NO_WORK.has(suffixOf(view))) companions.set(view.index, null)
  }
  return companions
}

/** The last extension, known to the registry or not: companions are often files of a kind of their own. */
function suffixOf(view: FileView): string {
  const dot = view.name.lastIndexOf('.')
  return dot > 0 ? view.name.slice(dot + 1).toLowerCase() : ''
}

function stemKey(view: FileView): string {
  const dot = view.name.lastIndexOf('.')
  const stem = view.extension === '' && dot > 0 ? view.name.slice(0, dot) : view.base
  return `${view.file.root}\n${view.folder}\n${stem}`
}
