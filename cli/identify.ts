import { basename } from 'node:path'
import { nameFormat, readingUnder } from '../core/formats/identify'
import { extensionFits, formatById } from '../core/formats/registry'
import { splitExtension } from '../core/names/extension'
import { showText } from '../core/text/show'
import { sayFault } from '../core/wording/index'
import { readPath } from './hash'
import { chooseOutput, InputError, parse, print } from './options'

/** `usitor identify`: what files are, from their bytes. */
export async function run(args: string[], usage: string): Promise<number> {
  const { values, positionals } = parse(args, { output: { type: 'string' } }, usage)
  const output = chooseOutput(values.output, ['text', 'json'])
  if (positionals.length === 0) throw new InputError(`no file given\n${usage}`)
  return await identifyAll(positionals, output) ? 2 : 0
}

/** Identifies one file after another; true where one could not be read. */
async function identifyAll(paths: readonly string[], output: string): Promise<boolean> {
  let failed = false
  for (const path of paths) {
    const { extension } = splitExtension(basename(path).normalize('NFC'))
    const reading = readingUnder(await readPath(path), extension)
    const reason = reading.fault && sayFault(reading.fault)
    const id = nameFormat(reading, extension)
    const facts = {
      path, format: id, mediaType: formatById(id)?.mediaType ?? null, extensionFits: extensionFits(id, extension),
      state: reading.state, verified: reading.verified, reason, version: reading.version, props: reading.props,
    }
    if (reading.state === 'unread') {
      failed = true
      process.stderr.write(`usitor: ${showText(path)}: ${reason ?? 'cannot be read'}\n`)
    }
    const props = Object.entries(reading.props).map(([name, value]) => `${name} ${String(value)}`).join(', ')
    await print(output === 'json'
      ? [`${JSON.stringify(facts)}\n`]
      : [`${showText(path)}: ${id}${reading.version ? ` ${reading.version}` : ''}, `
        + `${reading.state}${reason ? ` (${reason})` : ''}${facts.extensionFits === false
          ? ', extension does not fit'
          : ''}${props ? `; ${showText(props)}` : ''}\n`])
  }
  return failed
}
