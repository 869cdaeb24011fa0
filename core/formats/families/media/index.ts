import { family } from '../../family'
import { SIGNATURES } from './signatures'

export const media = family(SIGNATURES, async () => (await import('./read')).readMedia)
