import { indexOf } from '../../../bytes/read'
import { signatures } from '../../family'

/** PDF (ISO 32000-1 §7.5.2): readers accept the header anywhere in the first 1024 bytes (annex H.3.4.1). */
export const SIGNATURES = signatures([
  { when: head => indexOf(head.subarray(0, 1032), '%PDF-') >= 0, reader: 'pdf' },
])
