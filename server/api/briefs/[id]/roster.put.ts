import { defineEventHandler } from 'h3'
import * as yup from 'yup'
import type { StoredRoster } from '../../../services/briefs'
import { saveRoster } from '../../../services/briefs'
import { requireAccount } from '../../../utils/session'
import { exact, readValid, routeId } from '../../../utils/validate'

const text = (most: number) => yup.string().max(most).defined()
const day = yup.string().matches(/^\d{4}-\d{2}-\d{2}$/, 'is no day such as 2026-10-16').nullable()
/** The list's own columns may be called anything: they are looked at as data, never as keys of a schema. */
const cells = yup.mixed<Record<string, string>>().required('is missing').test('cells', 'holds at most 100 columns, each with text of at most 500 characters', (found: unknown) =>
  typeof found === 'object' && found !== null && !Array.isArray(found) && Object.keys(found).length <= 100 && Object.values(found).every(cell => typeof cell === 'string' && cell.length <= 500))

const schema = exact({
  people: yup.array(exact({
    id: text(200).min(1, 'is missing'), given: text(200), family: text(200), name: text(400).min(1, 'names nobody'), group: text(200), email: text(200),
    aliases: yup.array(text(200)).max(50).defined(),
    fields: cells,
    from: day, until: day,
  })).max(200_000).required('is missing'),
  columns: yup.array(text(200)).max(120).required('is missing'),
})

export default defineEventHandler(async (event) => {
  const account = await requireAccount(event)
  return saveRoster(account, routeId(event), await readValid(event, schema) as StoredRoster)
})
