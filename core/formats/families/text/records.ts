import { latin1, trimmedEnd } from '../../../bytes/read'
import { endOf } from './end'
import type { FileBytes } from '../../../bytes/source'
import { FREE_TEXT_IDS } from '../../registry'
import { damaged, propertyText, reading, setProps } from '../../reading'
import type { PropertyValue, Reading } from '../../reading'

type Props = Record<string, PropertyValue>

/** A text format told by how it begins; where it closes with a mark, the mark must be there. */
interface Kind {
  ids: string[]
  begins: RegExp
  /** Must stand at the end. */
  closes?: RegExp
  /** Its first group is the version. */
  version?: RegExp
}

const KINDS: readonly Kind[] = [
  { ids: ['ics'], begins: /^BEGIN:VCALENDAR/i, closes: /END:VCALENDAR$/i, version: /\nVERSION:([\d.]+)/ }, // RFC 5545 §3.4
  { ids: ['vcf'], begins: /^BEGIN:VCARD/i, closes: /END:VCARD$/i, version: /\nVERSION:([\d.]+)/ }, // RFC 6350 §3.3
  { ids: ['vtt'], begins: /^WEBVTT(?=\s|$)/ },
  { ids: ['lyx'], begins: /^#LyX /, closes: /\\end_document$/, version: /\\lyxformat (\d+)/ },
  { ids: ['slk'], begins: /^ID;P/, closes: /(?:^|\n)E$/ },
  { ids: ['dif'], begins: /^TABLE\r?\n0,1\r?\n/, closes: /EOD$/ },
  { ids: ['fig'], begins: /^#FIG [\d.]+/, version: /^#FIG ([\d.]+)/ },
  { ids: ['xpm'], begins: /^\/\* XPM \*\//, closes: /(?:\}\s*;?|\*\/)$/ },
  { ids: ['xbm'], begins: /^(?:\/\*[\s\S]*?\*\/\s*)?#define\s+\S*width\s+\d+\s+#define\s+\S*height\s+\d+/, closes: /\}\s*;$/ },
  { ids: ['m3u'], begins: /^#EXTM3U/ },
  { ids: ['ass'], begins: /^\[Script Info\]/i, version: /\nScriptType:\s*v?([\d.]+)/i },
  { ids: ['abc', 'txt'], begins: /^(?:%abc[^\n]*\n\s{0,40})?X:\s?\d+[^\n]*\n(?:[A-JL-Za-z]:[^\n]*\n|%[^\n]*\n){0,60}K:/ },
  { ids: ['csg', 'txt'], begins: /^(?:\$\w+ ?=[^\n]*\n)*(?:group|multmatrix|union|difference|intersection|hull)\([^\n]*\) \{\r?\n/ },
  { ids: ['gv', 'txt'], begins: /^(?:strict\s+)?(?:di)?graph\b[^{\n]{0,80}\{/i },
  { ids: ['ris'], begins: /^TY {2}- / },
  { ids: ['po'], begins: /^(?:#[^\n]*\n|[^\S\n]*\n)*msgid "/ },
  { ids: ['pgp'], begins: /^-----BEGIN PGP /, closes: /-----END PGP [A-Z ]+-----$/ },
  { ids: ['pem'], begins: /^-----BEGIN [A-Z0-9 ]+-----/, closes: /-----END [A-Z0-9 ]+-----$/ },
  { ids: ['mif'], begins: /^Version\s+\d+\s*\r?\n(?:Charset|Delimiter|CoordSys)/i },
  { ids: ['tab'], begins: /^!table\s*\r?\n!version/i },
  { ids: ['asc'], begins: /^ncols\s+\d+\s+nrows\s+\d+/i },
  { ids: ['bdf'], begins: /^STARTFONT [\d.]+/, closes: /ENDFONT$/, version: /^STARTFONT ([\d.]+)/ },
  {
    ids: ['pdb'],
    begins: /^(?:HEADER {4}|TITLE {5}|COMPND {4}|REMARK {3}\d|CRYST1|MODEL {5}|ATOM {2}|HETATM)[^\n]*\n(?:HEADER|TITLE|COMPND|SOURCE|KEYWDS|EXPDTA|AUTHOR|REVDAT|JRNL|REMARK|SEQRES|CRYST1|ORIGX|SCALE|MODEL|ATOM|HETATM)/,
  },
  { ids: ['mol'], begins: /^[^\n]*\n[^\n]*\n[^\n]*\n[ \d]{6}[^\n]*V[23]000/, closes: /M {2}END\b/, version: /V([23]000)/ },
  { ids: ['cif'], begins: /^(?:#[^\n]*\n|[^\S\n]*\n)*data_\S*\s*\n(?:[\s#]|_|loop_)/ },
  { ids: ['fastq'], begins: /^@[^\n]+\n[A-Za-z*.\n-]+\n\+[^\n]*\n[!-~]+/ },
  { ids: ['fasta'], begins: /^>[^\n]*\n[A-Za-z*-]{10,}\r?(?:\n|$)/ },
  { ids: ['prj', 'txt'], begins: /^(?:PROJCS|GEOGCS|PROJCRS|GEOGCRS|GEODCRS|COMPD_CS|LOCAL_CS)\[/, closes: /\]$/ },
  { ids: ['url', 'ini', 'txt'], begins: /^\[(?:InternetShortcut|DEFAULT\]\s*BASEURL)/i },
  { ids: ['desktop', 'ini', 'txt'], begins: /^(?:#[^\n]*\n)*\[Desktop Entry\]/ },
  { ids: ['diff', 'mbox', 'txt'], begins: /^From [\da-f]{40} Mon Sep 17 00:00:00 2001\r?\n/ },
  { ids: ['mbox', 'eml'], begins: /^From \S+ .*\d{4}\r?\n(?:[\w-]+:)/ },
  { ids: ['torrent'], begins: /^d8:announce/, closes: /e$/ },
]

/** Text formats that begin with words of their own. */
export async function readRecords(file: FileBytes, start: string, raw: string, props: Props): Promise<Reading | null> {
  if (start.startsWith('{\\rtf')) return readRich(file, start, props)
  if (start.startsWith('%!PS') || /^\x04%!PS/.test(start)) return readPages(file, start)
  const mail = await readMail(file, start, props)
  if (mail) return mail
  for (const { ids, begins, closes, version } of KINDS) {
    // the first line of a molecule may be empty
    if (!begins.test(ids[0] === 'mol' ? raw : start)) continue
    // a menu entry of a desktop is a program's, not a pointer
    if (ids[0] === 'desktop' && !/\nType\s*=\s*Link/.test(start)) return null
    const rest = { version: version?.exec(ids[0] === 'mol' ? raw : start)?.[1] ?? null, props }
    measure(ids[0] ?? '', start, file, props)
    if (!closes) return reading(ids, rest)
    return closes.test(await endOf(file)) ? reading(ids, { ...rest, verified: 'structure' }) : damaged(ids, { kind: 'closing-line-missing' }, rest)
  }
  return null
}

function measure(id: string, start: string, file: FileBytes, props: Props): void {
  if (id === 'asc') {
    const value = (name: string) => Number(new RegExp(`${name}\\s+(\\d+)`, 'i').exec(start)?.[1])
    setProps(props, { columns: value('ncols'), rows: value('nrows') })
  }
  if (id === 'xbm') setProps(props, { width: Number(/width\s+(\d+)/.exec(start)?.[1]), height: Number(/height\s+(\d+)/.exec(start)?.[1]) })
  if (id === 'xpm') {
    const size = /"\s*(\d+)\s+(\d+)\s+\d+\s+\d+/.exec(start)
    setProps(props, { width: Number(size?.[1]), height: Number(size?.[2]) })
  }
  if (id === 'fasta' && file.size === start.length) props.entries = start.split(/^>/m).length - 1
}

/** Rich text (published by its maker): groups in braces; the last brace closes the document. */
async function readRich(file: FileBytes, start: string, props: Props): Promise<Reading> {
  const value = (name: string) => propertyText((new RegExp(`\\{\\\\${name} ([^{}\\\\]*)`).exec(start)?.[1] ?? ''))
  const { encoding: _, lineEnds: __, ...kept } = props
  setProps(kept, { title: value('title'), author: value('author') })
  const words = /\\nofwords(\d+)/.exec(start)?.[1]
  if (words) kept.words = Number(words)
  // some writers close the text with a zero, as in memory
  const end = trimmedEnd(latin1(await file.tail()).replace(/[\0\x1A\s]+$/, ''))
  const rest = { version: /^\{\\rtf(\d)/.exec(start)?.[1] ?? null, props: kept }
  return end.endsWith('}') ? reading('rtf', { ...rest, verified: 'structure' }) : damaged('rtf', { kind: 'closing-brace-missing' }, rest)
}

/** Page description (document structuring conventions 3.0): the comments state version, pages and title; %%EOF closes it where it keeps to them. */
async function readPages(file: FileBytes, start: string): Promise<Reading> {
  const text = start.replace(/^\x04/, '')
  const id = /^%!PS-Adobe-[\d.]+ EPSF/.test(text) ? 'eps' : 'ps'
  const props: Props = id === 'eps' ? { preview: text.includes('%%BeginPreview') } : {}
  const end = await endOf(file)
  const pages = /%%Pages:\s*(\d+)/.exec(text)?.[1] ?? /%%Pages:\s*(\d+)/.exec(end)?.[1]
  setProps(props, {
    title: propertyText((/%%Title:\s*([^\r\n]*)/.exec(text)?.[1] ?? '').replace(/^\((.*)\)$/, '$1')),
    ...(id === 'ps' && pages ? { pages: Number(pages) } : {}),
  })
  const rest = { version: /^%!PS-Adobe-([\d.]+)/.exec(text)?.[1] ?? null, props }
  // writers that keep to the conventions close with a comment, the others with one of a few words
  if (/%%EOF[\x04\s]*$/.test(end)) return reading(id, { ...rest, verified: 'structure' })
  return /^%!PS-Adobe-[\d.]+(?: EPSF-[\d.]+)?\s/.test(text) && !/^%!PS-Adobe-[\d.]+ (?:Resource|Query|ExitServer)/.test(text)
    // private data may follow the end; a text cut somewhere seldom stops at the end of a line
    && !/%%EOF/.test(end) && !/[^\0][\r\n\x04\0]$/.test(latin1((await file.tail()).slice(-2)))
    && !/showpage|restore|cleartomark|%%Trailer|%%End|quit|\x04/.test(end.slice(-160))
    ? damaged(id, { kind: 'closing-comments-missing' }, rest)
    : reading(id, rest)
}

const FIELD = /^(?:Received|Return-Path|From|Message-ID|MIME-Version|Delivered-To|Date|Subject|To|Sender|Reply-To|Content-Type|X-[\w-]+)\s*:/i

/** Mail message (RFC 5322 §2.2): fields, then an empty line; a saved web page is one with related parts. */
async function readMail(file: FileBytes, start: string, props: Props): Promise<Reading | null> {
  if (!FIELD.test(start)) return null
  const header = start.split(/\r?\n\r?\n/)[0] ?? ''
  const lines = header.split(/\r?\n/)
  if (!lines.every(line => /^[\w-]+\s*:|^[ \t]/.test(line))) return null
  const has = (name: string) => new RegExp(`^${name}\\s*:`, 'im').test(header)
  if (!(has('From') || has('Message-ID') || has('MIME-Version'))
    || !(has('Subject') || has('To') || has('Received') || has('Content-Type') || has('Date'))) return null
  const value = (name: string) => propertyText(new RegExp(`^${name}\\s*:\\s*([^\\r\\n]*)`, 'im').exec(header)?.[1] ?? '')
  const related = /^Content-Type\s*:\s*multipart\/related/im.test(header)
    && (/^X-MimeOLE|^Snapshot-Content-Location|^From\s*:\s*["<]?Saved/im.test(header) || /type="?text\/html/i.test(header))
  const { encoding: _, lineEnds: __, ...kept } = props
  setProps(kept, { title: value('Subject'), author: value('From') })
  // a note that begins like a mail, and what a program keeps in that form, may be other text
  const sure = has('Received') || has('Message-ID') || has('MIME-Version')
  const plain = related && !has('Received') ? ['mht', 'eml'] : ['eml', 'mbox', 'mht']
  const ids = sure ? plain : [...plain, ...FREE_TEXT_IDS]
  // a message of several parts closes with its boundary (RFC 2046 §5.1.1)
  const boundary = /^Content-Type\s*:\s*multipart\/[^]*?boundary="?([^"\r\n;]+)/im.exec(header)?.[1]
  if (boundary && !latin1(await file.tail()).includes(`--${boundary}--`)) return damaged(ids, { kind: 'last-part-open' }, { props: kept })
  return reading(ids, { verified: boundary ? 'structure' : 'signature', props: kept })
}
