import { slotKey } from '../brief/slots'
import type { ReportFile, ReportSlot } from '../checking/report'
import { wholePath } from '../checking/report'
import type { PaperBlock, Sheet } from '../paper/paper'
import type { Roster } from '../roster/types'
import { gather } from '../text/gather'
import { counted } from '../text/show'
import { sayFinding } from '../wording/index'
import { MANY } from './stacks'
import type { ReportParts } from './write'

/** More are a number. */
const LOOSE_TOLD = 100
const OPEN: Partial<Record<ReportSlot['status'], string>> = { 'to-fix': 'to put right', 'missing': 'missing' }

/**
 * A report as it is read and filed: how it stands, what is open of whom with the exact correction, who is complete, what belongs to nobody.
 *
 * @param titles - of requirements, by id
 * @param checked - when it was looked at, in words
 * @returns one sheet, over as many pages as it takes
 */
export async function reportSheet(
  report: ReportParts, { people }: Pick<Roster, 'people'>, titles: ReadonlyMap<string, string>, checked: string,
): Promise<Sheet> {
  const names = new Map(people.map(person => [person.id, person.name]))
  const [holders, files, loose] = [new Map<string, ReportSlot[]>(), new Map<string, ReportFile[]>(), [] as ReportFile[]]
  for await (const slot of report.slots) gather(holders, slot.holder, slot)
  for await (const file of report.files) {
    if (file.slot) gather(files, slotKey(file.slot), file)
    else if (file.role === 'unplaced') loose.push(file)
  }
  const several = report.roots.length > 1
  const where = (file: ReportFile) => `${several ? `${file.root}: ` : ''}${wholePath(file)}`
  const blocks: PaperBlock[] = [{ kind: 'title', text: report.brief }, { kind: 'small', text: `Looked at ${checked}` }, ...sumsOf(report)]
  const complete: string[] = []
  for (const [holder, slots] of holders) {
    const name = names.get(holder) ?? holder
    const open = slots.filter(slot => OPEN[slot.status] !== undefined)
    if (open.length === 0) {
      complete.push(name)
      continue
    }
    blocks.push({ kind: 'gap' }, { kind: 'strong', text: name })
    for (const slot of open) blocks.push(...blocksOf(slot, titles, files.get(slotKey(slot)) ?? [], where))
    const rest = slots.length - open.length
    if (rest > 0) blocks.push({ kind: 'small', text: `${counted(rest, 'other piece')}: nothing to do` })
  }
  if (complete.length > 0) blocks.push({ kind: 'gap' }, { kind: 'strong', text: 'Complete' }, { kind: 'text', text: complete.join(', ') })
  if (loose.length > 0) {
    blocks.push({ kind: 'gap' }, { kind: 'strong', text: 'Arrived, and not known what or whose' })
    for (const file of loose.slice(0, LOOSE_TOLD)) blocks.push({ kind: 'name', text: where(file), indent: true })
    if (loose.length > LOOSE_TOLD) blocks.push({ kind: 'small', text: `and ${loose.length - LOOSE_TOLD} more`, indent: true })
  }
  return { blocks }
}

function sumsOf({ summary }: ReportParts): PaperBlock[] {
  const { holders, holdersComplete: complete, holdersOpen: open, holdersWithNothing: nothing, waived, late } = summary
  const pieces = [
    `${summary.right} right`, `${summary.toFix} to put right`, `${summary.missing} missing`, ...waived > 0 ? [`${waived} excused`] : [],
    ...late > 0 ? [`${late} late`] : [],
  ]
  return [
    { kind: 'text', text: `${holders} who hand in: ${complete} complete, ${open} with something open, ${nothing} with nothing.` },
    { kind: 'text', text: `${counted(summary.slots, 'piece')}: ${pieces.join(', ')}.` },
  ]
}

function blocksOf(
  slot: ReportSlot, titles: ReadonlyMap<string, string>, files: readonly ReportFile[], where: (file: ReportFile) => string,
): PaperBlock[] {
  const title = `${titles.get(slot.requirement) ?? slot.requirement}${slot.n === undefined ? '' : ` ${slot.n}`}`
  const told = files.filter(file => file.findings.length > 0)
  return [
    { kind: 'text', text: `${title}: ${OPEN[slot.status] ?? slot.status}${slot.late ? ', late' : ''}` },
    ...slot.findings.map((finding): PaperBlock => ({ kind: 'text', text: sayFinding(finding), indent: true })),
    ...told.slice(0, MANY).flatMap((file): PaperBlock[] => [
      { kind: 'name', text: where(file), indent: true },
      ...file.findings.map((finding): PaperBlock => ({ kind: 'text', text: sayFinding(finding), indent: true })),
      ...file.correctedPath ? [{ kind: 'name', text: `right: ${file.correctedPath}`, indent: true } as const] : [],
    ]),
    ...told.length > MANY ? [{ kind: 'small', text: `and ${told.length - MANY} more files of it`, indent: true } as const] : [],
  ]
}
