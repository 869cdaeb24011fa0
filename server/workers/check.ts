import { check } from '#core/checking/check'
import type { CheckInput } from '#core/checking/input'
import type { BriefDocument } from '#core/brief/document'
import { readBrief } from '#core/brief/read'
import type { Report } from '#core/checking/report'

/** What a check is made from, as it crosses to the worker. */
export interface CheckTask extends Omit<CheckInput, 'brief' | 'onStage'> { document: BriefDocument }

/** Runs one check on a thread of its own, so that no request waits for it. */
export default async function runCheck({ document, ...input }: CheckTask): Promise<Report> {
  return check({ ...input, brief: await readBrief(document) })
}
