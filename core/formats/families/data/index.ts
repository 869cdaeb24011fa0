import { family } from '../../family'
import { SIGNATURES } from './signatures'

export const data = family(SIGNATURES, async () => (await import('./read')).readData)
