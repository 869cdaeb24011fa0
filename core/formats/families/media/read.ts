import { readBySignature } from '../../family'
import { readFlac } from './flac'
import { readIsoMedia } from './iso'
import { readMatroska } from './matroska'
import { MINOR_READERS } from './minor'
import { readMpegAudio, readMpegStream } from './mpeg'
import { readOgg } from './ogg'
import { readRiff } from './riff'
import { SIGNATURES } from './signatures'
import { readAsf } from './streaming'

export const readMedia = readBySignature(SIGNATURES, {
  riff: readRiff, flac: readFlac, ogg: readOgg, boxes: readIsoMedia, matroska: readMatroska, asf: readAsf, stream: readMpegStream,
  frameSound: readMpegAudio,
  ...MINOR_READERS,
})
