import { generateKeyPairSync } from 'node:crypto'
import { gzipSync, strToU8, zipSync, unzipSync } from 'fflate'
import { describe, expect, test } from 'vitest'
import { makeDocx, makeOdt } from '../../demo/make-files'
import { sourceFromBytes } from '../bytes/source'
import { acceptFormat, extensionsFor } from './accept'
import type { AcceptedFormat } from './condition'
import { nameFormat, readBytes, readingUnder } from './identify'
import { reading } from './reading'
import { countsAs, extensionFits, formatById, FORMATS } from './registry'

const read = (bytes: Uint8Array) => readBytes(sourceFromBytes(bytes))
const readText = (text: string) => read(strToU8(text))
const asked = (...ids: string[]): AcceptedFormat[] => ids.map(id => ({ id, measured: {} }))
/** What a file of this name and text is called, and whether its extension is honest. */
async function judge(text: string, extension: string) {
  const id = nameFormat(await readText(text), extension)
  return [id, extensionFits(id, extension)]
}

describe('a format is a kind of others', () => {
  test('the relation has no circle but that of text and log, and every end of it is a format', () => {
    const ids = new Set(FORMATS.map(({ id }) => id))
    for (const { id, kindOf } of FORMATS) {
      expect(kindOf).not.toContain(id)
      for (const kind of kindOf) expect(ids).toContain(kind)
    }
  })

  // facts of the formats: RSS, MusicXML and OSM are XML, a mail is text, NDJSON is JSON a line, JSON is YAML (YAML 1.2.2 §1.3)
  test.each([
    ['rss', 'xml'], ['musicxml', 'xml'], ['osm', 'xml'], ['plist', 'xml'], ['eml', 'txt'], ['csv', 'txt'], ['json', 'log'], ['ndjson', 'json'],
    ['json', 'yaml'], ['gpkg', 'sqlite'], ['wma', 'asf'], ['m4a', 'mp4'], ['jar', 'zip'], ['webloc', 'xml'], ['tar.gz', 'gz'], ['p12', 'der'],
  ])('%s is honest under .%s, and not the other way round where that says more', (id, extension) => {
    expect(extensionFits(id, extension)).toBe(true)
    expect(extensionFits(id, 'stl')).toBe(false)
  })

  test('nobody can say of bytes that are not known, or of text, under an extension that no format bears', () => {
    expect([extensionFits('unknown', 'qqq'), extensionFits('txt', 'qqq'), extensionFits('xml', 'qqq')]).toEqual([null, null, null])
    expect([extensionFits('jpg', 'qqq'), extensionFits('unknown', 'pdf'), extensionFits('txt', 'pdf')]).toEqual([false, false, false])
    // an extension that others bear too, such as one of manual sources
    expect([extensionFits('txt', 'x'), extensionFits('jpg', 'x')]).toEqual([null, false])
  })

  // facts of the formats: DNG and camera raws are written as TIFF (TIFF 6.0, DNG 1.4), sound in a box as MPEG-4 (ISO/IEC 14496-12), a saved page as
  // a mail (RFC 2557); that they are not what is meant by these names is common practice, no source
  test.each([
    ['ai', 'pdf'], ['nef', 'tif'], ['dng', 'tif'], ['m4a', 'mp4'], ['wma', 'wmv'], ['pages', 'zip'], ['cbz', 'zip'], ['jar', 'zip'], ['mht', 'eml'],
    ['fodt', 'xml'], ['ipynb', 'json'], ['ogv', 'ogg'],
  ])('%s is written as %s is, and is none but under its extension', (id, accepted) => {
    const [own = ''] = formatById(id)?.extensions ?? []
    expect([countsAs(id, accepted, own), countsAs(id, accepted, ''), countsAs(id, accepted, accepted)]).toEqual([false, false, true])
    expect(acceptFormat(reading(id), own, asked(accepted)).fits).toBe(false)
  })

  test.each([['musicxml', 'xml', 'musicxml'], ['gpx', 'xml', 'gpx'], ['ndjson', 'json', 'jsonl'], ['tar.gz', 'gz', 'tar.gz']])(
    '%s counts as %s under .%s', (id, accepted, extension) => {
      expect(countsAs(id, accepted, extension)).toBe(true)
    })

  test('a web page is no text file, but its source saved as one is', async () => {
    expect([countsAs('html', 'txt', 'html'), countsAs('html', 'txt', 'txt'), countsAs('geojson', 'json', 'geojson')]).toEqual([false, true, true])
    const page = await readText('<!DOCTYPE html><html><body><p>x</p></body></html>')
    expect(acceptFormat(page, 'html', asked('txt')).fits).toBe(false)
    const saved = acceptFormat(page, 'txt', asked('txt'))
    expect([saved.fits, saved.id, extensionsFor(saved)[0]]).toEqual([true, 'html', 'txt'])
    expect(extensionsFor(acceptFormat(page, 'html', asked('html', 'txt')))).toContain('htm')
  })
})

