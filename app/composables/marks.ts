import '~/assets/marks.css'
import type { SlotStatus } from '#core/checking/report'

/**
 * Classes that draw a slot's state before whatever bears them. The word stands beside it or in `title`.
 *
 * @param content - it is what the file holds that is wrong, not its name or place
 */
export function markOf(status: SlotStatus, content = false, late = false): string {
  return `mark mark-${status === 'to-fix' && content ? 'content' : status}${late ? ' mark-late' : ''}`
}
