import { startsWith, u32be, u32le } from '../../../bytes/read'
import { readBySignature } from '../../family'
import { sized } from '../../reading'
import { readGif } from './gif'
import { readJpeg } from './jpeg'
import { readLayered, readXcf } from './layered'
import { readHighRange, readJpeg2000, readJpegXl, readQuick } from './modern'
import { readPng } from './png'
import { SIGNATURES } from './signatures'
import {
  readAstronomy, readBitmap, readIcon, readIcons, readLooseBitmap, readMap, readPaint, readPlanes, readRadiance, readSurface, readTrueColour,
} from './small'
import { readChunked, readCommands, readFaxPages, readFilmScan, readScreen, readWorkstation } from './studio'
import { readRawCamera, readTiff } from './tiff'

export const readRaster = readBySignature(SIGNATURES, {
  png: readPng, jpeg: readJpeg, gif: readGif, tiff: readTiff, camera: readRawCamera, layered: readLayered, xcf: readXcf, jpegXl: readJpegXl,
  jpeg2000: readJpeg2000, highRange: readHighRange, bitmap: readBitmap, looseBitmap: readLooseBitmap, icon: readIcon,
  radiance: readRadiance, quick: readQuick,
  surface: readSurface,
  moving: file => readChunked(file, 'mng', 'MEND'), alphaPhoto: file => readChunked(file, 'jng', 'IEND'),
  earlyScan: ({ head, size }) => sized('cin', size, (startsWith(head, '\x80') ? u32be : u32le)(head, 20)),
  faxPages: readFaxPages, commands: readCommands, screen: ({ head, size }) => readScreen(head, size),
  filmScan: ({ head, size }) => readFilmScan(head, size), workstation: ({ head, size }) => readWorkstation(head, size),
  astronomy: readAstronomy, icons: readIcons, planes: readPlanes, paint: readPaint, map: readMap, trueColour: readTrueColour,
})
