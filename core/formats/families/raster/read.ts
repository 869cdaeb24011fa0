import { readBySignature } from '../../family'
import { readGif } from './gif'
import { readJpeg } from './jpeg'
import { readLayered, readXcf } from './layered'
import { readHighRange, readJpeg2000, readJpegXl, readQuick } from './modern'
import { readPng } from './png'
import { SIGNATURES } from './signatures'
import {
  readAstronomy, readBitmap, readIcon, readIcons, readLooseBitmap, readMap, readPaint, readPlanes, readRadiance, readSurface, readTrueColour,
} from './small'
import { readChunked, readFilmScan, readWorkstation } from './studio'
import { readRawCamera, readTiff } from './tiff'

export const readRaster = readBySignature(SIGNATURES, {
  png: readPng, jpeg: readJpeg, gif: readGif, tiff: readTiff, camera: readRawCamera, layered: readLayered, xcf: readXcf, jpegXl: readJpegXl,
  jpeg2000: readJpeg2000, highRange: readHighRange, bitmap: readBitmap, looseBitmap: readLooseBitmap, icon: readIcon,
  radiance: readRadiance, quick: readQuick,
  surface: readSurface,
  moving: file => readChunked(file, 'mng', 'MEND'), alphaPhoto: file => readChunked(file, 'jng', 'IEND'),
  filmScan: ({ head, size }) => readFilmScan(head, size), workstation: ({ head, size }) => readWorkstation(head, size),
  astronomy: readAstronomy, icons: readIcons, planes: readPlanes, paint: readPaint, map: readMap, trueColour: readTrueColour,
})
