import { signatures } from '../../family'

/** ZIP (APPNOTE 6.3.10 §4.3), also behind a program or script that unpacks it (§4.1.9), and the packages built on it. */
export const SIGNATURES = signatures([
  { starts: ['PK\x03\x04', 'PK\x05\x06', 'PK\x07\x08', 'MZ', '#!'], reader: 'zip' },
])
