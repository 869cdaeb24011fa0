import { READER_VERSION } from '#core/formats/reading'
import { db } from '../database/connection'
import { contentSource } from '../database/contents'
import { keepReadings } from '../database/readings'
import { isGone } from '../utils/content-store'
import { agrees } from './contents'
import { readAgain } from './reading'
import type { ContentRow, ReceivedFileRow } from '../database/tables'

/** Reads stored contents again whose readings an earlier reader made, the first so many; what only a browser read stays as it is. */
export async function readStale(intakeIds: readonly string[], most: number): Promise<{ read: number, left: number }> {
  const query = () => db()('received_file').join('reading', 'reading.id', 'received_file.reading_id')
    .join('content', 'content.id', 'received_file.content_id').where('content.state', 'sealed')
    .whereIn('received_file.intake_id', [...intakeIds])
    .where('reading.reader_version', '<', READER_VERSION).whereNull('content.broken_at')
  const stale = await query().distinct()
    .select<(Pick<ReceivedFileRow, 'content_id'> & Pick<ContentRow, 'sha256' | 'size'>)[]>(
      'received_file.content_id', 'content.sha256', 'content.size',
    )
    .limit(most)
  for (const { content_id: contentId, sha256, size } of stale) {
    // what is sealed has both; the hash is the one that was computed, never one that was only said
    if (contentId === null || sha256 === null) continue
    const reading = await readAgain(contentSource(contentId, Number(size))).catch(async (error: unknown) => {
      if (!isGone(error)) throw error
      await agrees(contentId)
      return null
    })
    if (reading === null) continue
    const readingId = (await keepReadings(db(), [{ sha256, reading }])).get(sha256)
    if (readingId) await db()('received_file').where('content_id', contentId).update({ reading_id: readingId })
  }
  const left = stale.length < most
    ? 0
    : Number((await query().select<{ left: string }[]>(db().raw('count(distinct received_file.content_id) as left')))[0]?.left ?? 0)
  return { read: stale.length, left }
}
