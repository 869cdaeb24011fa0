import { startsWith, u8 } from '../../../bytes/read'
import type { FamilyReader } from '../../family'
import { readFlac } from './flac'
import { BOXES, readIsoMedia } from './iso'
import { readMatroska } from './matroska'
import { readMinor } from './minor'
import { readMpegAudio, readMpegStream } from './mpeg'
import { readOgg } from './ogg'
import { readRiff } from './riff'
import { readAsf } from './streaming'

export const readMedia: FamilyReader = async (file, proof) => {
  const { head } = file
  const starts = (text: string) => startsWith(head, text)
  if (starts('RIFF') || starts('RIFX') || starts('RF64')) return readRiff(file)
  if (starts('fLaC')) return readFlac(file, proof)
  if (starts('OggS')) return readOgg(file, proof)
  if (BOXES.has(String.fromCharCode(u8(head, 4), u8(head, 5), u8(head, 6), u8(head, 7)))) return readIsoMedia(file)
  if (starts('\x1A\x45\xDF\xA3')) return readMatroska(file)
  if (starts('\x30\x26\xB2\x75\x8E\x66\xCF\x11')) return readAsf(file)
  return await readMinor(file) ?? readMpegStream(file) ?? readMpegAudio(file, proof)
}
