import { defineEventHandler } from 'h3'
import { refuse } from '../../utils/errors'

/** What no route is meant by is nothing here, and no page either. */
export default defineEventHandler(() => {
  throw refuse(404, 'There is nothing here.')
})
