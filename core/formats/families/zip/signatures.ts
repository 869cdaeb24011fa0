import { signatures } from '../../family'

/** ZIP (APPNOTE 6.3.10 §4.3), also behind a program or script that unpacks it (§4.1.9), and the packages built on it. */
export const SIGNATURES = signatures([
  { starts: ['PK\x03\x04', 'PK\x05\x06', 'PK\x07\x08', 'MZ', '#!'], reader: 'zip' },
])

/** Behind any other bytes: the directory at the end is what tells. */
export const BEHIND = signatures([{ when: head => head.includes(0), reader: 'zip' }])
