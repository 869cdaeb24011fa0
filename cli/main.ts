import { showValue } from '../core/text/show'
import { InputError } from './options'

/** A command, loaded when it is called. */
interface Command { usage: string, load(): Promise<{ run(args: string[], usage: string): Promise<number> }> }

const COMMANDS = new Map<string, Command>([
  ['check', {
    usage: `usitor check --brief FILE --roster FILE [--root NAME=FOLDER|ADDRESS]… [FOLDER] [--received-at TIME]
             [--output text|json|csv|junit] [--previous REPORT.json] [--rulings RULINGS.json]
`,
    load: () => import('./check'),
  }],
  ['watch', {
    usage: `usitor watch --brief FILE --roster FILE [--root NAME=FOLDER|ADDRESS]… [FOLDER] [--received-at TIME] [--every MINUTES]
`,
    load: () => import('./watch'),
  }],
  ['pack', {
    usage: `usitor pack --brief FILE --roster FILE [--root NAME=FOLDER]… [FOLDER] --into FOLDER [--volume MEGABYTES]
`,
    load: () => import('./pack'),
  }],
  ['unpack', { usage: 'usitor unpack BAG… [--into FOLDER]\n', load: () => import('./unpack') }],
  ['receipt', { usage: 'usitor receipt --keys ADDRESS|KEYS.json RECEIPT.json [FILE…]\n', load: () => import('./receipt') }],
  ['identify', { usage: 'usitor identify FILE… [--output text|json]\n', load: () => import('./identify') }],
])
const USAGE = [...COMMANDS.values()].map(command => command.usage).join('')
const HELP = ['--help', '-h']

async function main([name, ...args]: string[]): Promise<number> {
  const command = name === undefined ? undefined : COMMANDS.get(name)
  if (!command) {
    if (name !== undefined && [...HELP, 'help'].includes(name)) {
      process.stdout.write(USAGE)
      return 0
    }
    throw new InputError(`${name === undefined
      ? 'no command given'
      : `unknown command ${showValue(name)}`}; known are ${[...COMMANDS.keys()].join(', ')}\n${USAGE}`)
  }
  if (args.some(arg => HELP.includes(arg))) {
    process.stdout.write(command.usage)
    return 0
  }
  return (await command.load()).run(args, command.usage)
}

main(process.argv.slice(2)).then((status) => {
  process.exitCode = status
}, (error: unknown) => {
  process.stderr.write(`usitor: ${error instanceof Error ? error.message : String(error)}\n`)
  process.exitCode = 2
})
