<script setup lang="ts">
// fields and buttons of the browser's own, and one weight of the font: the first page anybody loads has little to carry
import '~/assets/door.css'

const session = useSession()
const route = useRoute()
const invitation = computed(() => (typeof route.query.invitation === 'string' ? route.query.invitation : undefined))
/** Making an account: as the first visitor, or with an invitation. */
const making = computed(() => session.first || invitation.value !== undefined)
useHead({ title: () => `${making.value ? 'Make your account' : 'Sign in'} · Usitor` })
const form = reactive({ mail: '', name: '', password: '', code: '', token: '' })
/** A second step is set up: its number is asked for once the password was right. */
const second = ref(false)
/** A password is forgotten: first the address, then what was sent to it. */
const forgotten = ref<'' | 'ask' | 'set'>('')
const sent = ref(false)
const done = ref('')
const TITLES = { '': 'Sign in', 'ask': 'Password forgotten', 'set': 'A new password' } as const
const ACTIONS = { '': 'Sign in', 'ask': 'Send me a link', 'set': 'Set it' } as const
// what a letter's link carries stands behind the hash, which no server is told
onMounted(() => {
  const token = /^#new=([\w-]{10,100})$/.exec(window.location.hash)?.[1]
  if (token === undefined) return
  form.token = token
  forgotten.value = 'set'
  history.replaceState(history.state, '', window.location.pathname)
})
const shown = ref(false)
const passkeys = ref(false)
onMounted(() => (passkeys.value = mayUsePasskeys()))
const byPasskey = () => attempt(async () => {
  await session.signInByPasskey()
  await navigateTo('/')
})
const problems = ref<Record<string, string>>({})
const { busy, problem, attempt } = useAttempt((error) => {
  if (!(error instanceof ApiError) || error.problems.length === 0) return sayError(error)
  problems.value = Object.fromEntries(error.problems.map(one => [one.path, one.message]))
  if (!problems.value.code) return ''
  second.value = true
  return sayError(error)
})

async function send() {
  problems.value = {}
  await attempt(async () => {
    if (forgotten.value === 'ask') {
      await session.askForPassword(form.mail)
      sent.value = true
      forgotten.value = 'set'
      return
    }
    if (forgotten.value === 'set') {
      await session.setPassword(form.token, form.password)
      forgotten.value = ''
      sent.value = false
      problem.value = ''
      done.value = 'The password is set. Sign in with it.'
      form.password = ''
      return
    }
    if (making.value) await session.makeAccount({ mail: form.mail, name: form.name, password: form.password, invitation: invitation.value })
    else await session.signIn(form.mail, form.password, form.code.trim() || undefined)
    await navigateTo('/')
  })
}
</script>

<template>
  <div class="middle">
    <form
      class="sheet stack"
      @submit.prevent="send"
    >
      <h1>{{ making ? 'Make your account' : TITLES[forgotten] }}</h1>
      <p
        v-if="done && !forgotten"
        role="status"
      >
        {{ done }}
      </p>
      <p
        v-if="sent"
        role="status"
        class="quiet"
      >
        If the address has an account here, a letter is on its way to it. Open its link, or enter what stands in it.
      </p>
      <p
        v-if="session.first"
        class="quiet"
      >
        Nobody has an account here yet. The first one is the coordinator's; others come by invitation.
      </p>
      <div v-if="making">
        <label
          class="field-label"
          for="name"
        >Your name</label>
        <input
          id="name"
          v-model="form.name"
          class="door-input"
          autocomplete="name"
        >
        <p
          v-if="problems.name"
          class="problem"
        >
          Name {{ problems.name }}
        </p>
      </div>
      <div v-if="forgotten !== 'set'">
        <label
          class="field-label"
          for="mail"
        >Mail address</label>
        <input
          id="mail"
          v-model="form.mail"
          class="door-input"
          type="email"
          autocomplete="username"
        >
        <p
          v-if="problems.mail"
          class="problem"
        >
          Mail address {{ problems.mail }}
        </p>
      </div>
      <div v-if="forgotten === 'set'">
        <label
          class="field-label"
          for="token"
        >What stands in the letter</label>
        <input
          id="token"
          v-model="form.token"
          class="door-input"
          autocomplete="off"
        >
      </div>
      <div v-if="forgotten !== 'ask'">
        <label
          class="field-label"
          for="password"
        >{{ forgotten ? 'Password from now on' : 'Password' }}<span
          v-if="making || forgotten"
          class="quiet"
        > · at least 10 characters</span></label>
        <input
          id="password"
          v-model="form.password"
          class="door-input"
          :type="shown ? 'text' : 'password'"
          :autocomplete="making || forgotten ? 'new-password' : 'current-password'"
          autocapitalize="off"
          spellcheck="false"
        >
        <button
          type="button"
          class="plain-button small"
          @click="shown = !shown"
        >
          {{ shown ? 'Hide' : 'Show' }} what is typed
        </button>
        <p
          v-if="problems.password"
          class="problem"
        >
          Password {{ problems.password }}
        </p>
      </div>
      <div v-if="second && !making && !forgotten">
        <label
          class="field-label"
          for="code"
        >Number of your second step <span class="quiet">· or one of the codes you kept</span></label>
        <input
          id="code"
          v-model="form.code"
          class="door-input"
          autocomplete="one-time-code"
          inputmode="numeric"
        >
      </div>
      <p
        v-if="problem"
        class="problem"
        role="alert"
      >
        {{ problem }}
      </p>
      <div class="row spread">
        <button
          class="door-button main"
          :disabled="busy"
        >
          {{ making ? 'Make the account' : ACTIONS[forgotten] }}
        </button>
        <button
          v-if="passkeys && !making && !forgotten"
          type="button"
          class="door-button"
          :disabled="busy"
          @click="byPasskey"
        >
          With a passkey
        </button>
        <button
          v-if="!making"
          type="button"
          class="plain-button small"
          @click="forgotten = forgotten ? '' : 'ask'"
        >
          {{ forgotten ? 'Back to signing in' : 'Forgotten?' }}
        </button>
      </div>
    </form>
    <p class="motto quiet">
      Say once how files must be named, in which format and in which folder.<br>See at a glance who still owes what, and exactly what to change.
    </p>
  </div>
</template>

<style scoped>
.middle { display: flex; flex-direction: column; align-items: center; justify-content: center; flex: 1; gap: 18px; }
form { width: 360px; max-width: 100%; padding: 26px 28px; box-sizing: border-box; }
h1, .field-label, .door-button { font-weight: 400; }
.field-label { font-size: 15px; }
.door-input { margin-top: 0; }
.plain-button { min-height: 24px; }
.motto { text-align: center; }
</style>
