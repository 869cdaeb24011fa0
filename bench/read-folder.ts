// One process that hashes and identifies every file of a folder, as the command line does.
import { receiveFolder } from '../cli/files'

const received = await receiveFolder('bench', process.argv[2] ?? '.', null)
process.stdout.write(`${received.filter(file => file.reading.state === 'ok').length} of ${received.length} read\n`)
