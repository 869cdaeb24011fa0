// One process that hashes and identifies every file of a folder, as the command line does; `full` also unpacks archives to prove their checksums.
import { receiveFolder } from '../cli/receive'

const { files: received } = await receiveFolder(
  'bench', process.argv[2] ?? '.', null, { zip: false, mail: false, offset: 0, known: [] },
  { checksums: process.argv[3] === 'full' },
)
process.stdout.write(`${received.filter(file => file.reading.state === 'ok').length} of ${received.length} read\n`)
