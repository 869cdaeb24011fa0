import { createHash, randomUUID } from 'node:crypto'
import { createReadStream, createWriteStream } from 'node:fs'
import { mkdir, readFile, stat, writeFile } from 'node:fs/promises'
import { basename, dirname, join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import type { ReportFile } from '../core/checking/report'
import { inFileName } from '../core/names/portability'
import type { BagFile } from '../core/packing/bag'
import { splitVolumes, tagFiles } from '../core/packing/bag'
import { correctionTable, planCorrections } from '../core/reporting/corrections'
import { writeJson } from '../core/reporting/write'
import { counted, showText } from '../core/text/show'
import { explainFailure, judgeRoots, needed, TASK } from './check'
import { hashOfFile } from './hash'
import { InputError, parse } from './options'
import { isAddress, listFiles } from './receive'

const MEGABYTE = 1_000_000
const hashOf = (text: string | Uint8Array): string => createHash('sha256').update(text).digest('hex')

/** A file to be packed: from disk, or as it was written here. */
type Packed = BagFile & ({ from: Buffer } | { bytes: Uint8Array })

/** `usitor pack`: puts a checked brief away as BagIt bags (RFC 8493), files under their right names, in volumes of a chosen size. */
export async function run(args: string[], usage: string): Promise<number> {
  try {
    return await runPack(args, usage)
  }
  catch (error) {
    throw error instanceof InputError ? error : new InputError(explainFailure(error))
  }
}

async function runPack(args: string[], usage: string): Promise<number> {
  const { values, positionals } = parse(args, { ...TASK, into: { type: 'string' }, volume: { type: 'string' } }, usage)
  const into = needed(values.into, '--into', usage)
  const most = values.volume === undefined ? Infinity : Number(values.volume) * MEGABYTE
  if (!(most >= MEGABYTE)) throw new InputError(`--volume: ${showText(String(values.volume))} is not a number of megabytes, 1 or more`)
  const { brief, roots, report, briefPath, rosterPath } = await judgeRoots(values, positionals, usage)
  const remote = roots.find(one => isAddress(one.folder))
  if (remote) throw new InputError(`--root: ${showText(remote.name)} is an address; what is packed has to lie on this computer`)
  const plan = planCorrections(report.files)
  const table = correctionTable(plan)
  const beside: Packed[] = [
    ['brief.json', await readFile(briefPath)], [`list/${basename(rosterPath)}`, await readFile(rosterPath)],
    ['report.json', Buffer.concat(await collected(writeJson(report)))], ['corrections.csv', Buffer.from(table)],
  ].map(([path, bytes]) => ({ path: String(path), bytes: bytes as Uint8Array, size: bytes?.length ?? 0, sha256: hashOf(bytes as Uint8Array) }))
  const right = new Map(plan.files.map(({ file, to }) => [keyOf(file), to]))
  const files = await filesOf(report.files, roots, right)
  const volumes = splitVolumes(files, most, beside.reduce((sum, { size }) => sum + size, 0)) as Packed[][]
  const [title, date, id] = [nameOf(brief.title), new Date().toISOString().slice(0, 10), randomUUID()]
  for (const [at, volume] of volumes.entries()) {
    const place = `${at + 1} of ${volumes.length}`
    const bag = join(into, volumes.length === 1 ? title : `${title} ${place}`)
    await mkdir(into, { recursive: true })
    await mkdir(bag).catch((error: NodeJS.ErrnoException) => {
      throw new InputError(error.code === 'EEXIST' ? `${bag} is there already; nothing was written over` : `${bag}: ${error.message}`)
    })
    const payload = [...beside, ...volume]
    for (const file of payload) await putDown(join(bag, 'data', file.path), file)
    const description = `${brief.title}: ${counted(volume.length, 'file')} of ${files.length}, with brief, list and report`
    const tags = tagFiles(payload, {
      title: brief.title, date, description, group: { id, count: at + 1, of: volumes.length },
      label: `${brief.title}\npacked ${date}\n${place}\n`,
    }, hashOf)
    for (const { path, text } of tags) await writeFile(join(bag, path), text)
    process.stdout.write(`${bag}: ${counted(payload.length, 'file')}\n`)
  }
  return 0
}

async function collected(pieces: AsyncIterable<string>): Promise<Buffer[]> {
  const all: Buffer[] = []
  for await (const piece of pieces) all.push(Buffer.from(piece))
  return all
}

const keyOf = ({ root, container = [], path }: Pick<ReportFile, 'root' | 'container' | 'path'>): string => [root, ...container, path].join('\n')
/** A name any system takes. */
const nameOf = (title: string): string => inFileName(title) || 'brief'

/** Every file once: placed ones under their right path, all others, and archives for what lay in them, as they came. */
async function filesOf(
  reported: readonly ReportFile[], roots: readonly { name: string, folder: string }[], right: ReadonlyMap<string, string>,
): Promise<Packed[]> {
  const known = new Map(reported.filter(file => !file.container?.length).map(file => [keyOf(file), file]))
  const packed: Packed[] = []
  for (const { name, folder } of roots) {
    const single = (await stat(folder)).isFile()
    const listed = single ? [{ path: basename(folder), raw: Buffer.from(folder) }] : await listFiles(folder)
    for (const { path, raw } of listed) {
      const file = known.get(keyOf({ root: name, path }))
      const to = right.get(keyOf({ root: name, path }))
      const sha256 = file?.sha256 ?? await hashOfFile(raw)
      packed.push({ path: to === undefined ? `other/${nameOf(name)}/${path}` : `files/${to}`, size: (await stat(raw)).size, sha256, from: raw })
    }
  }
  return packed
}

/** Writes one file, and holds what was written against its hash. */
async function putDown(path: string, file: Packed): Promise<void> {
  await mkdir(dirname(path), { recursive: true })
  if ('bytes' in file) return writeFile(path, file.bytes, { flag: 'wx' })
  const hash = createHash('sha256')
  await pipeline(createReadStream(file.from), async function* (pieces: AsyncIterable<Buffer>) {
    for await (const piece of pieces) {
      hash.update(piece)
      yield piece
    }
  }, createWriteStream(path, { flags: 'wx' }))
  if (hash.digest('hex') !== file.sha256) throw new InputError(`${showText(file.path)} changed while it was packed: begin again`)
}
