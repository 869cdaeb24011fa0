import { family } from '../../family'
import { BEHIND, SIGNATURES } from './signatures'

const load = async () => (await import('./read')).readPdf

export const pdf = family(SIGNATURES, load)
/** Documents with foreign matter before them: asked last, since other files may mention the header. */
export const pdfBehind = family(BEHIND, load)
