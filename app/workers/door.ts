import { expose } from 'comlink'
import type { ReceivedFile } from '#core/arrivals/received'
import type { BriefDocument } from '#core/brief/document'
import { readBrief } from '#core/brief/read'
import type { SlotRef } from '#core/brief/slots'
import { check } from '#core/checking/check'
import type { ReportFile } from '#core/checking/report'
import { acceptedExtensions } from '#core/formats/accept'
import { readBytes } from '#core/formats/identify'
import { splitExtension } from '#core/names/extension'
import { prepareTrying } from '#core/rules/try-names'
import type { Roster } from '#core/roster/types'
import { nameOf } from '#core/text/path'
import { hashBlob } from './hashes'
import { blobSource } from './sources'

/** What a person's page knows of its rule, and what they handed in before. */
export interface DoorRule { document: BriefDocument, roster: Roster, person: string, received: ReceivedFile[], now: number }
/** A file at hand; `name`: under which it is to be sent, `said`: which piece its sender says it is. */
export interface DoorFile { id: string, file: File, name: string, said: SlotRef | null }
/** What a file at hand was found to be, before anything of it is sent. */
export interface DoorVerdict extends Pick<ReportFile, 'slot' | 'role' | 'findings' | 'correctedPath' | 'rightPath' | 'open' | 'candidates'> {
  id: string
  sha256: string | null
}

/** What was read of a file is kept: the rule may change, and a piece may be said, without reading it again. */
const read = new Map<string, Pick<ReceivedFile, 'reading' | 'sha256'>>()

async function factsOf({ id, file }: DoorFile): Promise<Pick<ReceivedFile, 'reading' | 'sha256'>> {
  const kept = read.get(id)
  if (kept) return kept
  const facts = { reading: await readBytes(blobSource(file)), sha256: await hashBlob(file).catch(() => null) }
  read.set(id, facts)
  return facts
}

/** Holds files at hand against the rule, together with what was handed in before. */
async function judge(rule: DoorRule, files: readonly DoorFile[]): Promise<DoorVerdict[]> {
  const { document, roster, person, received, now } = rule
  if (document.requirements.length === 0) return []
  const fresh: ReceivedFile[] = []
  for (const one of files) {
    const { requirement, n } = one.said ?? {}
    fresh.push({
      root: 'handed in', path: `now/${one.id}/${one.name.normalize('NFC')}`, size: one.file.size, receivedAt: now, receivedAtFrom: 'server',
      handedIn: { by: person, sentAs: one.file.name, ...(requirement ? { requirement } : {}), ...(n === undefined ? {} : { n }) },
      ...await factsOf(one),
    })
  }
  const report = check({ brief: await readBrief(document), roster, received: [...received, ...fresh], checkedAt: now })
  const byPath = new Map(report.files.map(file => [file.path, file]))
  return files.flatMap((one, at) => {
    const file = byPath.get(fresh[at]?.path ?? '')
    if (!file) return []
    const { slot, role, findings, correctedPath, rightPath, open, candidates } = file
    return [{ id: one.id, sha256: fresh[at]?.sha256 ?? null, slot, role, findings, correctedPath, rightPath, open, candidates }]
  })
}

/** A file somewhere on the machine, by what its folder tells of it. */
export interface Met { at: number, path: string, size: number, modified: number }
const MOST_FOUND = 24

/** Of all files of a folder or drive those that look like what is asked: by name first, else the newest of an asked format. */
async function find({ document, roster }: DoorRule, met: readonly Met[]): Promise<number[]> {
  const brief = await readBrief(document)
  const trying = prepareTrying(brief, roster)
  const asked = new Set(acceptedExtensions(brief.requirements.flatMap(one => one.formats)))
  const any = brief.requirements.some(one => one.formats.length === 0)
  const likely = met.filter(({ path, size }) => size > 0 && (any || asked.has(splitExtension(path).extension.toLowerCase())))
  const byName = likely.filter(({ path }) => trying(nameOf(path)).verdict !== 'unknown')
  const others = any ? [] : likely.filter(one => !byName.includes(one)).sort((a, b) => b.modified - a.modified)
  return [...byName, ...others].slice(0, MOST_FOUND).map(one => one.at)
}

export type DoorWorker = { judge: typeof judge, find: typeof find }
expose({ judge, find })