describe('text is what its own marks say', () => {
  test.each<[string, string, unknown[]]>([
    ['<h1 align="center">Tide</h1>\n\nWe counted.\n', 'md', ['md', true]],
    ['<table><tr><td>1</td></tr></table>', 'html', ['html', true]],
    ['<div>\n{% block x %}\n</div>', 'html', ['html', true]],
    ['{% extends "a" %}\n<p>x</p>', 'html', ['html', true]],
    ['<?xml version="1.0"?>\n<TS version="2.1"><context/></TS>', 'ts', ['xml', true]],
    ['<math xmlns="http://www.w3.org/1998/Math/MathML"><mi>x</mi></math>', 'mml', ['mml', true]],
    ['<?xml version="1.0"?><opml version="2.0"><head/><body/></opml>', 'opml', ['opml', true]],
    ['<article xmlns="http://docbook.org/ns/docbook" version="5.1"><title>x</title></article>', 'xml', ['docbook', true]],
    ['A PDF begins with %PDF-1.4 and 1 0 obj, they say.\n', 'txt', ['txt', true]],
    ['{"a": 1} // a comment\n', 'json', ['json', true]],
    ['3.14\n', 'json', ['json', true]],
    ['{"a":1}\n{"a":2}\n', 'json', ['ndjson', true]],
    ['{"name": "x", "big": [1], "asset": {"version": "2.0"}, "meshes": []}', 'gltf', ['gltf', true]],
    [`{"bbox": [${'0,'.repeat(9000)}1], "features": [], "type": "FeatureCollection"}`, 'geojson', ['geojson', true]],
    ['From 0123456789abcdef0123456789abcdef01234567 Mon Sep 17 00:00:00 2001\nFrom: A <a@x.example>\n\n---\n', 'patch', ['diff', true]],
    ['From: a@x.example\nSubject: how it is used\n\n<?php echo 1;\n', 'php', ['php', true]],
    ['Certificate:\n    Data:\n-----BEGIN CERTIFICATE-----\nMIIB\n-----END CERTIFICATE-----\n', 'pem', ['pem', true]],
    ['digraph tide { a -> b }\n', 'dot', ['gv', true]],
    ['X:1\nT:Tide\nM:4/4\nK:C\nCDEF|\n', 'abc', ['abc', true]],
  ])('%j as .%s', async (text, extension, wanted) => {
    expect(await judge(text, extension)).toEqual(wanted)
  })

  test('a list of changes that begins with a bracket is no damaged data', async () => {
    expect(await readText('[0.30.2]\n\n  * Fix a fault {see below}.\n')).toMatchObject({ state: 'ok' })
  })
})

describe('data that does not parse as what it is called', () => {
  test.each([
    ['{"a" 1}', 'json', { kind: 'data-unreadable', line: 1 }], ['{\n"a": 1,\n"b" 2\n}', 'json', { kind: 'data-unreadable', line: 3 }],
    ['name: rock\nparts: [1, 2\nnext: 3\n', 'yaml', { kind: 'data-unreadable', line: 3 }],
    ['a,b\n1,"2\n3,4\n', 'csv', { kind: 'quote-open', line: 2 }], ['<rock>\n<b>\n</rock>', 'xml', { kind: 'markup-broken', line: 3 }],
  ])('%j under .%s is damaged, under another extension it is text', async (text, extension, fault) => {
    const reading = await readText(text)
    expect(readingUnder(reading, extension)).toMatchObject({ state: 'damaged', fault })
    expect(readingUnder(reading, 'txt').state).toBe('ok')
    // and it never counts as that format by chance
    expect(acceptFormat(reading, '', asked(extension)).fits).toBe(false)
  })

  test.each([
    '<?xml version="1.0"?>\n<catalog>\n<system id="a"/>\n',
    '<?xml version="1.0"?>\n<html xmlns="http://www.w3.org/1999/xhtml">\n<body>\n<p>%(words)s\n',
    '[{"a": 1},\n{"b": 2},\n{"c"',
    '<?xml version="1.0"?>\n<a>\n<b>\n</a>\n',
  ])('a piece of it, %j, is a sound text file, and damaged as what it is a piece of', async (text) => {
    const reading = await readText(text)
    expect([readingUnder(reading, 'txt').state, readingUnder(reading, 'LOG').state]).toEqual(['ok', 'ok'])
    expect(readingUnder(reading, nameFormat(reading, '')).state).toBe('damaged')
  })

  test('a list of words that begins as a mesh would is text', async () => {
    for (const text of ['ply\n', 'ply\nwood\n', 'ply\r\nformation\r\n']) expect((await readText(text)).candidates).toContain('txt')
    expect(await readText('ply\nformat ascii 1.0\nelement vertex 8\n')).toMatchObject({ candidates: ['ply'], state: 'damaged' })
  })

  // the first two are examples 2.10 and 7.13 of YAML 1.2.2, from memory; the rest is common practice, no source
  test.each([
    '---\nhr:\n  - Mark McGwire\n  # Following node labeled SS\n  - &SS Sammy Sosa\nrbi:\n  - *SS # Subsequent occurrence\n  - Ken Griffey\n',
    '---\n[\n"double\n quoted", \'single\n           quoted\',\nplain\n text, [ nested ],\nsingle: pair,\n]\n',
    'own: !shape {of: round}\nother: *nowhere\n', 'a: 1\na: 2\n', 'image: {{ .Values.image }}\n  tag: [\n', 'Plain prose, nothing else.\n',
  ])('%j is not broken under .yaml', async (text) => {
    expect(readingUnder(await readText(text), 'yaml').state).toBe('ok')
  })

  test.each([
    '<?xml version="1.0"?>\n<a>\n<b>\n</a>\n', '<?xml version="1.0" encoding="UTF-8"?>\n<a></b></a>',
  ])('%j declares itself markup and is wrongly nested', async (text) => {
    expect(await readText(text)).toMatchObject({ state: 'damaged', fault: { kind: 'markup-broken' } })
  })

  test('markup in another encoding than it says', async () => {
    const bytes = Uint8Array.from([...strToU8('<?xml version="1.0" encoding="utf-8"?><a>M'), 0xFC, ...strToU8('ller</a>')])
    expect(await read(bytes)).toMatchObject({ state: 'damaged', fault: { kind: 'encoding-not-its-own', stated: 'utf-8' } })
    expect(await read(strToU8('<?xml version="1.0"?><a>M\u00FCller</a>'))).toMatchObject({ state: 'ok' })
  })
})

