import type { Requirement } from '../brief/types'
import type { Unit } from '../brief/units'
import { acceptFormat, acceptedExtensions } from '../formats/accept'
import type { Acceptance } from '../formats/accept'
import { extensionFits } from '../formats/registry'
import { defaultName } from '../names/default-names'
import { splitExtension } from '../names/extension'
import type { Difference } from '../names/difference'
import type { Captures } from '../names/parts'
import { expandParts } from '../names/parts'
import { freeField } from '../names/fields/index'
import { isTypedRule } from '../names/placeholders'
import { foldCase } from '../text/fold'
import { ownOf } from '../text/own'
import { expandFolder, matchFolder } from '../names/levels'
import { formsOf } from '../brief/forms'
import { numbersOf } from '../brief/slots'
import type { EvidenceIndex } from '../placing/index'
import type { Arrival, Filled } from '../placing/slots'
import { cameInTime, canCount, countsVersions, isLate, isUndecided, namesNoVersion, surelyOlder, versionOf, volumesOf } from '../placing/slots'
import type { FileView } from '../placing/view'
import type { OpenField, ReportSlot } from './report'
import type { Finding, FindingMaker, Verdict } from '../findings/finding'
import { judgeContent } from './judge-content'
import { judgeDay } from './judge-day'
import type { FolderVerdict } from './judge-folder'
import { judgeFolder } from './judge-folder'
import { judgeName } from './judge-name'
import type { NameVerdict } from './judge-name'
import { judgeTotal, knownOf, totalOf, withTotal } from './known-values'

/** What was found of one placed file. */
export interface JudgedFile {
  findings: Finding[]
  /** The right path under the root; `null`: the name says another piece of work, which is never given this one's name. */
  correctedPath: string | null
  /** Its last level, and its folder: right as it is, or as the rule writes it. `accepted`: it lies there. */
  name: string
  folder: Pick<FolderVerdict, 'asked' | 'takes'> & { right: string, accepted: boolean }
  /** What stands as a placeholder in it. */
  open: OpenField[]
  late: boolean
}

/**
 * What one slot asks for, as the report states it.
 *
 * @param total - how many volumes there are, where that is told
 */
export function expectedOf(unit: Unit, n: number | null, total: number | null = null): ReportSlot['expected'] {
  const form = formsOf(unit)[0]
  const known = { ...knownOf(unit, n), ...totalOf(unit, total) }
  return {
    folder: form?.folder ? expandFolder(form.folder, known) : null,
    name: form?.name ? expandParts(form.name, known) : null,
    extensions: acceptedExtensions(unit.requirement.formats),
  }
}

/** Settles a file's format; of two extensions the inner one may name the format the bytes allow. */
function settleFormat(view: FileView, unit: Unit): Acceptance {
  const { formats } = unit.requirement
  const outer = acceptFormat(view.file.reading, view.extension, formats)
  if (outer.fits) return outer
  const { extension } = splitExtension(view.base)
  const inner = extension === '' ? outer : acceptFormat(view.file.reading, extension, formats)
  return inner.fits ? inner : outer
}

/**
 * Judges one file in its slot: name, content and format, folder, time.
 *
 * @param filled - the file and its slot
 * @param handouts - SHA-256 of files that were given out
 * @param all - all files of the unit
 */
export function judgeFile(
  filled: Filled, unit: Unit, index: EvidenceIndex, make: FindingMaker, handouts: ReadonlySet<string>, all: readonly Filled[],
): JudgedFile {
  const { arrival, n } = filled
  const inTime = unit.correctBy !== null && cameInTime(unit, all, n)
  const { view } = arrival
  const forms = formsOf(unit)
  const format = settleFormat(view, unit)
  const findings: Finding[] = []
  const name = judgeNameThere(view, unit, n, format, index)
  const ofName = tellName(name, view, make, index.headings)
  if (ofName) findings.push(ofName)
  const doubled = name.verdict?.code === 'name.extension-doubled' && extensionFits(format.id, splitExtension(view.base).extension) !== false
  findings.push(...judgeContent(view, unit, format, handouts, doubled).map(verdict => make(verdict)))
  const folder = judgeFolder(view, unit, forms, name.form, name.captures, index)
  if (folder.verdict) {
    const { corrected } = folder
    const differences = folder.differences.map(one => withLabel(one, index.headings))
    findings.push(make(folder.verdict, { expected: corrected, actual: view.folder, ...(differences.length > 0 ? { differences } : {}) }))
  }
  const late = judgeTime(unit, arrival, inTime)
  if (late) findings.push(make(late, { actual: new Date(view.file.receivedAt ?? 0).toISOString() }))
  const volumes = unit.requirement.volumes && volumesOf(unit, all.map(one => one.arrival))
  const more = [volumes && judgeTotal(unit, name.captures, volumes), judgeDay(view, unit, name.captures)]
  for (const verdict of more) if (verdict) findings.push(make(verdict))
  const corrected = withTotal(name, unit, volumes?.total ?? null)
  const open = name.verdict === null && folder.verdict === null ? [] : openFields(name)
  const accepted = folder.verdict === null && !view.folderLost
  return {
    findings: open.length === 0 ? findings : findings.map(finding => withOpen(finding, open)),
    correctedPath: rightPath(name, folder.corrected, corrected), open, late: late !== null, name: corrected,
    folder: { right: folder.corrected, asked: folder.asked, takes: folder.takes, accepted },
  }
}

