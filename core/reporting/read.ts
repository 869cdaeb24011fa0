import * as yup from 'yup'
import type { EarlierCheck } from '../checking/input'

const slotRef = yup.object({ requirement: yup.string().required(), holder: yup.string().required(), n: yup.number().integer() })

/** As much of a report as later checks build on; unknown keys are let through, as version 1 may grow. */
const reportSchema = yup.object({
  usitorReport: yup.number().oneOf([1], '${value} is not 1, the only version this reader knows').required(),
  brief: yup.string().required(),
  checkedAt: yup.string().required(),
  files: yup.array(yup.object({
    root: yup.string().required(),
    path: yup.string().defined(),
    size: yup.number().min(0).required(),
    // reports of before held an empty text for bytes that could not be read
    sha256: yup.string().nullable().defined(),
    receivedAt: yup.string().nullable().defined(),
    role: yup.string().required(),
    slot: slotRef.nullable().default(null),
    findings: yup.array(yup.object({ code: yup.string().required() })).required(),
  })).required(),
}).required()

/**
 * Reads a report document, to build a later check on it.
 *
 * @throws yup.ValidationError naming the path of what is wrong
 */
export async function readReport(document: unknown): Promise<EarlierCheck> {
  await reportSchema.validate(document, { abortEarly: false, strict: true })
  const report = document as EarlierCheck
  return { files: report.files.map(file => ({ ...file, sha256: file.sha256 || null })) }
}