describe('packages without what they cannot do without', () => {
  const without = async (make: () => Uint8Array | Promise<Uint8Array>, change: (parts: Record<string, Uint8Array>) => void) => {
    const parts = unzipSync(await make())
    change(parts)
    return read(zipSync(parts))
  }
  test.each(['[Content_Types].xml', '_rels/.rels'])('a text document without %s', async (name) => {
    expect(await without(() => makeDocx(['line']), parts => Reflect.deleteProperty(parts, name)))
      .toMatchObject({ candidates: ['docx'], state: 'damaged', fault: { kind: 'main-part-missing', name } })
  })
  test('a text document whose main part breaks off', async () => {
    expect(await without(() => makeDocx(['line']), (parts) => {
      parts['word/document.xml'] = parts['word/document.xml']?.subarray(0, -20) ?? new Uint8Array(0)
    })).toMatchObject({ state: 'damaged', fault: { kind: 'named-part-broken' } })
  })
  test.each(['META-INF/manifest.xml', 'content.xml'])('an open document without %s', async (name) => {
    expect(await without(() => makeOdt(['line']), parts => Reflect.deleteProperty(parts, name)))
      .toMatchObject({ state: 'damaged', fault: { kind: 'main-part-missing', name } })
  })
})

describe('few telling bytes are confirmed by structure', () => {
  test.each<[string, Uint8Array]>([
    ['an icon of no pictures', Uint8Array.from([0, 0, 1, 0, 2, 0, ...Array.from({ length: 60 }, (_, at) => at % 7)])],
    ['gzip with a flag that must not be set', Uint8Array.from([0x1F, 0x8B, 8, 0xE0, ...Array.from({ length: 40 }, (_, at) => at * 7 & 255)])],
    ['a sequence that does not end with the file', Uint8Array.from([0x30, 6, 2, 1, 0, 2, 1, 0, ...Array.from({ length: 40 }, () => 7)])],
  ])('%s is not called damaged', async (_, bytes) => {
    expect(await read(bytes)).toMatchObject({ state: 'ok', candidates: ['unknown'] })
  })

  test('keys as an independent library writes them', async () => {
    const { publicKey, privateKey } = generateKeyPairSync('ec', { namedCurve: 'P-256' })
    for (const key of [publicKey.export({ type: 'spki', format: 'der' }), privateKey.export({ type: 'pkcs8', format: 'der' })]) {
      expect(await read(new Uint8Array(key))).toMatchObject({ candidates: ['der'], state: 'ok' })
      expect(await read(new Uint8Array(key.subarray(0, 40)))).toMatchObject({ state: 'damaged' })
    }
    expect(await judge(String(privateKey.export({ type: 'pkcs8', format: 'pem' })), 'key')).toEqual(['pem', true])
  })

  test('what follows a compressed file is ignored, as its own tool does, unless it was to be a further member', async () => {
    const one = gzipSync(strToU8('limpets '.repeat(40)))
    expect(await read(Uint8Array.from([...one, ...strToU8('behind')]))).toMatchObject({ candidates: ['gz'], state: 'ok' })
    expect(await read(Uint8Array.from([...one, ...one]))).toMatchObject({ state: 'ok' })
    expect(await read(Uint8Array.from([...one, ...one.subarray(0, 20)]))).toMatchObject({ state: 'damaged' })
  })
})

test('an archive behind other bytes is one, as its directory says', async () => {
  const bytes = Uint8Array.from([0, 1, 2, 3, 0, 0, 9, 9, ...zipSync({ 'a.txt': strToU8('limpets') })])
  expect(await read(bytes)).toMatchObject({ candidates: ['zip'], state: 'ok', props: { entries: 1 } })
})
