import { once } from 'node:events'
import { parseArgs } from 'node:util'
import { showValue } from '../core/text/show'

/** Bad input: said in one line on standard error, exit status 2. */
export class InputError extends Error {}

type Options = NonNullable<NonNullable<Parameters<typeof parseArgs>[0]>['options']>

/** Options and positionals of a command; `usage` is said where they are off. */
export function parse(args: string[], options: Options, usage: string): { values: Record<string, unknown>, positionals: string[] } {
  try {
    return parseArgs({ args, options, allowPositionals: true, strict: true })
  }
  catch (error) {
    throw new InputError(`${error instanceof Error ? error.message : String(error)}\n${usage}`)
  }
}

export function chooseOutput(value: unknown, allowed: string[]): string {
  const output = typeof value === 'string' ? value : 'text'
  if (!allowed.includes(output)) throw new InputError(`--output: ${showValue(output)} is not one of ${allowed.join(', ')}`)
  return output
}

/** Writes to standard output, no faster than it is read. */
export async function print(pieces: Iterable<string> | AsyncIterable<string>): Promise<void> {
  for await (const piece of pieces) {
    if (!process.stdout.write(piece)) await once(process.stdout, 'drain')
  }
}

const told = new Set<string>()

/** Says something on standard error, once. */
export function warn(message: string): void {
  if (told.has(message)) return
  told.add(message)
  process.stderr.write(`usitor: ${message}\n`)
}
