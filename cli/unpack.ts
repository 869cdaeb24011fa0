import { copyFile, constants, mkdir, readFile, stat } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import type { BagFault } from '../core/packing/bag'
import { BAG_WORDS, labelOf, verifyBag } from '../core/packing/bag'
import { counted, showText } from '../core/text/show'
import { explainFailure } from './check'
import { hashOfFile } from './hash'
import { InputError, parse } from './options'
import { listFiles } from './receive'

const LONGEST_TAG = 256 * 1024 * 1024

/** `usitor unpack`: holds bags against their manifests, and puts what is in them where it is wanted. */
export async function run(args: string[], usage: string): Promise<number> {
  try {
    return await runUnpack(args, usage)
  }
  catch (error) {
    throw error instanceof InputError ? error : new InputError(explainFailure(error))
  }
}

async function runUnpack(args: string[], usage: string): Promise<number> {
  const { values, positionals: bags } = parse(args, { into: { type: 'string' } }, usage)
  if (bags.length === 0) throw new InputError(`no bag given\n${usage}`)
  const there = new Map<string, { of: number, counts: Set<number> }>()
  let wrong = 0
  for (const bag of bags) {
    const { faults, info, files } = await lookInto(bag)
    for (const fault of faults) process.stdout.write(`${showText('path' in fault ? join(bag, fault.path) : bag)} ${BAG_WORDS[fault.kind]}\n`)
    wrong += faults.length
    const [, count = '1', of = '1'] = /^(\d+) of (\d+)$/.exec(labelOf(info, 'Bag-Count')) ?? []
    const group = there.get(labelOf(info, 'Bag-Group-Identifier')) ?? { of: Number(of), counts: new Set() }
    there.set(labelOf(info, 'Bag-Group-Identifier'), group)
    group.counts.add(Number(count))
    if (faults.length > 0) continue
    process.stdout.write(`${bag}: complete and unchanged, ${counted(files.length, 'file')}\n`)
    if (typeof values.into === 'string') await putInto(values.into, files)
  }
  for (const { of, counts } of there.values()) {
    for (let count = 1; count <= of; count++) if (!counts.has(count)) {
      process.stdout.write(`volume ${count} of ${of} was not given\n`)
      wrong++
    }
  }
  return wrong === 0 ? 0 : 1
}

async function lookInto(bag: string): Promise<{ faults: BagFault[], info: string, files: { path: string, raw: Buffer }[] }> {
  if (!(await stat(bag)).isDirectory()) throw new InputError(`${bag} is no folder; a packed bag has to be unpacked first`)
  const listed = await listFiles(bag)
  const files = new Map<string, { size: number, sha256: string }>()
  const tags = new Map<string, string>()
  for (const { path, raw } of listed) {
    const { size } = await stat(raw)
    files.set(path, { size, sha256: await hashOfFile(raw) })
    if (!path.includes('/') && path.endsWith('.txt') && size <= LONGEST_TAG) tags.set(path, await readFile(raw, 'utf8'))
  }
  return { faults: verifyBag({ tags, files }), info: tags.get('bag-info.txt') ?? '', files: listed.filter(({ path }) => path.startsWith('data/')) }
}

/** Copies what is in a bag; what is the same in every volume is there once, and nothing is written over. */
async function putInto(folder: string, files: readonly { path: string, raw: Buffer }[]): Promise<void> {
  for (const { path, raw } of files) {
    const to = join(folder, path.slice('data/'.length))
    await mkdir(dirname(to), { recursive: true })
    await copyFile(raw, to, constants.COPYFILE_EXCL).catch(async (error: NodeJS.ErrnoException) => {
      if (error.code !== 'EEXIST') throw error
      if (!(await readFile(to)).equals(await readFile(raw))) throw new InputError(`${showText(to)} is there already and is another file; it stays`)
    })
  }
}
