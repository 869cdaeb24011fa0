import { defineEventHandler } from 'h3'
import * as yup from 'yup'
import type { StoredRoster } from '../../../services/briefs'
import { saveRoster } from '../../../services/briefs'
import { requireAccount } from '../../../utils/session'
import { exact, readValid, routeId } from '../../../utils/validate'

const text = (most: number) => yup.string().max(most).defined()
const day = yup.string().matches(/^\d{4}-\d{2}-\d{2}$/, 'is no day such as 2026-10-16').nullable()
const cell = yup.string().max(500).defined()

const schema = exact({
  people: yup.array(exact({
    id: text(200).min(1, 'is missing'), given: text(200), family: text(200), name: text(400).min(1, 'names nobody'), group: text(200), email: text(200),
    aliases: yup.array(text(200)).max(50).defined(),
    fields: yup.lazy((found: unknown) => exact(Object.fromEntries(Object.keys(typeof found === 'object' && found !== null ? found : {}).slice(0, 100).map(key => [key, cell])))),
    from: day, until: day,
  })).max(200_000).required('is missing'),
  columns: yup.array(text(200)).max(120).required('is missing'),
})

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  return saveRoster(account, routeId(event), await readValid(event, schema) as StoredRoster)
})
