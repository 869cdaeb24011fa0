import { hash, verify } from '@node-rs/argon2'
import { randomBytes } from 'node:crypto'
import { refuse } from './errors'

/** Argon2id with 19 MiB and 2 passes: OWASP Password Storage Cheat Sheet (from memory). */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1, outputLen: 32 }
/** So many are worked out at once, off the thread that answers; so many wait. */
const AT_ONCE = 2
const WAITING = 200

let running = 0
const queue: (() => void)[] = []

async function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (running >= AT_ONCE) {
    if (queue.length >= WAITING) throw refuse(503, 'Very many people sign in just now. Try again in a moment.')
    await new Promise<void>(go => queue.push(go))
  }
  running++
  try {
    return await work()
  }
  finally {
    running--
    queue.shift()?.()
  }
}

export const hashPassword = (password: string): Promise<string> => inTurn(() => hash(password, COST))

let dummy: string | null = null

/** Whether a password is the one of this hash; without a hash as long as with one, and never. */
export async function passwordFits(password: string, stored: string | undefined): Promise<boolean> {
  return inTurn(async () => {
    dummy ??= await hash(randomBytes(16).toString('hex'), COST)
    const fits = await verify(stored ?? dummy, password).catch(() => false)
    return stored !== undefined && fits
  })
}

let weighing: ReturnType<typeof loadWeighing> | null = null
async function loadWeighing() {
  const [{ ZxcvbnFactory }, { dictionary, adjacencyGraphs }] = await Promise.all([import('@zxcvbn-ts/core'), import('@zxcvbn-ts/language-common')])
  return new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs })
}

/** Refuses what is guessed first: words and names in common use, rows of keys, the address itself. */
export async function requireStrong(password: string, mail: string, name: string): Promise<void> {
  weighing ??= loadWeighing()
  const own = [mail, mail.split('@')[0] ?? '', ...name.split(/\s+/)].filter(word => word.length > 2)
  const weighed = (await weighing).check(password.slice(0, 100), own)
  if (weighed.score < 2) {
    const message = 'is guessed within a moment: it is in common use, or made of your name or address. Take some words that do not belong together.'
    throw refuse(422, `password: ${message}`, [{ path: 'password', message }])
  }
}
