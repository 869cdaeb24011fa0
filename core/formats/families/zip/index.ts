import { family } from '../../family'
import { BEHIND, SIGNATURES } from './signatures'

const load = async () => (await import('./read')).readZip

export const zip = family(SIGNATURES, load)
/** Archives with other bytes before them: asked when nothing else knows the file. */
export const zipBehind = family(BEHIND, load)
