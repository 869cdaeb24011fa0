import { readFile } from 'node:fs/promises'
import { basename } from 'node:path'
import type { ReceiptKey } from '../core/receipts/receipt'
import { filesWith, verifyReceipt } from '../core/receipts/receipt'
import { showText } from '../core/text/show'
import { hashOfFile } from './hash'
import { InputError, parse, print } from './options'

/** `usitor receipt`: whether a receipt is genuine, and whether files are those it names. */
export async function run(args: string[], usage: string): Promise<number> {
  const { values, positionals: [stated, ...files] } = parse(args, { keys: { type: 'string' } }, usage)
  if (stated === undefined) throw new InputError(`no receipt given\n${usage}`)
  const { keys } = values
  if (typeof keys !== 'string') throw new InputError(`--keys: whose receipt is it? Needed is the address or file of its keys\n${usage}`)
  const verdict = await verifyReceipt(await readJson(stated), await readKeys(keys))
  if (!verdict.genuine) {
    await print([`${showText(stated)}: not genuine. ${verdict.message}\n`])
    return 1
  }
  const { receipt } = verdict
  await print([
    `${showText(stated)}: genuine\n`, `${receipt.brief}: receipt ${receipt.number}, handed in by ${receipt.holder.name} at ${receipt.at}\n`,
    ...receipt.files.map(file => `  ${showText(file.name)}: ${file.verdict}, ${file.size} bytes\n`),
  ])
  let strange = false
  for (const path of files) {
    const sha256 = await hashOfFile(path).catch((error: unknown) => {
      throw new InputError(`${showText(path)}: cannot be read: ${error instanceof Error ? error.message : String(error)}`)
    })
    const [same] = filesWith(receipt, sha256)
    strange ||= same === undefined
    await print([`${showText(basename(path))}: ${same ? `is ${showText(same.name)}` : 'is none of them'}\n`])
  }
  return strange ? 1 : 0
}

async function readJson(path: string): Promise<unknown> {
  const text = await readFile(path, 'utf8').catch((error: unknown) => {
    throw new InputError(`${path}: cannot be read: ${error instanceof Error ? error.message : String(error)}`)
  })
  try {
    return JSON.parse(text)
  }
  catch {
    throw new InputError(`${path}: is no JSON`)
  }
}

/** Keys from a file, or from the installation itself. */
async function readKeys(from: string): Promise<ReceiptKey[]> {
  if (!/^https?:\/\//.test(from)) return keysIn(await readJson(from), from)
  const address = from.endsWith('.json') ? from : `${from.replace(/\/$/, '')}/.well-known/usitor-keys.json`
  const answer = await fetch(address).catch(() => null)
  if (!answer?.ok) throw new InputError(`${address}: does not answer with keys`)
  return keysIn(await answer.json(), address)
}

function keysIn(found: unknown, where: string): ReceiptKey[] {
  const keys = typeof found === 'object' && found !== null && 'keys' in found ? found.keys : null
  const isKey = (one: unknown): one is ReceiptKey => typeof one === 'object' && one !== null && 'id' in one && 'publicKey' in one && 'from' in one
  if (!Array.isArray(keys) || !keys.every(isKey)) throw new InputError(`${where}: holds no keys`)
  return keys
}
