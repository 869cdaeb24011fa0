import { defineEventHandler } from 'h3'
import * as yup from 'yup'
import { makeAccount } from '../../services/accounts'
import { startSession } from '../../utils/session'
import { exact, readValid } from '../../utils/validate'

const schema = exact({
  mail: yup.string().max(200).matches(/^[^\s@]+@[^\s@]+$/, 'is no mail address: needed is something like ana@example.org').required('is missing'),
  name: yup.string().trim().min(1, 'is missing').max(120).required('is missing'),
  password: yup.string().min(10, 'is too short: at least 10 characters').max(500).required('is missing'),
  invitation: yup.string().max(100),
})

export default defineEventHandler(async (event) => {
  const account = await makeAccount(await readValid(event, schema))
  await startSession(event, account)
  return { account }
})