/** Judges a name with what the folder tells that it leaves out. */
function judgeNameThere(view: FileView, unit: Unit, n: number | null, format: Acceptance, index: EvidenceIndex): NameVerdict {
  const known = knownOf(unit, n)
  const judge = (settled: Captures) => judgeName(view, unit.requirement, formsOf(unit), settled, format, index.people.ownerOf, unit.people)
  const name = judge(known)
  const byFolder = name.verdict === null ? {} : toldByFolder(name, view, unit.requirement)
  return Object.keys(byFolder).length === 0 ? name : judge({ ...byFolder, ...known })
}

/** Values that the folder tells, where it is one that was asked for, and the name does not: of "Sea/guitar.wav" the song. */
function toldByFolder({ form, captures }: NameVerdict, view: FileView, requirement: Requirement): Captures {
  if (!form.folder?.some(level => level.some(part => part.kind === 'free'))) return {}
  const told = Object.entries(matchFolder(form.folder, view.levels, requirement) ?? {})
  const isAsked = (field: string) => form.name?.some(({ part }) => part === field) ?? false
  return Object.fromEntries(told.filter(([field]) => isAsked(field) && ownOf(captures, field) === undefined))
}

/** Where a file belongs; `null` where its name says in the rule's own words that it is another work: sheet 4 where sheet 5 is asked. */
function rightPath({ differences }: NameVerdict, folder: string, name: string): string | null {
  if (differences.some(one => one.part === 'literal' && one.kind === 'not-allowed')) return null
  return folder === '' ? name : `${folder}/${name}`
}

/** What is wrong with a name, or only with the form of its letters. */
function tellName(
  { verdict, corrected, differences }: NameVerdict, view: FileView, make: FindingMaker, headings: EvidenceIndex['headings'],
): Finding | null {
  const actual = receivedName(view)
  if (!verdict) return view.file.path.endsWith(actual) ? null : make({ code: 'name.unicode-form', params: {} })
  const moved = differences.map(one => withLabel(shifted(one, view.cut), headings))
  return make(verdict, { expected: corrected, actual, ...(moved.length > 0 ? { differences: moved } : {}) })
}

/** A difference with the list's own word for its column. */
function withLabel(difference: Difference, headings: EvidenceIndex['headings']): Difference {
  const label = ownOf(headings, difference.part)
  return label === undefined ? difference : { ...difference, label }
}

/** How late a file came; `null`: it did not. */
function judgeTime(unit: Unit, arrival: Arrival, inTime: boolean): Verdict<'time.late'> | null {
  const { receivedAt, receivedAtFrom } = arrival.view.file
  if (!isLate(unit, arrival, inTime) || unit.due === null || receivedAt === null) return null
  return { code: 'time.late', params: { ms: receivedAt - unit.due, ...(receivedAtFrom === 'modified' ? { changed: true } : {}) } }
}

/** A day that examples of dates show where a rule does not say from when. */
const SAMPLE_DAY = '2026-10-16T14:30'

/** The fields of a form that the name does not tell: they stay placeholders in the corrected name. */
function openFields({ form, captures }: NameVerdict): OpenField[] {
  const open = new Map<string, string>()
  for (const part of [...form.name ?? [], ...(form.folder ?? []).flat()]) {
    if (part.kind !== 'free' || ownOf(captures, part.part) !== undefined) continue
    const field = freeField(part.rule)
    open.set(part.part, field.anyText ? '' : field.sample(part.rule, SAMPLE_DAY))
  }
  return [...open].map(([field, example]) => ({ field, example }))
}

/** A name's finding says what its placeholders stand for. */
function withOpen(finding: Finding, open: readonly OpenField[]): Finding {
  if (finding.code !== 'name.differs' && finding.code !== 'name.default') return finding
  return { ...finding, params: { ...finding.params, open: [...open] } } as Finding
}

/** The NFC file name as received, with what a delivering system put before it. */
function receivedName({ file }: FileView): string {
  const path = file.path.normalize('NFC')
  return path.slice(path.lastIndexOf('/') + 1)
}

/** A difference told in the whole received name. */
function shifted(difference: Difference, by: number): Difference {
  const move = ([start, end]: [number, number]): [number, number] => [start + by, end + by]
  return by === 0
    ? difference
    : {
        ...difference, range: move(difference.range),
        ...(difference.edits ? { edits: difference.edits.map(edit => ({ ...edit, range: move(edit.range) })) } : {}),
      }
}

