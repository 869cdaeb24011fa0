import { gzipSync, strToU8, zipSync } from 'fflate'
import { expect, test } from 'vitest'
import { sourceFromBytes } from '../bytes/source'
import { nameFormat, readBytes } from './identify'

const binary = (content: string, length = 0) => Uint8Array.from(
  { length: Math.max(content.length, length) }, (_, at) => (at < content.length ? content.charCodeAt(at) & 255 : (at * 37) & 127),
)
const zip = (parts: Record<string, string>) => zipSync(Object.fromEntries(Object.entries(parts)
  .map(([name, text]) => [name, [strToU8(text), { level: name === 'mimetype' || /\.usd/.test(name) ? 0 : 6 }]])))
const packed = (type: string, part: string, more: Record<string, string> = {}) => zip({
  '[Content_Types].xml': `<Types><Override PartName="/${part}" ContentType="${type}"/></Types>`, [part]: '<a/>', ...more,
})
const declared = (type: string, parts: Record<string, string> = {}) => zip({
  'mimetype': type, 'content.xml': '<a/>', 'META-INF/manifest.xml': '<m/>', ...parts,
})

/** A directory of a tagged image with these tags (TIFF 6.0 §2): number, type, count, value. */
function tagged(start: string, tags: [number, number, number, number][], make = ''): Uint8Array {
  const view = new DataView(new ArrayBuffer(400))
  ;[...start].forEach((char, at) => view.setUint8(at, char.charCodeAt(0)))
  view.setUint32(4, 32, true)
  view.setUint16(32, tags.length, true)
  tags.forEach(([tag, type, count, value], index) => {
    view.setUint16(34 + 12 * index, tag, true)
    view.setUint16(36 + 12 * index, type, true)
    view.setUint32(38 + 12 * index, count, true)
    view.setUint32(42 + 12 * index, value, true)
  })
  ;[...make].forEach((char, at) => view.setUint8(300 + at, char.charCodeAt(0)))
  return new Uint8Array(view.buffer)
}
const sensor = (make: string): Uint8Array => tagged(
  'II*\0', [[256, 4, 1, 60], [257, 4, 1, 40], [262, 3, 1, 32_803], [271, 2, make.length + 1, 300]], make,
)

const OPEN = 'application/vnd.oasis.opendocument.'
const MS = 'application/vnd.ms-'
const XML = 'application/vnd.openxmlformats-officedocument.'

