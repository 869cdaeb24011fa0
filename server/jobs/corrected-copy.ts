import { TextReader, ZipWriter } from '@zip.js/zip.js'
import { correctionTable, leftOutTable, planCorrections } from '#core/reporting/corrections'
import { db } from '../database/connection'
import { sealArchive, soundContent } from '../services/contents'
import { beginContent, contentSink } from '../database/contents'
import { allFiles } from '../database/check-rows'
import { refuse } from '../utils/errors'
import { addStored } from '../utils/zipping'
import type { CopyPlan, PlannedFile } from '../database/job-parts'
import type { Step } from '../queue/task'

/** One archive holds so much, so that a step stays short and a download can be taken up again. */
const PART_BYTES = 64 * 1024 * 1024
const PART_FILES = Number(process.env.USITOR_COPY_PART_FILES ?? 1000)

/** Makes the corrected copy, one archive a step. Originals stay as they are. */
export const runCopyStep: Step<'corrected-copy'> = async (job, trx, signal) => {
  const checkId = job.input.checkId
  const plan = job.plan ?? await planCopy(checkId)
  const start = job.checkpoint.at ?? 0
  const { files, next } = await choosePart(plan.files, start)
  const { contentId, size } = await writePart(files, start === 0 ? plan : null, signal)
  await sealArchive(contentId, size, trx)
  const last = next >= plan.files.length
  const name = start === 0 && last ? 'corrected copy.zip' : `corrected copy, part ${job.step + 1}.zip`
  await trx('job_part').insert({ job_id: job.id, step: job.step, content_id: contentId, name, files: files.length })
  return {
    checkpoint: { at: next }, done: next, total: plan.files.length, ...(job.plan ? {} : { plan }), finished: last,
    ...(last ? { result: { files: plan.files.length, leftOut: plan.without, parts: job.step + 1 } } : {}),
  }
}

async function planCopy(checkId: string): Promise<CopyPlan> {
  const files = await allFiles(checkId)
  const plan = planCorrections(files)
  const kept = plan.files.filter(({ file }) => file.kept)
  const absent = plan.files.filter(({ file }) => !file.kept)
  if (plan.files.length > 0 && kept.length === 0) {
    throw refuse(409, 'None of these files is kept here: only their facts were taken. Choose the folder again, and the copy is made in the browser.')
  }
  return {
    files: kept.map(({ file, to }) => ({ fileId: file.fileId, path: file.path, to })),
    table: correctionTable(plan), leftOut: leftOutTable(plan, absent.map(({ file }) => file.path)), without: plan.leftOut.length + absent.length,
  }
}

async function choosePart(
  files: readonly PlannedFile[], start: number,
): Promise<{ files: (PlannedFile & { contentId: string, size: number, modified: Date })[], next: number }> {
  const candidates = files.slice(start, start + PART_FILES)
  const rows = await db()('received_file').whereIn('id', candidates.map(one => one.fileId)).select('id', 'content_id', 'size', 'modified_at')
  const byId = new Map(rows.map(row => [String(row.id), row]))
  const chosen: (PlannedFile & { contentId: string, size: number, modified: Date })[] = []
  let bytes = 0
  for (const candidate of candidates) {
    const row = byId.get(candidate.fileId)
    if (!row?.content_id) throw refuse(409, `The content of "${candidate.path}" is not here any more; check again.`)
    bytes += Number(row.size)
    if (chosen.length > 0 && bytes > PART_BYTES) break
    chosen.push({ ...candidate, contentId: row.content_id, size: Number(row.size), modified: row.modified_at ?? new Date(0) })
  }
  return { files: chosen, next: start + chosen.length }
}

/** Writes one archive straight into the store; until it is sealed it is not there. */
async function writePart(
  files: Awaited<ReturnType<typeof choosePart>>['files'], plan: CopyPlan | null, signal: AbortSignal,
): Promise<{ contentId: string, size: number }> {
  const contentId = await beginContent(0, true)
  const sink = contentSink(contentId)
  const zip = new ZipWriter(sink.stream, { level: 1, extendedTimestamp: true, keepOrder: true })
  if (plan) {
    await zip.add('corrections.csv', new TextReader(plan.table))
    await zip.add('left out.csv', new TextReader(plan.leftOut))
  }
  for (const { path, to, contentId: from, size: length, modified } of files) {
    signal.throwIfAborted()
    await addStored(zip, `corrected/${to}`, await soundContent(from, length, path), { lastModDate: modified })
  }
  await zip.close()
  return { contentId, size: await sink.end() }
}
