import { AsyncLocalStorage } from 'node:async_hooks'
import type { Readable } from 'node:stream'
import { DataStore, Server, Upload } from '@tus/server'
import { refuse } from '../utils/errors'
import type { DoorHolder } from './door-links'
import { announceFile, arrivedOf, arrivingFile, dropFile, takeStretch } from './hand-ins'

/** Where files of a door are sent (tus 1.0.0). */
export const UPLOADS_AT = '/api/door/files'

/** Whose request it is, and the checksum of its stretch (extension "Checksum"). */
interface Asked { holder: DoorHolder, checksum: string | null }
const asked = new AsyncLocalStorage<Asked>()

function whose(): Asked {
  const store = asked.getStore()
  if (!store) throw refuse(404, 'There is nothing here.')
  return store
}

/** What the protocol's own server says of a refusal of ours. */
async function inItsWords<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  }
  catch (error) {
    if (error instanceof Error && 'statusCode' in error && typeof error.statusCode === 'number') {
      throw Object.assign(new Error(error.message), { status_code: error.statusCode, body: `${error.message}\n` })
    }
    throw error
  }
}

const HEX = /^[0-9a-f]{64}$/

/** Contents in PostgreSQL as the protocol's store. */
class DoorStore extends DataStore {
  override extensions = ['creation', 'termination', 'checksum']

  /** Announced already, when it was given its id. */
  override create(upload: Upload): Promise<Upload> {
    return Promise.resolve(upload)
  }

  override getUpload(id: string): Promise<Upload> {
    return inItsWords(async () => {
      const file = await arrivingFile(whose().holder, known(id))
      return new Upload({ id, size: file.size, offset: await arrivedOf(file) })
    })
  }

  override write(stream: Readable, id: string, offset: number): Promise<number> {
    return inItsWords(async () => {
      const { holder, checksum } = whose()
      return takeStretch(await arrivingFile(holder, known(id)), offset, stream as AsyncIterable<Buffer>, checksum)
    })
  }

  override remove(id: string): Promise<void> {
    return inItsWords(() => dropFile(whose().holder, known(id)))
  }
}

const ID = /^[0-9a-f]{8}-(?:[0-9a-f]{4}-){3}[0-9a-f]{12}$/
function known(id: string): string {
  if (!ID.test(id)) throw refuse(404, 'There is nothing here.')
  return id
}

/** Announces a file; its id is that of the received file, the same again where it was announced before. */
function announce(size: number, { handIn, name, sentAs, requirement, n, sha256 }: Record<string, string | null>): Promise<string> {
  return inItsWords(async () => {
    if (!Number.isSafeInteger(size) || size < 0) throw refuse(400, 'The length of the file is missing.')
    if (!name || name.length > 1000 || (sentAs ?? '').length > 1000) throw refuse(422, 'A name has 1 to 1000 characters.')
    const { id } = await announceFile(whose().holder, {
      handIn: known(handIn ?? ''), name, sentAs: sentAs || name, size,
      requirement: requirement ? requirement.slice(0, 60) : null, n: n && /^\d{1,9}$/.test(n) ? Number(n) : null,
      sha256: sha256 && HEX.test(sha256) ? sha256 : null,
    })
    return id
  })
}

// pieces are only ever added, each once: two senders on one file do no harm, and nobody need wait for another
const noLock = { newLock: () => ({ lock: () => Promise.resolve(), unlock: () => Promise.resolve() }) }

/** The protocol's server over those contents. */
export const uploads = new Server({
  path: UPLOADS_AT, datastore: new DoorStore(), locker: noLock, relativeLocation: true,
  namingFunction: (request, metadata) => announce(Number(request.headers.get('upload-length') ?? Number.NaN), metadata ?? {}),
  allowedOrigins: [], disableTerminationForFinishedUploads: true,
})

/** Answers one request of a person's own. */
export function answerUpload(holder: DoorHolder, checksum: string | null, answer: () => Promise<void>): Promise<void> {
  return asked.run({ holder, checksum }, answer)
}
