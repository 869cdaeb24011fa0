import { startsWith, u32be, u8 } from '../../../bytes/read'
import { family } from '../../family'

const STARTS = [
  'RIFF', 'RIFX', 'RF64', 'riff\x2E\x91\xCF\x11', 'fLaC', 'OggS', '\x1A\x45\xDF\xA3', 'FORM', 'MThd', '.snd', '#!AMR', 'FLV\x01', '\x30\x26\xB2\x75\x8E\x66\xCF\x11', '\0\0\x01\xBA', '\0\0\x01\xB3', 'ID3',
  'caff', 'wvpk', 'TTA1', 'MAC ', 'Creative Voice File\x1A', 'Extended Module: ', 'IMPM', '\x0B\x77', '\x7F\xFE\x80\x01', 'FWS', 'CWS', 'ZWS', '.RMF', '.ra\xFD', '\x06\x0E\x2B\x34', '\x1F\x07\0', 'DKIF', 'YUV4MPEG2', 'nut/multimedia container\0',
]
const BOXES = ['ftyp', 'moov', 'mdat', 'wide', 'free', 'skip', 'pnot']

/** Sound and moving pictures, and the pictures that share their containers. */
export const media = family(
  (head, size) => STARTS.some(start => startsWith(head, start))
    || (BOXES.some(box => startsWith(head, box, 4)) && (u32be(head, 0) <= size || startsWith(head, 'ftyp', 4) || u32be(head, 0) === 1))
    || (u8(head, 0) === 0xFF && (u8(head, 1) & 0xE0) === 0xE0)
    || (u8(head, 0) === 0x47 && u8(head, 188) === 0x47) || (u8(head, 4) === 0x47 && u8(head, 196) === 0x47)
    || startsWith(head, 'SCRM', 44) || (size > 1084 && ['M.K.', 'M!K!', '4CHN', '6CHN', '8CHN', 'FLT4'].some(mark => startsWith(head, mark, 1080))),
  async () => (await import('./read')).readMedia,
)
