import type { SlotStatus } from '../../checking/report'

/** A slot's state in words. */
export const STATUS_WORDS: Record<SlotStatus, string> = {
  'right': 'right', 'to-fix': 'to fix', 'missing': 'missing', 'waived': 'excused', 'absent': 'not sent',
}
