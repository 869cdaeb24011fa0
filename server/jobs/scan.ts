import type { Knex } from 'knex'
import type { JobRow, PlaceRow } from '../database/tables'
import type { Step, StepOutcome } from '../queue/task'
import { checkSoon } from '../services/checks'
import { tell } from '../services/live'
import { openPlace, sayPlace } from '../services/places'
import { readFurther } from '../services/scan-reading'
import { compareWithBefore, endScan, lookFurther, noteFailure, openingOf } from '../services/scans'
import { kindOf } from '../../places/index'
import { PlaceError } from '../../places/place'
import { refuse } from '../utils/errors'

/** A connection that is lost in the middle is tried again so often, after so long. */
const [TRIES, AGAIN_MS] = [3, 500]

/** Looks at a place, a stretch a step: first everything that is there is listed, then what is new or changed is read. */
export const runScanStep: Step<'scan'> = async (job, trx, signal) => {
  const place = await trx('place').where({ id: job.input.placeId }).whereNull('removed_at').first()
  if (!place) throw refuse(409, 'This place is not looked at any more.')
  for (let tries = 1; ; tries++) {
    try {
      return await takeStretch(job, trx, place, signal)
    }
    catch (error) {
      if (signal.aborted || !(error instanceof PlaceError)) throw error
      if (tries < TRIES && (error.fault === 'unreachable' || error.fault === 'slow')) {
        await new Promise(resolve => setTimeout(resolve, AGAIN_MS * tries))
        continue
      }
      await noteFailure(place, error.message)
      throw sayPlace(error)
    }
  }
}

/** One stretch. Cut off in the middle and taken again it comes to the same: what was seen and read stays, each once. */
async function takeStretch(job: JobRow<'scan'>, trx: Knex.Transaction, place: PlaceRow, signal: AbortSignal): Promise<StepOutcome<'scan'>> {
  const { passed = [], failed = [], intakeId } = job.checkpoint
  const end = async (to: string | null): Promise<StepOutcome<'scan'>> => {
    const result = await endScan(trx, job.id, place, to, passed, failed)
    if (!result.unchanged) {
      await tell(job.brief_id, 'arrived', trx)
      await checkSoon(job.brief_id, place.made_by)
    }
    return { checkpoint: {}, done: result.files, total: result.files, result, finished: true }
  }
  const how = { opening: await openingOf(job.brief_id), arrival: kindOf(place.kind).tells.arrival ?? false }
  const open = await openPlace(place)
  try {
    if (intakeId === undefined) {
      const { looked, files } = await lookFurther(trx, job.id, open, how, passed, signal)
      if (!looked) return { checkpoint: { passed }, done: 0, total: files, finished: false }
      const begun = await compareWithBefore(trx, job.id, place)
      if (begun.intakeId === null) return await end(null)
      return { checkpoint: { intakeId: begun.intakeId, passed }, done: 0, total: files, finished: false }
    }
    const { left } = await readFurther(trx, job.id, open, place, how, { failed, passed }, intakeId, signal)
    if (left === 0) return await end(intakeId)
    const total = Math.max(Number(job.total), left)
    return { checkpoint: { intakeId, passed, failed }, done: total - left, total, finished: false }
  }
  finally {
    await open.close()
  }
}
