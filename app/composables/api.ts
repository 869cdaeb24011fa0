import type { AnswerOf, CallArguments, RouteKey } from '#shared/routes'
import { requestOf } from '#shared/routes'

/** Something the server refused, in words for people; `problems` say where. */
export class ApiError extends Error {
  constructor(message: string, readonly status: number, readonly problems: { path: string, message: string }[]) {
    super(message)
    this.name = 'ApiError'
  }
}

interface Failure { statusCode?: number, data?: { message?: string, data?: { problems?: { path: string, message: string }[] } } }

/** Asks the server along one of its routes; what it refuses comes back as `ApiError`, and a lost session leads to the sign-in. */
export async function api<K extends RouteKey>(key: K, ...call: CallArguments<K>): Promise<AnswerOf<K>> {
  const { method, url, body } = requestOf(key, ...call)
  try {
    return await $fetch(url, { method, body } as Parameters<typeof $fetch>[1])
  }
  catch (error) {
    const failure = error as Failure
    const status = failure.statusCode ?? 0
    if (status === 401 && url !== '/api/session') await navigateTo('/sign-in')
    // what the server did not expect itself it has no words for
    const spoken = status >= 400 && status !== 500 ? failure.data?.message : undefined
    const message = spoken ?? (status === 0
      ? 'The server does not answer. Nothing was changed; try again in a moment.'
      : 'The server or its database could not do this now. Nothing was changed; try again in a moment.')
    throw new ApiError(message, status, failure.data?.data?.problems ?? [])
  }
}

/** What to say of anything that went wrong. */
export function sayError(error: unknown): string {
  return error instanceof Error ? error.message : String(error)
}
