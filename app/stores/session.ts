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

  async function signIn(mail: string, password: string, code?: string) {
    await api('POST /api/session', { body: { mail, password, ...(code ? { code } : {}) } })
    await load()
  }

  async function makeAccount(input: { mail: string, name: string, password: string, invitation?: string }) {
    await api('POST /api/accounts', { body: input })
    await load()
  }

  async function signOut() {
    await keepAllDrafts()
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
  async function changeName(name: string) {
    await api('PUT /api/account/name', { body: { name } })
    await load()
  }
  const askForPassword = (mail: string) => api('POST /api/password', { body: { mail } })
  const setPassword = (token: string, next: string) => api('PUT /api/password', { body: { token, next } })
  const beginSecond = (password: string) => api('POST /api/account/second', { body: { password } })
  async function confirmSecond(code: string) {
    const answer = await api('PUT /api/account/second', { body: { code } })
    await load()
    return answer
  }
  async function dropSecond(password: string) {
    await api('DELETE /api/account/second', { body: { password } })
    await load()
  }
  const listPasskeys = () => api('GET /api/account/passkeys')
  const dropPasskey = (id: string) => api('DELETE /api/account/passkeys/:id', { id })
  async function addPasskey(password: string, name: string) {
    const optionsJSON = await api('POST /api/account/passkeys', { body: { password } })
    const { startRegistration } = await import('@simplewebauthn/browser')
    await api('PUT /api/account/passkeys', { body: { name, response: await startRegistration({ optionsJSON }) } })
  }
  async function signInByPasskey() {
    const optionsJSON = await api('POST /api/passkey')
    const { startAuthentication } = await import('@simplewebauthn/browser')
    await api('PUT /api/passkey', { body: { response: await startAuthentication({ optionsJSON }) } })
    await load()
  }
  const accounts = () => api('GET /api/administration')
  const letAdminister = (id: string, administrator: boolean) => api('PUT /api/administration/:id', { id, body: { administrator } })
  const closeFor = (id: string, heir: string | null) => api('DELETE /api/administration/:id', { id, body: { heir } })
  const endOthers = () => api('DELETE /api/sessions')
  const listInvitations = () => api('GET /api/invitations')
  const withdraw = (id: string) => api('DELETE /api/invitations/:id', { id })
  const events = () => api('GET /api/events')
  const invite = () => api('POST /api/invitations')
  const listSessions = () => api('GET /api/sessions')
  const endSession = (id: string) => api('DELETE /api/sessions/:id', { id })

  return {
    account, first, known, load, signIn, makeAccount, signOut, close, confirmAddress, changePassword, changeName, askForPassword, setPassword,
    beginSecond, confirmSecond, dropSecond, listPasskeys, addPasskey, dropPasskey, signInByPasskey, accounts, letAdminister, closeFor, endOthers,
    listInvitations, withdraw, events, invite,
    listSessions, endSession,
  }
})