// the least that the published descriptions of each format call for; no program here writes these, so they are made by hand
test.each<[id: string, bytes: Uint8Array, extension?: string]>([
  ['dotm', packed(`${MS}word.template.macroEnabledTemplate.main+xml`, 'word/document.xml')], [
    'xlsm', packed(`${MS}excel.sheet.macroEnabled.main+xml`, 'xl/workbook.xml'),
  ], ['xlsb', packed(`${MS}excel.sheet.binary.macroEnabled.main`, 'xl/workbook.bin')],
  ['xltm', packed(`${MS}excel.template.macroEnabled.main+xml`, 'xl/workbook.xml')], [
    'potm', packed(`${MS}powerpoint.template.macroEnabled.main+xml`, 'ppt/presentation.xml'),
  ], ['ppsx', packed(`${XML}presentationml.slideshow.main+xml`, 'ppt/presentation.xml')],
  ['ppsm', packed(`${MS}powerpoint.slideshow.macroEnabled.main+xml`, 'ppt/presentation.xml')], [
    'vsdx', packed(`${MS}visio.drawing.main+xml`, 'visio/document.xml'),
  ], ['oxps', packed(`${MS}package.xps-fixeddocumentsequence+xml`, 'FixedDocSeq.fdseq', { '_rels/.rels': 'http://schemas.openxps.org/oxps/v1.0' })],
  ['odm', declared(`${OPEN}text-master`)], ['odf', declared(`${OPEN}formula`)], [
    'sxw', declared('application/vnd.sun.xml.writer'),
  ], ['sxc', declared('application/vnd.sun.xml.calc')], ['sxi', declared('application/vnd.sun.xml.impress')],
  ['hwpx', declared('application/hwp+zip')], ['idml', declared('application/vnd.adobe.indesign-idml-package')], [
    'kra',
    declared('application/x-krita', { 'maindoc.xml': '<DOC><IMAGE width="9" height="8"><layers><layer/></layers></IMAGE></DOC>' }),
  ], ['mxl', declared('application/vnd.recordare.musicxml')],
  ['pages', zip({ 'Index/Document.iwa': 'a', 'Index/Metadata.iwa': 'a' }), 'pages'], [
    'numbers', zip({ 'Index/Document.iwa': 'a', 'Index/CalculationEngine.iwa': 'a', 'Index/Tables/DataList.iwa': 'a' }),
  ], ['key', zip({ 'Index/Document.iwa': 'a', 'Index/Slide-1.iwa': 'a' })],
  ['fcstd', zip({ 'Document.xml': '<a/>', 'GuiDocument.xml': '<a/>' })], ['usdz', zip({ 'a.usdc': 'PXR-USDC' })], [
    'apk', zip({ 'AndroidManifest.xml': 'a', 'classes.dex': 'dex' }),
  ], ['procreate', zip({ 'Document.archive': 'a', 'x/1~1.chunk': 'a' })], ['f3d', zip({ 'Manifest.dat': 'a' })],
  ['cbz', zip({ '01.jpg': 'a', '02.jpg': 'a' }), 'cbz'], ['zip', zip({ '01.jpg': 'a', '02.jpg': 'a' }), 'zip'],
  ['cr2', tagged('II*\0\x20\0\0\0CR\x02\0', [[256, 4, 1, 60], [257, 4, 1, 40]])], ['nef', sensor('NIKON CORPORATION')],
  ['arw', sensor('SONY')], ['pef', sensor('PENTAX')], ['srw', sensor('SAMSUNG')], ['tif', sensor('')],
  ['orf', tagged('IIRO', [[256, 4, 1, 60]])], ['rw2', tagged('IIU\0', [[256, 4, 1, 60]])],
  ['raf', binary('FUJIFILMCCD-RAW 0201FF', 200).fill(0, 84, 110)], ['x3f', binary('FOVb\x03\0\x02\0', 40)],
  ['crw', binary('II\x1A\0\0\0HEAPCCDR', 60)], ['cr3', binary('\0\0\0\x18ftypcrx \0\0\0\x01crx isom\0\0\0\x08moov')],
  ['psb', binary(`8BPS\0\x02${'\0'.repeat(6)}\0\x03\0\0\0\x01\0\0\0\x01\0\x08\0\x03${'\0'.repeat(16)}\0\0\x01\x02\x03`)],
  ['xcf', binary(`gimp xcf v011\0\0\0\0\x01\0\0\0\x01\0\0\0\0\0\0\0\x96${'\0'.repeat(40)}`)], [
    'cur', binary('\0\0\x02\0\x01\0\x10\x10\0\0\0\0\0\0\x28\0\0\0\x16\0\0\0\x28\0\0\0', 80),
  ], ['icns', binary('icns\0\0\0\x10TOC \0\0\0\x08')], ['jbig2', binary('\x97JB2\r\n\x1A\n\x01', 20)],
  ['clip', binary('CSFCHUNK\0\0', 40)], ['indd', binary('\x06\x06\xED\xF5\xD8\x1D\x46\xE5\xBD\x31', 64)],
  ['wpd', binary('\xFFWPC\x10\0', 40)], ['wri', binary('\x31\xBE\0\0\0\xAB', 200)], ['wk1', binary('\0\0\x02\0\x06\x04', 60)],
  ['cdr', binary('RIFF\x10\0\0\0CDRDvrsn\x02\0\0\0\x01\0')], ['ai', binary('%PDF-1.5\n%/AIPrivateData1\nstartxref\n9'), 'ai'],
  ['dwg', binary('AC1032\0\0\0\0\0\0\0', 200)], ['dwf', binary('(DWF V06.00)PK', 40)], ['dgn', binary('\x08\x09\xFE\x02', 60)],
  ['ifc', strToU8('ISO-10303-21;\nHEADER;\nFILE_SCHEMA((\'IFC4\'));\nENDSEC;\nDATA;\nENDSEC;\nEND-ISO-10303-21;\n')], [
    'skp', binary(`\xFF\xFE\xFF\x0E${[...'SketchUp Model'].map(char => `${char}\0`).join('')}`, 80),
  ], ['3dm', binary('3D Geometry File Format        70', 80)], ['x_t', strToU8('**ABCDEFGHIJKLMNOPQRSTUVWXYZabc****\n')],
  ['usdc', binary(`PXR-USDC\0\x08\0\0\0\0\0\0\x10${'\0'.repeat(80)}\x01`)], ['blend', binary('BLENDER-v300ENDB', 60)],
  ['c4d', binary('QC4DC4D6\0', 60)], ['ma', strToU8('//Maya ASCII 2024 scene\n')], ['msh', strToU8('$MeshFormat\n4.1 0 8\n$EndMeshFormat\n')],
  ['ape', binary('MAC \x96\x0F\0', 60)], ['xm', binary('Extended Module: Tide\x1A', 80)], ['it', binary('IMPMTide\0', 80)],
  ['s3m', binary(`${'Tide'.padEnd(28, '\0')}\x1A\x10${'\0'.repeat(14)}SCRM`, 80)], [
    'mod', binary(`${'Tide'.padEnd(1080, '\0')}M.K.`, 1200),
  ], ['sf2', binary('RIFF\x0C\0\0\0sfbkLIST\0\0\0\0')], ['dv', binary('\x1F\x07\0\x3F', 120_000)],
  ['rar', binary('Rar!\x1A\x07\0\xCF\x90\x73\0\0\x0D\0\0\0\0\0\0\0\xC4\x3D\x7B\0\x40\x07\0')],
  ['dmg', binary('\x78\x9C'.padEnd(600, '\x01') + `koly\0\0\0\x04\0\0\x02\0${'\0'.repeat(500)}`)], [
    'macho', binary('\xCF\xFA\xED\xFE\x07\0\0\x01', 60),
  ], ['mobi', binary(`${'Tide_pools'.padEnd(60, '\0')}BOOKMOBI`, 200)], ['chm', binary('ITSF\x03\0\0\0', 60)], ['pst', binary('!BDN\0\0\0\0SM', 60)],
  ['las', binary('LASF\0\0\0\0', 240)], ['torrent', strToU8('d8:announce20:http://tide.example/4:infod4:name1:aee')],
  ['mdb', binary('\0\x01\0\0Standard Jet DB\0', 4096)], ['parquet', binary('PAR1'.padEnd(40, '\x02') + 'PAR1')], [
    'arrow', binary('ARROW1'.padEnd(40, '\x02') + 'ARROW1'),
  ], ['avro', binary('Obj\x01\x04', 40)], ['rds', gzipSync(strToU8('RDX3\nX\n'))], ['sav', binary('$FL2@(#) ', 80)],
  ['dta', strToU8('<stata_dta><header><release>118</release></header></stata_dta>')],
  ['pcapng', binary('\x0A\x0D\x0D\x0A\x1C\0\0\0', 40)],
  ['edf', binary(`0       ${' '.repeat(176)}256     ${' '.repeat(52)}1       ${'1       '}`, 400)],
  ['lnk', binary('L\0\0\0\x01\x14\x02\0', 80)], ['alias', binary('book\0\0\0\0mark', 80)],
  ['sla', strToU8('<?xml version="1.0"?>\n<SCRIBUSUTF8NEW Version="1.5"></SCRIBUSUTF8NEW>')], ['xls', binary('\x09\x08\x10\0\0\x06\x05\0', 80)],
])('%s', async (id, bytes, extension = id) => {
  expect(nameFormat(await readBytes(sourceFromBytes(bytes)), extension)).toBe(id)
})
