import { defineStore } from 'pinia'

export interface SignedIn { id: string, mail: string, name: string }

export const useSession = defineStore('session', () => {
  const account = ref<SignedIn | null>(null)
  /** True where nobody has an account yet. */
  const first = ref(false)
  const known = ref(false)

  async function load() {
    const found = await api<{ account: SignedIn | null, first: boolean }>('/api/session')
    account.value = found.account
    first.value = found.first
    known.value = true
  }

  async function signIn(mail: string, password: string) {
    account.value = (await api<{ account: SignedIn }>('/api/session', { method: 'POST', body: { mail, password } })).account
    first.value = false
  }

  async function makeAccount(input: { mail: string, name: string, password: string, invitation?: string }) {
    account.value = (await api<{ account: SignedIn }>('/api/accounts', { method: 'POST', body: input })).account
    first.value = false
  }

  async function signOut() {
    await api('/api/session', { method: 'DELETE' })
    account.value = null
  }

  const invite = () => api<{ token: string }>('/api/invitations', { method: 'POST', body: {} })
  const listSessions = () => api<{ current: string, sessions: { id: string, agent: string, createdAt: string }[] }>('/api/sessions')
  const endSession = (id: string) => api(`/api/sessions/${id}`, { method: 'DELETE' })

  return { account, first, known, load, signIn, makeAccount, signOut, invite, listSessions, endSession }
})
