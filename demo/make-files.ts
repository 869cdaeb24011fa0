import { strToU8, zipSync } from 'fflate'
import jpeg from 'jpeg-js'
import { PDFDocument, StandardFonts } from '@cantoo/pdf-lib'
import { PNG } from 'pngjs'
import type { Chance } from './random'

/** A photo of sand, weed and water: a JPEG of its own for every seed. */
export function makePhoto(chance: Chance, width: number, height: number): Uint8Array {
  const data = new Uint8Array(width * height * 4)
  const tint = [150 + chance.below(70), 140 + chance.below(60), 90 + chance.below(60)]
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const wave = Math.sin(x / (9 + chance.below(2)) + y / 23) * 22 + Math.cos(y / 7) * 9
      for (let channel = 0; channel < 3; channel++) data[(y * width + x) * 4 + channel] = Math.max(0, Math.min(255, (tint[channel] ?? 0) + wave))
      data[(y * width + x) * 4 + 3] = 255
    }
  }
  return new Uint8Array(jpeg.encode({ data, width, height }, 62).data)
}

/** The same picture with a comment of its own (ITU-T T.81 §B.2.4.5): other bytes, no other pixels. */
export function withComment(photo: Uint8Array, comment: string): Uint8Array {
  const text = strToU8(comment)
  const segment = new Uint8Array([0xFF, 0xFE, (text.length + 2) >> 8, (text.length + 2) & 255, ...text])
  return join([photo.subarray(0, 2), segment, photo.subarray(2)])
}

/** A picture of one tint; `serial` makes it differ from every other. */
export function makePng(chance: Chance, width: number, height: number, serial: number): Uint8Array {
  const image = new PNG({ width, height })
  const tint = 20 + chance.below(200)
  for (let pixel = 0; pixel < width * height; pixel++) {
    image.data[pixel * 4] = tint
    image.data[pixel * 4 + 1] = (pixel % width) & 255
    image.data[pixel * 4 + 2] = Math.floor(pixel / width) & 255
    image.data[pixel * 4 + 3] = 255
  }
  image.data[0] = serial & 255
  return new Uint8Array(PNG.sync.write(image))
}

export async function makePdf(title: string, lines: readonly string[], pages = 1): Promise<Uint8Array> {
  const document = await PDFDocument.create()
  const font = await document.embedFont(StandardFonts.Helvetica)
  const page = document.addPage([595, 842])
  const plain = (text: string) => text.normalize('NFD').replace(/[^ -~]/g, '')
  page.drawText(plain(title), { x: 60, y: 770, size: 20, font })
  lines.forEach((line, at) => page.drawText(plain(line), { x: 60, y: 730 - at * 18, size: 11, font }))
  for (let more = 1; more < pages; more++) document.addPage([595, 842])
  return document.save()
}

const xml = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;')

/** A text document as ODF 1.3 part 2 packs it: `mimetype` first and stored. */
export function makeOdt(lines: readonly string[]): Uint8Array {
  const content = '<?xml version="1.0" encoding="UTF-8"?><office:document-content '
    + 'xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" '
    + 'xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0" '
    + 'office:version="1.3"><office:body><office:text>'
    + `${lines.map(line => `<text:p>${xml(line)}</text:p>`).join('')}</office:text></office:body></office:document-content>`
  const manifest = '<?xml version="1.0" encoding="UTF-8"?><manifest:manifest '
    + 'xmlns:manifest="urn:oasis:names:tc:opendocument:xmlns:manifest:1.0" manifest:version="1.3"><manifest:file-entry '
    + 'manifest:full-path="/" manifest:media-type="application/vnd.oasis.opendocument.text"/><manifest:file-entry '
    + 'manifest:full-path="content.xml" manifest:media-type="text/xml"/></manifest:manifest>'
  return zipSync({
    'mimetype': [strToU8('application/vnd.oasis.opendocument.text'), { level: 0 }],
    'content.xml': strToU8(content), 'META-INF/manifest.xml': strToU8(manifest),
  }, { mtime: ZIP_TIME })
}

/** A text document as ECMA-376 packs it: three parts are enough. */
export function makeDocx(lines: readonly string[]): Uint8Array {
  return zipSync({
    '[Content_Types].xml': strToU8('<?xml version="1.0" encoding="UTF-8"?><Types '
      + 'xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" '
      + 'ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Override PartName="/word/document.xml" '
      + 'ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>'),
    '_rels/.rels': strToU8('<?xml version="1.0" encoding="UTF-8"?><Relationships '
      + 'xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" '
      + 'Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" '
      + 'Target="word/document.xml"/></Relationships>'),
    'word/document.xml': strToU8(
      '<?xml version="1.0" encoding="UTF-8"?><w:document '
      + `xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body>${lines.map(line =>
        `<w:p><w:r><w:t>${xml(line)}</w:t></w:r></w:p>`).join('')}</w:body></w:document>`,
    ),
  }, { mtime: ZIP_TIME })
}

