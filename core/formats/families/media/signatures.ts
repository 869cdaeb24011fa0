import { latin1, startsWith, u32be, u8 } from '../../../bytes/read'
import { signatures } from '../../family'

/** Boxes a file may begin with; others may only follow. */
const FIRST_BOXES = ['ftyp', 'moov', 'mdat', 'wide', 'free', 'skip', 'pnot']
const TRACKED = ['M.K.', 'M!K!', '4CHN', '6CHN', '8CHN', 'FLT4']

const isBoxed = (head: Uint8Array, size: number) =>
  FIRST_BOXES.some(box => startsWith(head, box, 4)) && (u32be(head, 0) <= size || startsWith(head, 'ftyp', 4) || u32be(head, 0) === 1)
const isStreamed = (head: Uint8Array) =>
  (u8(head, 0) === 0x47 && u8(head, 188) === 0x47) || (u8(head, 4) === 0x47 && u8(head, 196) === 0x47)

/** Sound and moving pictures, and the pictures that share their containers. */
export const SIGNATURES = signatures([
  { starts: ['RIFF', 'RIFX', 'RF64'], reader: 'riff' },
  { starts: 'fLaC', reader: 'flac' },
  { starts: 'OggS', reader: 'ogg' },
  { when: isBoxed, reader: 'boxes' },
  { starts: '\x1A\x45\xDF\xA3', reader: 'matroska' },
  { starts: '\x30\x26\xB2\x75\x8E\x66\xCF\x11', reader: 'asf' },
  { starts: 'FORM', reader: 'interchange', tries: true },
  { starts: 'MThd', reader: 'notes' },
  { starts: '.snd', reader: 'basic' },
  { starts: '#!AMR', reader: 'speech' },
  { starts: 'FLV\x01', reader: 'flv' },
  { starts: 'caff', reader: 'container' },
  { starts: 'wvpk', reader: 'hybrid' },
  { starts: 'TTA1', reader: 'lossless' },
  { starts: 'MAC ', id: 'ape' },
  { starts: ['MP+', 'MPCK'], id: 'mpc' },
  { starts: 'DSD \x1C\0\0\0', reader: 'bitstream' },
  { starts: 'FRM8', when: head => latin1(head, 12, 16) === 'DSD ', reader: 'bitstreamChunks' },
  { starts: 'riff\x2E\x91\xCF\x11', reader: 'largeWave' },
  { starts: 'Creative Voice File\x1A', reader: 'voice' },
  { starts: 'Extended Module: ', reader: 'extendedModule' },
  { starts: 'IMPM', reader: 'impulseModule' },
  { starts: 'SCRM', at: 44, reader: 'screamModule' },
  { when: (head, size) => size > 1084 && TRACKED.includes(latin1(head, 1080, 1084)), reader: 'module' },
  { starts: '\x0B\x77', when: (_, size) => size > 8, reader: 'surround', tries: true },
  { starts: '\x7F\xFE\x80\x01', id: 'dts' },
  { starts: ['FWS', 'CWS', 'ZWS'], when: head => u8(head, 3) > 0 && u8(head, 3) < 60, reader: 'animation' },
  { starts: ['.RMF', '.ra\xFD'], id: 'rm' },
  { starts: '\x06\x0E\x2B\x34', reader: 'exchange' },
  { starts: '\x1F\x07\0', when: head => (u8(head, 3) & 0x7F) === 0x3F, reader: 'tape' },
  { starts: 'DKIF', reader: 'frames' },
  { starts: 'YUV4MPEG2', reader: 'raw' },
  { starts: 'nut/multimedia container\0', id: 'nut' },
  { starts: ['\0\0\x01\xBA', '\0\0\x01\xB3'], reader: 'stream' },
  { when: isStreamed, reader: 'stream', tries: true },
  { starts: 'ID3', reader: 'frameSound' },
  { when: head => u8(head, 0) === 0xFF && (u8(head, 1) & 0xE0) === 0xE0, reader: 'frameSound' },
])
