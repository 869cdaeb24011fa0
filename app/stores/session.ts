import { defineStore } from 'pinia'
import type { SignedIn } from '#shared/answers'

export const useSession = defineStore('session', () => {
  const account = ref<SignedIn | null>(null)
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
    account.value = (await api('POST /api/session', { body: { mail, password } })).account
    first.value = false
  }

  async function makeAccount(input: { mail: string, name: string, password: string, invitation?: string }) {
    account.value = (await api('POST /api/accounts', { body: input })).account
    first.value = false
  }

  async function signOut() {
    await api('DELETE /api/session')
    account.value = null
  }

  const invite = () => api('POST /api/invitations')
  const listSessions = () => api('GET /api/sessions')
  const endSession = (id: string) => api('DELETE /api/sessions/:id', { id })

  return { account, first, known, load, signIn, makeAccount, signOut, invite, listSessions, endSession }
})
