import { latin1, u16le, u32be, u32le, u8 } from '../../../bytes/read'
import { signatures } from '../../family'

/** A device's commands first, then two letters and numbers, each closed by a semicolon. */
const isPlotted = (head: Uint8Array) =>
  /^\s*(?:BP[^;]{0,80};)?\s*(?:DF;)?\s*IN\s*;\s*[A-Z]{2}[\d.,\s-]{0,80};\s*[A-Z]{2}/.test(
    latin1(head, 0, 512).replace(/\x1B[.%][^\x1B\n]{0,40}/g, ''),
  )
const isPlainStatistics = (head: Uint8Array) =>
  u8(head, 0) >= 0x71 && u8(head, 0) <= 0x73 && [1, 2].includes(u8(head, 1)) && u8(head, 2) === 1 && u8(head, 3) === 0
const isRecorded = (head: Uint8Array) => /^\d+ *$/.test(latin1(head, 184, 192)) && /^\d+ *$/.test(latin1(head, 252, 256))

/** ISO 15076-1 §7.2: the file's own length, and a mark of four letters further in. */
const isProfile = (head: Uint8Array) => latin1(head, 36, 40) === 'acsp'
/** A file of activities: a header of 12 or 14 bytes with four letters in it. */
const isActivity = (head: Uint8Array) => [12, 14].includes(u8(head, 0)) && latin1(head, 8, 12) === '.FIT'
const isBrain = (head: Uint8Array) => (/^n[+i]1\0/.test(latin1(head, 344, 348)) && [u32le(head, 0), u32be(head, 0)].includes(348))
  || (/^n[+i]2\0/.test(latin1(head, 4, 8)) && [u32le(head, 0), u32be(head, 0)].includes(540))
/** Compiled source text: a number that ends like a line, flags or a time, and one whole object of code. */
const isCompiledText = (head: Uint8Array) => latin1(head, 2, 4) === '\r\n' && u16le(head, 0) >= 3000 && u16le(head, 0) < 4000
  && [8, 12, 16].some(offset => u8(head, offset) === 0xE3 || u8(head, offset) === 0x63)

/** Data files, databases, fonts, programs and other formats with a signature. */
export const SIGNATURES = signatures([
  { starts: 'SQLite format 3\0', reader: 'database' },
  { starts: '\x89HDF\r\n\x1A\n', reader: 'hierarchical' },
  { starts: 'CDF\x01', id: 'nc', version: '1' },
  { starts: 'CDF\x02', id: 'nc', version: '2' },
  { starts: 'CDF\x05', id: 'nc', version: '5' },
  { starts: 'PAR1', reader: 'parquet' },
  { starts: 'ARROW1', reader: 'arrow' },
  { starts: '\x93NUMPY', reader: 'array' },
  { starts: 'MATLAB 5.0', reader: 'matrices' },
  { starts: '<stata_dta>', reader: 'markedStatistics' },
  { when: isPlainStatistics, reader: 'plainStatistics' },
  { starts: ['\xA1\xB2\xC3\xD4', '\xD4\xC3\xB2\xA1'], reader: 'packets' },
  { starts: ['\xDE\x12\x04\x95', '\x95\x04\x12\xDE'], reader: 'translations' },
  { starts: '0       ', when: isRecorded, id: 'edf' },
  { starts: 'LASF', reader: 'points' },
  { starts: ['Standard Jet DB', 'Standard ACE DB'], at: 4, reader: 'pages' },
  { starts: 'BOOKMOBI', at: 60, reader: 'book' },
  { starts: 'ITSF', id: 'chm' },
  { starts: 'MZ', reader: 'program' },
  { starts: '\x7FELF', reader: 'elf' },
  // the same four bytes begin a program for several machines: there the number of parts is small
  { starts: '\xCA\xFE\xBA\xBE', when: head => u32be(head, 4) < 20, id: 'macho' },
  { starts: '\xCA\xFE\xBA\xBE', reader: 'compiled' },
  { starts: '\xF7\x02', when: head => u32be(head, 2) === 25_400_000, reader: 'typeset' },
  { starts: 'AT&TFORM', reader: 'scanned' },
  { starts: 'd8:announce', reader: 'torrent' },
  { starts: 'bplist00', reader: 'list' },
  { starts: '\xC5\xD0\xD3\xC6', reader: 'previewed' },
  { starts: ['IN;', 'BP', '\x1BE', '\x1B%', '\x1B.'], when: isPlotted, id: 'plt' },
  { starts: 'Obj\x01', id: 'avro' },
  { starts: '$FL2', id: 'sav' },
  { starts: '\x0A\x0D\x0D\x0A', id: 'pcapng' },
  { starts: 'fgb\x03', id: 'fgb' },
  { starts: '!BDN', id: 'pst' },
  { starts: ['\0\0MMXPR', '\0\0IIXPR'], id: 'qxd' },
  { starts: 'L\0\0\0\x01\x14\x02\0', id: 'lnk' },
  { starts: 'book\0\0\0\0mark', id: 'alias' },
  { starts: '\xFFWPC', id: 'wpd' },
  { starts: ['\0\0\x02\0\x06\x04', '\0\0\x1A\0'], id: 'wk1' },
  { starts: '\x06\x06\xED\xF5\xD8\x1D\x46\xE5', id: 'indd' },
  { starts: ['\x1BE', '\x1B%-12345X'], id: 'pcl' },
  { starts: '\0asm', id: 'wasm' },
  { starts: ['\x08\x09\xFE\x02', '\xC8\x09\xFE\x02'], id: 'dgn' },
  { starts: ['\xCF\xFA\xED\xFE', '\xCE\xFA\xED\xFE'], id: 'macho' },
  { starts: ['\0\x01\0\0\0', 'OTTO', 'true', 'ttcf', 'wOFF', 'wOF2', '\x80\x01', '\x01fcp'], reader: 'font', tries: true },
  { starts: '\x4C\x50', at: 34, reader: 'font', tries: true },
  { starts: '\0\0\0\0\0\0\0\0\0\0\0\0\xC2\xEA\x81\x60\xB3\x14\x11\xCF\xBD\x92\x08\0\x09\xC7\x31\x8C\x18\x1F\x10\x11', id: 'sas7bdat' },
  { starts: '\x78\x9F\x3E\x22', reader: 'attachments' },
  { when: isProfile, reader: 'profile' },
  { when: isActivity, reader: 'activity' },
  { when: isBrain, reader: 'volume' },
  { when: isCompiledText, id: 'pyc' },
  { starts: '\x0E\x03\x13\x01', id: 'hdf4' },
  { starts: '\x30', reader: 'signed', tries: true },
  { when: head => (u8(head, 0) & 0x80) !== 0, reader: 'sealed', tries: true },
  { when: head => [0x03, 0x30, 0x31, 0x43, 0x83, 0x8B, 0xF5, 0x71, 0x72, 0x73].includes(u8(head, 0)), reader: 'attributes' },
])
