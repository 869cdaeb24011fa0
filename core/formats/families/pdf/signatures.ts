import { indexOf, latin1 } from '../../../bytes/read'
import { signatures } from '../../family'

/** PDF (ISO 32000-1 §7.5.2): the header stands at the beginning, or behind a mark of byte order and empty lines. */
export const SIGNATURES = signatures([
  { when: head => /^(?:\xEF\xBB\xBF)?\s{0,8}%PDF-/.test(latin1(head, 0, 24)), reader: 'pdf' },
])

/** Readers accept it anywhere in the first 1024 bytes (annex H.3.4.1). Anything may mention it: a document also says where its contents stand. */
export const BEHIND = signatures([
  {
    when: head => indexOf(head.subarray(0, 1032), '%PDF-') >= 0 && /\d+ \d+ obj\b[^]*?(?:endobj|stream)/.test(latin1(head, 0, 65_536)),
    reader: 'pdf',
  },
])
