import { family } from '../../family'
import { SIGNATURES } from './signatures'

export const archive = family(SIGNATURES, async () => (await import('./read')).readArchive)
