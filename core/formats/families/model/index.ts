import { family } from '../../family'
import { SIGNATURES } from './signatures'

export const model = family(SIGNATURES, async () => (await import('./read')).readModel)
