import { family } from '../../family'
import { SIGNATURES } from './signatures'

export const raster = family(SIGNATURES, async () => (await import('./read')).readRaster)