const ZIP_TIME = new Date(2026, 8, 1, 12)

export function makeGif(): Uint8Array {
  // GIF89a, one pixel (W3C, GIF89a specification, appendix: worked by hand)
  return new Uint8Array([
    0x47, 0x49, 0x46, 0x38, 0x39, 0x61, 1, 0, 1, 0, 0x80, 0, 0, 255, 255, 255, 0, 0, 0, 0x2C, 0, 0, 0, 0, 1, 0, 1, 0, 0, 2, 2,
    0x44, 1, 0, 0x3B,
  ])
}

export function makeWav(seconds: number, rate: number, pitch: number): Uint8Array {
  const samples = tone(seconds, rate, pitch)
  const out = new DataView(new ArrayBuffer(44 + samples.length * 2))
  const text = (offset: number, word: string) => [...word].forEach((char, i) => out.setUint8(offset + i, char.charCodeAt(0)))
  text(0, 'RIFF')
  out.setUint32(4, 36 + samples.length * 2, true)
  text(8, 'WAVEfmt ')
  out.setUint32(16, 16, true)
  out.setUint16(20, 1, true)
  out.setUint16(22, 1, true)
  out.setUint32(24, rate, true)
  out.setUint32(28, rate * 2, true)
  out.setUint16(32, 2, true)
  out.setUint16(34, 16, true)
  text(36, 'data')
  out.setUint32(40, samples.length * 2, true)
  samples.forEach((sample, at) => out.setInt16(44 + at * 2, sample, true))
  return new Uint8Array(out.buffer)
}

function tone(seconds: number, rate: number, pitch: number): Int16Array {
  return Int16Array.from({ length: Math.round(seconds * rate) }, (_, at) => Math.round(9000 * Math.sin(2 * Math.PI * pitch * at / rate)))
}

/** FLAC (RFC 9639) with verbatim subframes only: large, but every decoder reads it. */
export function makeFlac(seconds: number, rate: number, pitch: number): Uint8Array {
  const samples = tone(seconds, rate, pitch)
  const block = 4096
  const frames: Uint8Array[] = []
  for (let offset = 0, number = 0; offset < samples.length; offset += block, number++) {
    frames.push(flacFrame(samples.subarray(offset, offset + block), number))
  }
  const sizes = frames.map(frame => frame.length)
  const info = new DataView(new ArrayBuffer(42))
  ;[0x66, 0x4C, 0x61, 0x43, 0x80, 0, 0, 34].forEach((byte, at) => info.setUint8(at, byte))
  info.setUint16(8, block)
  info.setUint16(10, block)
  info.setUint32(12, Math.min(...sizes) << 8 | Math.max(...sizes) >> 16)
  info.setUint16(16, Math.max(...sizes) & 0xFFFF)
  // 20 bits rate, 3 bits channels - 1, 5 bits depth - 1, 36 bits samples
  info.setUint32(18, ((rate << 12) | (15 << 4)) >>> 0)
  info.setUint32(22, samples.length)
  return join([new Uint8Array(info.buffer), ...frames])
}

function flacFrame(samples: Int16Array, number: number): Uint8Array {
  // block size given as 16 bits behind the header; rate and depth as in the stream's first block
  const head = [0xFF, 0xF8, 0x70, 0x00, ...utf8Number(number), (samples.length - 1) >> 8, (samples.length - 1) & 255]
  const body = new Uint8Array(head.length + 1 + 1 + samples.length * 2 + 2)
  body.set(head)
  body[head.length] = crc(head, 0x07, 8)
  body[head.length + 1] = 0x02
  samples.forEach((sample, index) => {
    body[head.length + 2 + index * 2] = (sample >> 8) & 255
    body[head.length + 3 + index * 2] = sample & 255
  })
  const check = crc(body.subarray(0, body.length - 2), 0x8005, 16)
  body[body.length - 2] = check >> 8
  body[body.length - 1] = check & 255
  return body
}

function utf8Number(value: number): number[] {
  return value < 0x80 ? [value] : [0xC0 | (value >> 6), 0x80 | (value & 0x3F)]
}

function crc(bytes: ArrayLike<number>, polynomial: number, width: 8 | 16): number {
  const top = 1 << (width - 1)
  const mask = width === 8 ? 0xFF : 0xFFFF
  let value = 0
  for (let offset = 0; offset < bytes.length; offset++) {
    value ^= (bytes[offset] ?? 0) << (width - 8)
    for (let bit = 0; bit < 8; bit++) value = (value & top ? (value << 1) ^ polynomial : value << 1) & mask
  }
  return value
}

export function join(parts: readonly Uint8Array[]): Uint8Array {
  const out = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0))
  let offset = 0
  for (const part of parts) {
    out.set(part, offset)
    offset += part.length
  }
  return out
}

export const textBytes = strToU8
