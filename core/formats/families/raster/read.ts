import { readBySignature } from '../../family'
import { readGif } from './gif'
import { readJpeg } from './jpeg'
import { readLayered, readXcf } from './layered'
import { readHighRange, readJpeg2000, readJpegXl, readQuick } from './modern'
import { readPng } from './png'
import { SIGNATURES } from './signatures'
import { readAstronomy, readBitmap, readIcon, readIcons, readMap, readPaint, readPlanes, readRadiance, readSurface, readTrueColour } from './small'
import { readRawCamera, readTiff } from './tiff'

export const readRaster = readBySignature(SIGNATURES, {
  png: readPng, jpeg: readJpeg, gif: readGif, tiff: readTiff, camera: readRawCamera, layered: readLayered, xcf: readXcf, jpegXl: readJpegXl,
  jpeg2000: readJpeg2000, highRange: readHighRange, bitmap: readBitmap, icon: readIcon, radiance: readRadiance, quick: readQuick,
  surface: readSurface,
  astronomy: readAstronomy, icons: readIcons, planes: readPlanes, paint: readPaint, map: readMap, trueColour: readTrueColour,
})
