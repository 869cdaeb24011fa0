import { latin1, startsWith, trimmedEnd, u16be, u16le, u32le, u8 } from '../../../bytes/read'
import type { FileBytes } from '../../../bytes/source'
import { damaged, endsEarly, reading } from '../../reading'
import type { Reading } from '../../reading'

const endOf = async (file: FileBytes): Promise<string> => trimmedEnd(latin1(await file.tail()))

/** DXF: pairs of a number and a value up to EOF; the header names the version of the drawing. */
export async function readDrawing(file: FileBytes): Promise<Reading | null> {
  const text = latin1(file.head)
  if (startsWith(file.head, 'AutoCAD Binary DXF')) {
    const offset = text.indexOf('$ACADVER')
    const version = offset < 0 ? null : /AC\d{4}/.exec(text.slice(offset, offset + 32))?.[0] ?? null
    const end = latin1((await file.tail()).slice(-8))
    return end.includes('EOF')
      ? reading('dxf', { version, verified: 'structure', props: { form: 'binary' } })
      : damaged('dxf', { kind: 'closing-mark-missing' }, { version, props: { form: 'binary' } })
  }
  if (!/^\s{0,80}(?:999[ \t\r]*\n[^\n]*\n\s{0,80})*0[ \t\r]*\n[ \t]*SECTION[ \t\r]*\n/.test(text.slice(0, 4096))) return null
  const version = /\$ACADVER\s{0,20}1\s{0,20}(AC\d{4})/.exec(text)?.[1] ?? null
  const rest = { version, props: { form: 'ascii' } }
  return /(?:^|\n)\s*EOF$/.test((await endOf(file)).slice(-80))
    ? reading('dxf', { ...rest, verified: 'structure' })
    : damaged('dxf', { kind: 'closing-mark-missing' }, rest)
}

/** ISO 10303-21: sections up to the closing line; the schema tells a building model from other products. */
export async function readProduct(file: FileBytes): Promise<Reading> {
  const text = latin1(file.head)
  const schema = /FILE_SCHEMA\s*\(\s*\(\s*'([^']{1,60})/i.exec(text)?.[1]?.trim() ?? null
  const id = schema && /^IFC/i.test(schema) ? 'ifc' : 'step'
  const version = schema ? schema.split(/[\s{]/)[0] ?? null : null
  return (await endOf(file)).endsWith('END-ISO-10303-21;')
    ? reading(id, { version, verified: 'structure' })
    : damaged(id, { kind: 'closing-line-missing' }, { version })
}

/** IGES: cards of 80 characters; the last one counts those of every section. */
export async function readSurfaces(file: FileBytes): Promise<Reading> {
  const end = await endOf(file)
  const last = end.split(/\r?\n/).at(-1) ?? ''
  return /^S *\d+G *\d+D *\d+P *\d+\s+T *\d*$/.test(last.trim())
    ? reading('iges', { verified: 'structure' })
    : damaged('iges', { kind: 'closing-card-missing' })
}

/** Metafiles state their length: in words, in bytes. */
export async function readMetafile(file: FileBytes): Promise<Reading | null> {
  const { head, size } = file
  const placed = startsWith(head, '\xD7\xCD\xC6\x9A')
  const offset = placed ? 22 : 0
  if (placed || (u16le(head, 0) <= 2 && u16le(head, 0) > 0 && u16le(head, 2) === 9 && [0x100, 0x300].includes(u16le(head, 4)))) {
    // some writers count the header before it too
    const stated = u32le(head, offset + 6) * 2
    // the last record, of three words and number 0, closes it; some writers leave one word out of the length
    return stated > size + 2 ? damaged('wmf', endsEarly(size, stated)) : reading('wmf', { verified: 'structure' })
  }
  if (startsWith(head, ' EMF', 40)) {
    const stated = u32le(head, 48)
    return stated > size ? damaged('emf', endsEarly(size, stated)) : reading('emf', { verified: 'structure' })
  }
  if (startsWith(head, 'BEGMF') || ((u16be(head, 0) & 0xFFE0) === 0x0020 && u8(head, 2) > 0 && size > 30
    && (u16be(head, 2 + (u16be(head, 0) & 0x1F) + (u16be(head, 0) & 1)) & 0xFFE0) === 0x1020)) {
    const end = (await file.tail()).slice(-64)
    const last = [...end].filter(byte => byte !== 0).at(-1)
    return startsWith(head, 'BEGMF') || last === 0x40
      ? reading('cgm', { verified: 'structure' })
      : damaged('cgm', { kind: 'closing-element-missing' })
  }
  return null
}
