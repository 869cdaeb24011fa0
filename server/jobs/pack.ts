import { createHash } from 'node:crypto'
import { TextReader, ZipWriter } from '@zip.js/zip.js'
import { sourceFromBytes } from '#core/bytes/source'
import { counted } from '#core/text/show'
import { tagFiles } from '#core/packing/bag'
import { db } from '../database/connection'
import { beginContent, contentSink } from '../database/contents'
import type { PackItem, PackPlan } from '../database/job-parts'
import type { Step } from '../queue/task'
import { sealArchive, soundContent } from '../services/contents'
import { notePacked } from '../services/letting-go'
import type { Text } from '../services/packing'
import { accountOfJob, checkedFiles, planPacking, textsOfEach, textsOfRecord } from '../services/packing'
import { refuse } from '../utils/errors'
import { addStored } from '../utils/zipping'

const hashOf = (text: string | Uint8Array): string => createHash('sha256').update(text).digest('hex')

/** Packs a brief away as BagIt bags (RFC 8493), one volume a step, each an archive of one bag (RFC 8493 §4). */
export const runPackStep: Step<'pack'> = async (job, trx, signal) => {
  const { checkId, volume } = job.input
  const account = await accountOfJob(job.created_by)
  const plan = job.plan ?? await planPacking(account, checkId, volume)
  const at = job.step
  const items = plan.volumes[at] ?? []
  const texts = [...await textsOfEach(checkId), ...at === 0 || items.some(one => one.fileId === undefined)
    ? await textsOfRecord(account, checkId, await checkedFiles(checkId))
    : []]
  const name = plan.volumes.length === 1 ? plan.title : `${plan.title} ${at + 1} of ${plan.volumes.length}`
  const contentId = await beginContent(0, true)
  const sink = contentSink(contentId)
  const zip = new ZipWriter(sink.stream, { level: 1, extendedTimestamp: true, keepOrder: true })
  for (const { path, text } of tagsOf(plan, at, account.name)) await zip.add(`${name}/${path}`, new TextReader(text))
  for (const item of [...plan.each, ...items] as PackItem[]) {
    signal.throwIfAborted()
    await addStored(zip, `${name}/data/${item.path}`, await sourceOf(item, texts), item.modified ? { lastModDate: new Date(item.modified) } : {})
  }
  await zip.close()
  const size = await sink.end()
  await sealArchive(contentId, size, trx)
  await trx('job_part').insert({ job_id: job.id, step: at, content_id: contentId, name: `${name}.zip`, files: items.length + plan.each.length })
  await notePacked(trx, job.brief_id, job.created_by, plan, at)
  const last = at + 1 >= plan.volumes.length
  return {
    checkpoint: {}, done: at + 1, total: plan.volumes.length, ...(job.plan ? {} : { plan }), finished: last,
    ...(last ? { result: { volumes: plan.volumes.length, files: plan.volumes.flat().filter(one => one.fileId !== undefined).length } } : {}),
  }
}

function tagsOf({ title, date, group, each, volumes }: PackPlan, at: number, whose: string) {
  const items = volumes[at] ?? []
  const of = volumes.length
  const place = `${at + 1} of ${of}`
  return tagFiles([...each, ...items], {
    title, date, description: `${title}: ${counted(items.filter(one => one.fileId).length, 'file')}, volume ${place}`,
    group: { id: group, count: at + 1, of }, label: `${title}\n${whose}\npacked ${date}\nvolume ${place}\n`,
  }, hashOf)
}

async function sourceOf({ fileId, path, sha256, size }: PackItem, texts: readonly Text[]) {
  if (fileId !== undefined) {
    const row = await db()('received_file').where('id', fileId).first('content_id')
    if (!row?.content_id) throw refuse(409, `The content of "${path}" is not here any more; pack again.`)
    return soundContent(row.content_id, size, path)
  }
  const pieces: Buffer[] = []
  for await (const piece of await texts.find(one => one.path === path)?.pieces() ?? []) pieces.push(Buffer.from(piece))
  const text = Buffer.concat(pieces)
  // what is sent or decided meanwhile is no more in the plan
  if (hashOf(text) !== sha256) throw refuse(409, 'The brief was changed while it was packed: begin again.')
  return sourceFromBytes(text)
}
