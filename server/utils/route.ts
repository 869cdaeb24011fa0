import type { EventHandler, H3Event } from 'h3'
import { defineEventHandler } from 'h3'
import type { AnswerOf, RouteKey } from '#shared/routes'
import type { Account } from '../services/accounts'
import { sayFault } from './errors'
import { requireAccount } from './session'

/** Lost database, full pool and full disk are told as what they are. */
async function inWords<T>(answer: () => Promise<T>): Promise<T> {
  try {
    return await answer()
  }
  catch (error) {
    throw sayFault(error)
  }
}

/** A route of the table for whoever is signed in; anybody else is told to. */
export function route<K extends RouteKey>(
  _key: K, answer: (event: H3Event, account: Account & { sessionId: string }) => Promise<AnswerOf<K>>,
): EventHandler {
  return defineEventHandler(event => inWords(async () => answer(event, await requireAccount(event))))
}

/** A route of the table that anybody may ask. */
export function openRoute<K extends RouteKey>(_key: K, answer: (event: H3Event) => Promise<AnswerOf<K>>): EventHandler {
  return defineEventHandler(event => inWords(() => answer(event)))
}
