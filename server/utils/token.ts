import { createHash } from 'node:crypto'

/** What is stored of a token: whoever reads the database cannot use it. */
export const hashOfToken = (token: string): Buffer => createHash('sha256').update(token).digest()
