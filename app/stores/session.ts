import { defineStore } from 'pinia'
import type { SessionState } from '#shared/answers'

export const useSession = defineStore('session', () => {
  const account = ref<SessionState['account']>(null)
  /** True where nobody has an account yet. */
  const first = ref(false)
  const known = ref(false)

  async function load() {
    const answer = await api('GET /api/session')
    account.value = answer.account
    first.value = answer.first
    known.value = true
  }

  async function signIn(mail: string, password: string) {
    await api('POST /api/session', { body: { mail, password } })
    await load()
  }

  async function makeAccount(input: { mail: string, name: string, password: string, invitation?: string }) {
    await api('POST /api/accounts', { body: input })
    await load()
  }

  async function signOut() {
    await api('DELETE /api/session')
    dropAllDrafts()
    account.value = null
  }

  async function close(password: string) {
    await api('DELETE /api/account', { body: { password } })
    dropAllDrafts()
    account.value = null
  }

  async function confirmAddress(token?: string) {
    await api('POST /api/account/address', { body: token === undefined ? {} : { token } })
    await load()
  }

  const changePassword = (before: string, next: string) => api('PUT /api/account/password', { body: { before, next } })
  const endOthers = () => api('DELETE /api/sessions')
  const listInvitations = () => api('GET /api/invitations')
  const withdraw = (id: string) => api('DELETE /api/invitations/:id', { id })
  const events = () => api('GET /api/events')
  const invite = () => api('POST /api/invitations')
  const listSessions = () => api('GET /api/sessions')
  const endSession = (id: string) => api('DELETE /api/sessions/:id', { id })

  return {
    account, first, known, load, signIn, makeAccount, signOut, close, confirmAddress, changePassword, endOthers,
    listInvitations, withdraw, events, invite,
    listSessions, endSession,
  }
})
