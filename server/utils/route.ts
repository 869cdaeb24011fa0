import type { EventHandler, H3Event } from 'h3'
import { defineEventHandler, getHeader } from 'h3'
import type { AnswerOf, RouteKey } from '#shared/routes'
import type { Account } from '../services/accounts'
import { sayFault } from './errors'
import { requireAccount } from './session'
import type { DoorHolder } from '../services/door-links'
import { holderOf } from '../services/door-links'
import { keepPace } from './pace'
import { placeOf } from './origin'

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

/** Whose link a request came with: it stands in a header, never in an address that is logged. */
export function requireHolder(event: H3Event): Promise<DoorHolder> {
  const [, token = ''] = /^Bearer ([\w-]{1,60})$/.exec(getHeader(event, 'authorization') ?? '') ?? []
  return holderOf(token, placeOf(event))
}

/** So often a minute is a door asked by one link, and from one place where a whole school may sit; files themselves are bounded by their sums. */
const [BY_LINK, AT_PLACE] = [240, 6000]

/** A route of the table for whoever has a link of their own; no account is needed. */
export function doorRoute<K extends RouteKey>(_key: K, answer: (event: H3Event, holder: DoorHolder) => Promise<AnswerOf<K>>): EventHandler {
  return defineEventHandler(event => inWords(async () => {
    keepPace(`place ${placeOf(event)}`, AT_PLACE)
    const holder = await requireHolder(event)
    keepPace(`link ${holder.linkId}`, BY_LINK)
    return answer(event, holder)
  }))
}
