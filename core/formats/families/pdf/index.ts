import { family } from '../../family'
import { SIGNATURES } from './signatures'

export const pdf = family(SIGNATURES, async () => (await import('./read')).readPdf)
