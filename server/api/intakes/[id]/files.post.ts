import { defineEventHandler } from 'h3'
import * as yup from 'yup'
import type { Fault } from '#core/formats/faults'
import { readFault } from '#core/formats/faults'
import type { FileFacts } from '../../../services/intakes'
import { addFiles } from '../../../services/intakes'
import { requireAccount } from '../../../utils/session'
import { exact, readValid, routeId } from '../../../utils/validate'

const reading = exact({
  candidates: yup.array(yup.string().max(20).required()).min(1).max(400).required(),
  version: yup.string().max(200).nullable().defined(),
  state: yup.string().oneOf(['ok', 'empty', 'damaged', 'locked', 'restricted', 'unread']).required(),
  verified: yup.string().oneOf(['signature', 'structure', 'checksum']).required(),
  fault: yup.mixed<Fault>().nullable().defined().test('fault', '${path} is no fault that is known here', found => found === null || readFault(found) !== null),
  blank: yup.boolean().oneOf([true]),
  props: yup.lazy((found: unknown) => exact(Object.fromEntries(Object.keys(typeof found === 'object' && found !== null ? found : {}).slice(0, 100).map(key => [key, yup.mixed().required()])))),
})

const schema = exact({
  files: yup.array(exact({
    // levels may not climb out: a path is data here, and never one on a disk
    path: yup.string().min(1).max(4096).test('levels', '${path} climbs out of its folder or begins at the top of a disk', path => path !== undefined && !path.startsWith('/') && !path.split('/').includes('..')).required(),
    rawPath: yup.string().max(8192).matches(/^[A-Za-z0-9+/=]*$/),
    container: yup.array(yup.string().min(1).max(4096).required()).min(1).max(4),
    sender: yup.string().max(320),
    size: yup.number().integer().min(0).required(),
    modified: yup.number().min(-8.64e15).max(8.64e15).nullable().defined(),
    sha256: yup.string().matches(/^[0-9a-f]{64}$/, 'is neither a SHA-256 in hexadecimal nor null').nullable().defined(),
    reading: reading.required(),
  })).min(1).max(500).required('is missing'),
})

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  const { files } = await readValid(event, schema)
  return addFiles(account, routeId(event), files as FileFacts[])
})
