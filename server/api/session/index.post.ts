import { defineEventHandler } from 'h3'
import * as yup from 'yup'
import { signIn } from '../../services/accounts'
import { placeOf, startSession } from '../../utils/session'
import { exact, readValid } from '../../utils/validate'

const schema = exact({ mail: yup.string().max(200).required(), password: yup.string().max(500).required() })

export default defineEventHandler(async (event) => {
  const account = await signIn(await readValid(event, schema), placeOf(event))
  await startSession(event, account)
  return { account }
})