/** How a file is told that another one counts instead of. */
export function supersededFinding(make: FindingMaker, unit: Unit, counts: Arrival, other: Arrival, right: boolean): Finding {
  const older = surelyOlder(unit, counts, other)
  const [own, kept] = [versionOf(unit, other), versionOf(unit, counts)]
  const versions = own >= 0 && kept >= 0 && countsVersions(unit) ? { versions: { own, counts: kept } } : {}
  const params = { instead: counts.view.name, right, ...(older === null ? {} : { older }), ...versions }
  return make({ code: 'version.superseded', params }, { expected: counts.view.file.path })
}

/**
 * What stands on a file that counts and on another of its slot that may be meant as well: it came later though the first
 * is right, or nothing tells which of the two it is. `null`: neither.
 */
export function besideCode(unit: Unit, counts: Arrival, other: Arrival, right: boolean): 'version.newer-beside' | 'version.undecided' | null {
  const [one, two] = [counts.view.file, other.view.file]
  if (one.sha256 === null || two.sha256 === null || one.sha256 === two.sha256 || !canCount(other) || isLate(unit, other, true)) return null
  const mayBeHalves = !right && !tellsVersions(unit, counts, other) && areHalves(counts.view.base, other.view.base)
  if (mayBeHalves || isUndecided(unit, counts, other)) return 'version.undecided'
  return right && namesNoVersion(unit) && (two.receivedAt ?? 0) > (one.receivedAt ?? 0) ? 'version.newer-beside' : null
}

/** Whether both names tell a version, and not the same. */
function tellsVersions(unit: Unit, one: Arrival, other: Arrival): boolean {
  const [first, second] = [versionOf(unit, one), versionOf(unit, other)]
  return first >= 0 && second >= 0 && first !== second
}

/** Whether two names differ in a small number or a letter behind one alone that tells no version or copy: both may be parts of the work. */
function areHalves(one: string, other: string): boolean {
  const [left, right] = [one, other].map(name => name.split(PART_SIGNS))
  if (!left || !right || left.length !== right.length || left.length < 2) return false
  const differing = left.flatMap((piece, at) => (foldCase(piece) === foldCase(right[at] ?? '') ? [] : [at]))
  const [at = 0] = differing
  return differing.length === 1 && at % 2 === 1 && !NO_PART.test(left[at - 1] ?? '')
}
const NO_PART = /(?:\(|(?<!\p{L})(?:v|ver|vers|version|versie|rev|revision|fassung|stand|copy|copie|copia|kopie|final) ?)$/iu
const PART_SIGNS = /((?<!\d)\d{1,2}(?!\d)|(?<=\d)[a-f](?![\p{L}\p{N}]))/iu

/** What a name that says neither whose file it is nor which is told: given by a program, or the rule's own words; `null`: neither. */
export function namelessFinding(make: FindingMaker, view: FileView, requirements: readonly Requirement[]): Finding | null {
  const given = defaultName(view.base)
  if (given) return make({ code: 'name.default', params: { given, placed: false } })
  const typed = requirements.some(({ names, fields }) => names.some(template => isTypedRule(view.base, template, fields)))
  return typed ? make({ code: 'name.default', params: { typedRule: true } }) : null
}

/** How a surplus file is told: a number that was not asked for, with those that are missing, or one more than asked. */
export function surplusFinding(make: FindingMaker, unit: Unit, n: number | null, filled: readonly Filled[]): Finding {
  const { from, to } = unit.requirement.count
  const { first, owed: counted, most } = numbersOf(unit)
  const volumes = volumesOf(unit, filled.map(one => one.arrival))
  const owed = volumes?.owed ?? counted
  const end = volumes?.owed ?? first + most - 1
  const taken = new Set(filled.flatMap(one => (one.role === 'placed' && one.n !== null ? [one.n] : [])))
  const absent = Array.from({ length: Math.min(owed, 1000) }, (_, position) => first + position).filter(number => !taken.has(number))
  const numbers = { first, last: end === Infinity ? null : end }
  const params = { n, from, to: to === Infinity ? null : to, ...(unit.requirement.count.by === null ? {} : { numbers, absent }) }
  return make({ code: 'count.too-many', params })
}

/** How an empty slot is told. */
export function missingFinding(make: FindingMaker, { folder, name, extensions }: ReportSlot['expected'], may: readonly { role: string }[]): Finding {
  const path = [folder, name].filter(part => part !== null && part !== '').join('/') + (name !== null && extensions[0] ? `.${extensions[0]}` : '')
  const onlyBackup = may.length > 0 && may.every(file => file.role === 'backup')
  const params = { candidates: may.length, ...(onlyBackup ? { onlyBackup } : {}) }
  return make({ code: 'missing', params }, path ? { expected: path } : {})
}
