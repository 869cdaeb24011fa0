import type { EventHandler, H3Event } from 'h3'
import { defineEventHandler } from 'h3'
import type { AnswerOf, RouteKey } from '#shared/routes'
import type { Account } from '../services/accounts'
import { requireAccount } from './session'

/** An answer before it travels: where the page gets a time's text, the server may hold the time itself. */
type Sendable<T> = T extends string ? (string extends T ? T | Date : T) : T extends readonly (infer One)[] ? Sendable<One>[] : T extends object ? { [K in keyof T]: Sendable<T[K]> } : T

/** A route of the table for whoever is signed in; anybody else is told to. */
export function route<K extends RouteKey>(_key: K, answer: (event: H3Event, account: Account & { sessionId: string }) => Promise<Sendable<AnswerOf<K>>>): EventHandler {
  return defineEventHandler(async event => answer(event, await requireAccount(event)))
}

/** A route of the table that anybody may ask. */
export function openRoute<K extends RouteKey>(_key: K, answer: (event: H3Event) => Promise<Sendable<AnswerOf<K>>>): EventHandler {
  return defineEventHandler(answer)
}
