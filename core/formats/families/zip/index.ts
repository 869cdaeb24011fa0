import { family } from '../../family'
import { SIGNATURES } from './signatures'

export const zip = family(SIGNATURES, async () => (await import('./read')).readZip)
