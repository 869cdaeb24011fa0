// How many files of the corpus are named rightly, and how many a second: ours, libmagic, and the registry's most used
// detection library. Then spoiled files by the ten thousands.
import { execFileSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileTypeFromBuffer } from 'file-type'
import { sourceFromBytes } from '../core/bytes/source'
import { nameFormat, readBytes } from '../core/formats/identify'
import { formatById } from '../core/formats/registry'
import { splitExtension } from '../core/names/extension'
import { readCorpus } from '../tests/corpus/corpus'
import { mutate } from '../tests/corpus/mutate'

const CASES = Number(process.argv[2] ?? 100_000)
const corpus = readCorpus()
const genuine = corpus.filter(sample => sample.state !== 'locked')
const folder = mkdtempSync(join(tmpdir(), 'usitor-formats-'))
mkdirSync(join(folder, 'named'))
for (const [index, { bytes }] of genuine.entries()) writeFileSync(join(folder, 'named', String(index).padStart(4, '0')), bytes)

const start = performance.now()
let ours = 0
for (const { path, id, bytes } of genuine) if (nameFormat(await readBytes(sourceFromBytes(bytes)), splitExtension(path).extension) === id) ours++
const oursTime = performance.now() - start

/** Media types under which libmagic and others know the same thing; what they call by a container or plain text is not right. */
const SAME: Record<string, string[]> = {
  'audio/x-wav': ['wav'], 'audio/wav': ['wav'], 'audio/x-aiff': ['aiff'], 'audio/aiff': ['aiff'], 'audio/x-m4a': ['m4a'],
  'audio/midi': ['mid'], 'text/rtf': ['rtf'], 'application/x-rar': ['rar'], 'image/vnd.adobe.photoshop': ['psd', 'psb'],
  'image/x-tga': ['tga'], 'image/x-ms-bmp': ['bmp'], 'video/x-matroska': ['mkv', 'mka'], 'matroska': ['mkv'],
  'video/x-msvideo': ['avi'], 'video/vnd.avi': ['avi'], 'video/x-ms-asf': ['wmv', 'wma'], 'audio/basic': ['au'],
  'audio/x-flac': ['flac'], 'video/mpeg': ['mpg'], 'video/MP2T': ['m2ts'], 'application/x-bzip2': ['bz2', 'tar.bz2'],
  'application/x-xz': ['xz', 'tar.xz'], 'application/zstd': ['zst', 'tar.zst'],
  'application/gzip': ['gz', 'tar.gz', 'svgz', 'gnumeric'], 'application/x-lz4': ['lz4'],
  'application/x-executable': ['elf'], 'application/x-pie-executable': ['elf'], 'application/vnd.debian.binary-package': ['deb'],
  'application/x-cpio': ['cpio'], 'application/x-archive': ['ar'], 'image/x-icon': ['ico'], 'image/vnd.microsoft.icon': ['ico'],
  'application/vnd.sqlite3': ['sqlite'], 'application/x-sqlite3': ['sqlite'], 'image/x-xcf': ['xcf'], 'application/dicom': ['dcm'],
  'image/x-portable-pixmap': ['ppm'], 'image/x-portable-greymap': ['pgm'], 'image/x-portable-bitmap': ['pbm'],
  'application/x-compress': ['z'], 'application/x-lzma': ['lzma'], 'application/x-lzip': ['lz'], 'text/xml': ['xml'],
  'application/vnd.ms-opentype': ['otf'], 'font/sfnt': ['ttf', 'otf'], 'application/CDFV2': [], 'application/octet-stream': [],
  'text/plain': ['txt'], 'image/svg+xml': ['svg'],
}
const right = (mime: string, id: string) => SAME[mime]?.includes(id) ?? (formatById(id)?.mediaType === mime)

const magicStart = performance.now()
const types = execFileSync('bash', ['-c', `file -b --mime-type ${folder}/named/*`], { encoding: 'utf8', maxBuffer: 1e8 }).trim().split('\n')
const magicTime = performance.now() - magicStart
const magic = types.filter((type, at) => right(type, genuine[at]?.id ?? '')).length

const otherStart = performance.now()
let other = 0
for (const { bytes, id } of genuine) {
  const told = await fileTypeFromBuffer(bytes).catch(() => undefined)
  if (told && (right(told.mime, id) || (formatById(id)?.extensions.includes(told.ext) ?? false))) other++
}
const otherTime = performance.now() - otherStart
rmSync(folder, { recursive: true })
const share = (count: number) => `${(100 * count / genuine.length).toFixed(1)} %`
const rate = (time: number) => `${Math.round(genuine.length / time * 1000)} a second`
console.log(`formats: ${genuine.length} genuine files of ${new Set(genuine.map(one => one.id)).size} formats named rightly: ours `
  + `${share(ours)} (goal ≥ 99 %), ${rate(oursTime)} with proofs and measures; libmagic ${share(magic)}, ${rate(magicTime)}; `
  + `file-type ${share(other)}, ${rate(otherTime)}`)
const locked = corpus.filter(sample => sample.state === 'locked')
let match = 0
for (const { bytes } of locked) if ((await readBytes(sourceFromBytes(bytes))).state === 'locked') match++
console.log(`locked: ${match} of ${locked.length} found (goal all)`)

let [worst, unread, slowest, most] = [0, 0, '', 0]
const before = performance.now()
for (let done = 0; done < CASES; done += 5000) {
  for (const bytes of mutate(corpus, 100 + done, Math.min(5000, CASES - done))) {
    const began = performance.now()
    const reading = await readBytes(sourceFromBytes(bytes))
    const took = performance.now() - began
    if (reading.state === 'unread') {
      unread++
      console.log(`  thrown: ${JSON.stringify(reading.fault)}`)
    }
    if (took > worst) [worst, slowest] = [took, reading.candidates[0] ?? '']
  }
  most = Math.max(most, process.memoryUsage().rss)
}
console.log(`spoiled: ${CASES} files in ${((performance.now() - before) / 1000).toFixed(0)} s: ${unread} thrown, slowest `
  + `${worst.toFixed(0)} ms (${slowest}), whole process ${Math.round(most / 1e6)} MB`)
