import { defineEventHandler } from 'h3'
import * as yup from 'yup'
import { makeBrief } from '../../services/briefs'
import { requireAccount } from '../../utils/session'
import { exact, readValid } from '../../utils/validate'

const schema = exact({ title: yup.string().trim().min(1, 'is missing').max(200).required('is missing'), document: yup.mixed() })

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  const { title, document } = await readValid(event, schema)
  return makeBrief(account, title, document)
})
