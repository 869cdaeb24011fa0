import { startsWith, u8 } from '../../../bytes/read'
import { family } from '../../family'

const STARTS = [
  'SQLite format 3\0', '\x89HDF\r\n\x1A\n', 'CDF\x01', 'CDF\x02', 'CDF\x05', 'PAR1', 'ARROW1', 'Obj\x01', '\x93NUMPY', 'MATLAB 5.0', '$FL2', '<stata_dta>', '\xA1\xB2\xC3\xD4', '\xD4\xC3\xB2\xA1', '\x0A\x0D\x0D\x0A', '\xDE\x12\x04\x95', '\x95\x04\x12\xDE',
  '0       ', 'fgb\x03', 'LASF', '!BDN', 'L\0\0\0\x01\x14\x02\0', 'book\0\0\0\0mark', 'ITSF', 'MZ', '\x7FELF', '\xCA\xFE\xBA\xBE', '\xCF\xFA\xED\xFE', '\xCE\xFA\xED\xFE', '\0asm', '\xF7\x02', '\x08\x09\xFE\x02', '\xC8\x09\xFE\x02', 'AT&TFORM', 'd8:announce', 'bplist00', '\xFFWPC', '\0\0\x02\0\x06\x04', '\0\0\x1A\0',
  '\x06\x06\xED\xF5\xD8\x1D\x46\xE5', '\0\x01\0\0\0', 'OTTO', 'true', 'ttcf', 'wOFF', 'wOF2', '\x80\x01', '\x01fcp', '\xC5\xD0\xD3\xC6', '\x1BE', '\x1B%', '\x1B.', 'IN;', 'BP', '\x85', '\x84', '\x8C',
]

/** Data files, databases, fonts, programs and other formats with a signature. */
export const data = family(
  head => STARTS.some(start => startsWith(head, start)) || startsWith(head, 'BOOKMOBI', 60) || startsWith(head, 'Standard Jet DB', 4) || startsWith(head, 'Standard ACE DB', 4)
    || startsWith(head, '\x4C\x50', 34) || [0x03, 0x30, 0x31, 0x43, 0x83, 0x8B, 0xF5, 0x71, 0x72, 0x73].includes(u8(head, 0)),
  async () => (await import('./read')).readData,
)
