import { defineEventHandler } from 'h3'
import * as yup from 'yup'
import { readRootAsIs } from '../../../services/briefs'
import { requireAccount } from '../../../utils/session'
import { exact, readValid, routeId } from '../../../utils/validate'

const schema = exact({ root: yup.string().max(255).required('is missing'), asIs: yup.boolean().required('is missing') })

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  const { root, asIs } = await readValid(event, schema)
  await readRootAsIs(account, routeId(event), root, asIs)
  return { root, asIs }
})
