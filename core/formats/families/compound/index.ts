import { family } from '../../family'
import { SIGNATURES } from './signatures'

export const compound = family(SIGNATURES, async () => (await import('./read')).readCompound)
