// Reads files beside the thread that asked for them, from the same list.
import { parentPort, workerData } from 'node:worker_threads'
import type { SharedList } from './read-files'
import { readShared } from './read-files'

await readShared(workerData as SharedList, found => parentPort?.postMessage(found))
