import type { FileBytes } from '../../bytes/source'
import { decodeText } from '../../text/decode'
import { damaged, reading } from '../reading'
import type { Reading } from '../reading'

/** Root element → id; `svg` needs its own, others are told well enough by the local name. */
const ROOTS: Record<string, string> = {
  'svg': 'svg', 'gpx': 'gpx', 'kml': 'kml', 'html': 'html', 'FeatureCollection': 'gml', 'COLLADA': 'dae', 'X3D': 'x3d',
  'amf': 'amf', 'score-partwise': 'musicxml', 'score-timewise': 'musicxml', 'document': 'xml', 'plist': 'xml',
}

/** A grammar shows itself in so many bytes. */
const START = 16 * 1024
const WHOLE_JSON = 16 * 1024 * 1024

/** Text with a grammar: XML by its root element, JSON, HTML, and the record formats that begin with a keyword. */
export async function readMarkup(file: FileBytes): Promise<Reading | null> {
  const decoded = decodeText(file.head.subarray(0, START), file.size > START)
  if (!decoded) return null
  const { text, encoding } = decoded
  const props = { encoding }
  const start = text.replace(/^\uFEFF/, '').trimStart()
  if (start.startsWith('{\\rtf')) {
    const end = new TextDecoder('windows-1252').decode(await file.tail()).replace(/[\0\s]+$/, '')
    return end.endsWith('}') ? reading('rtf', { verified: 'structure' }) : damaged('rtf', 'its closing brace is missing')
  }
  if (start.startsWith('%!PS')) return reading(/^%!PS-Adobe-[\d.]+ EPSF/.test(start) ? 'eps' : 'ps', { version: /^%!PS-Adobe-([\d.]+)/.exec(start)?.[1] ?? null })
  if (start.startsWith('BEGIN:VCALENDAR')) return closing(file, 'ics', 'END:VCALENDAR')
  if (start.startsWith('BEGIN:VCARD')) return closing(file, 'vcf', 'END:VCARD')
  if (start.startsWith('WEBVTT')) return reading('vtt', { props })
  if (/^\[InternetShortcut\]/i.test(start)) return reading(['url', 'ini', 'txt'])
  if (/^(?:#[^\n]*\n)*\[Desktop Entry\]/.test(start) && /\nType=Link/.test(start)) return reading(['desktop', 'ini', 'txt'])
  if (/^From \S+ .*\d{4}\r?\n(?:[\w-]+:)/.test(start)) return reading('mbox')
  if (/^(?:Received|Return-Path|From|Message-ID|MIME-Version|Delivered-To|Date|Subject|To|X-[\w-]+): [^\n]*\n(?:[\w-]+:|[ \t])/i.test(start)
    && /^(?:From|Date|Message-ID|MIME-Version): /im.test(start) && /^(?:From|Subject|To|Received): /im.test(start)) return reading('eml')
  if (/^(?:<!--[\s\S]*?-->\s*)*(?:<!doctype html|<html|<head|<body)\b/i.test(start)) return reading('html', { props })
  if (start.startsWith('<')) return readXml(file, start, props)
  if (/^(?:\{\s*["}]|\[\s*["{[\]\d-])/.test(start)) return readJson(file, text, props)
  return null
}

async function closing(file: FileBytes, id: string, mark: string): Promise<Reading> {
  const end = (decodeText(await file.tail())?.text ?? '').trimEnd()
  return end.endsWith(mark) ? reading(id, { verified: 'structure' }) : damaged(id, `its closing line ${mark} is missing`)
}

async function readXml(file: FileBytes, start: string, props: { encoding: string }): Promise<Reading | null> {
  const prolog = /^(?:<\?[\s\S]*?\?>\s*|<!--[\s\S]*?-->\s*|<!DOCTYPE[^[>]*(?:\[[\s\S]*?\]\s*)?>\s*)*/i.exec(start)?.[0] ?? ''
  const root = /^<([A-Za-z_][\w.-]*:)?([A-Za-z_][\w.-]*)[\s/>]/.exec(start.slice(prolog.length))
  if (!root) return start.startsWith('<?xml') ? reading('xml', { props }) : null
  const [, prefix = '', name = ''] = root
  let id = ROOTS[name] ?? 'xml'
  if (name === 'FeatureCollection' && !start.includes('opengis.net/gml')) id = 'xml'
  if (name === 'document' && start.includes('opendocument.text')) id = 'fodt'
  if (name === 'plist' && /<key>URL<\/key>/.test(start)) id = 'webloc'
  const end = (decodeText(await file.tail())?.text ?? '').trimEnd()
  const closed = end.endsWith('>') && (end.includes(`</${prefix}${name}`) || /\/>$/.test(end))
  if (!closed && end !== '') {
    if (start.startsWith('<?xml') || id !== 'xml') return damaged(id, `its closing tag </${prefix}${name}> is missing`, { props })
    return null
  }
  const version = new RegExp(`^<${prefix}${name}\\b[^>]*\\sversion\\s*=\\s*["']([\\d.]+)`).exec(start.slice(prolog.length))?.[1] ?? null
  return reading(id, { version: id === 'xml' ? null : version, verified: 'structure', props })
}

async function readJson(file: FileBytes, head: string, props: { encoding: string }): Promise<Reading | null> {
  const geo = /"type"\s*:\s*"(?:FeatureCollection|Feature|GeometryCollection)"/.test(head.slice(0, 4096))
  const id = geo ? 'geojson' : /"asset"\s*:\s*\{[^}]*"version"/.test(head) ? 'gltf' : 'json'
  if (file.size > WHOLE_JSON) return reading(id, { props })
  const text = decodeText(await file.whole(WHOLE_JSON))?.text.replace(/^\uFEFF/, '') ?? ''
  try {
    JSON.parse(text)
    return reading(id, { verified: 'structure', props })
  }
  catch {
    return openAtEnd(text) && (geo || /^\s*[{[]\s*["{]/.test(text)) ? damaged(id, 'it ends before its last bracket closes', { props }) : null
  }
}

/** Whether brackets are well nested but not all closed: the mark of a text cut short, not of one that is no JSON. */
function openAtEnd(text: string): boolean {
  const open: string[] = []
  let inText = false
  for (let i = 0; i < text.length; i++) {
    const char = text[i]
    if (inText) {
      if (char === '\\') i++
      else if (char === '"') inText = false
      continue
    }
    if (char === '"') inText = true
    else if (char === '{' || char === '[') open.push(char === '{' ? '}' : ']')
    else if ((char === '}' || char === ']') && open.pop() !== char) return false
  }
  return inText || open.length > 0
}
