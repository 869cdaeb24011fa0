<script setup lang="ts">
import type { NotedEvent, OpenInvitation } from '#shared/answers'

useHead({ title: 'Your account · Usitor' })
const session = useSession()
const listed = ref<Awaited<ReturnType<typeof session.listSessions>> | null>(null)
const invitations = ref<OpenInvitation[]>([])
const events = ref<NotedEvent[] | null>(null)
const link = ref('')
const said = ref('')
const [before, next, token, leaving] = [ref(''), ref(''), ref(''), ref('')]
const { problem, attempt } = useAttempt()

async function act(action: () => Promise<unknown>, done = '') {
  said.value = ''
  await attempt(async () => {
    await action()
    ;[listed.value, invitations.value] = await Promise.all([session.listSessions(), session.listInvitations()])
    said.value = done
  })
}

async function invite() {
  const { token: made } = await session.invite()
  link.value = `${window.location.origin}/sign-in?invitation=${made}`
}

async function changePassword() {
  await session.changePassword(before.value, next.value)
  ;[before.value, next.value] = ['', '']
}

async function confirm() {
  await session.confirmAddress(token.value)
  token.value = ''
}

async function close() {
  await attempt(async () => {
    await session.close(leaving.value)
    await navigateTo('/sign-in')
  })
}

const showEvents = () => act(async () => {
  events.value = await session.events()
})

onMounted(() => act(async () => undefined))
</script>

<template>
  <div class="stack narrow">
    <h1>{{ session.account?.name }}</h1>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <p
      v-else-if="said"
      role="status"
    >
      {{ said }}
    </p>
    <section class="sheet pad stack">
      <h2>Your address</h2>
      <p v-if="session.account?.verified">
        {{ session.account.mail }} is confirmed: answers to your letters go there.
      </p>
      <template v-else>
        <p class="quiet">
          {{ session.account?.mail }} is not confirmed yet. Until it is, your letters carry no address to answer to.
        </p>
        <form
          class="row"
          @submit.prevent="act(confirm, 'Your address is confirmed.')"
        >
          <el-button @click="act(() => session.confirmAddress(), 'A letter is on its way.')">
            Send me the letter
          </el-button>
          <el-input
            v-model="token"
            placeholder="what stands in the letter"
            aria-label="What stands in the letter"
            class="field"
          />
          <el-button
            native-type="submit"
            :disabled="!token.trim()"
          >
            Confirm
          </el-button>
        </form>
      </template>
    </section>
    <section class="sheet pad stack">
      <h2>Invite a colleague</h2>
      <p class="quiet">
        A link makes one account and is good for 14 days. It is shown only once.
      </p>
      <div class="row">
        <el-button @click="act(invite)">
          Make a link
        </el-button>
        <CopyButton
          v-if="link"
          :text="link"
          label="Copy the link"
        />
      </div>
      <p
        v-if="link"
        class="mono"
      >
        {{ link }}
      </p>
      <table
        v-if="invitations.length > 0"
        class="list"
      >
        <thead><tr><th>Made</th><th>Good until</th><th><span class="visually-hidden">Action</span></th></tr></thead>
        <tbody>
          <tr
            v-for="one in invitations"
            :key="one.id"
          >
            <td>{{ sayTime(one.createdAt) }}</td>
            <td>{{ sayTime(one.expiresAt) }}</td>
            <td>
              <button
                type="button"
                class="plain-button"
                @click="act(() => session.withdraw(one.id), 'That link makes no account any more.')"
              >
                Withdraw
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
    <section class="sheet pad stack">
      <h2>Where you are signed in</h2>
      <table
        v-if="listed"
        class="list"
      >
        <thead><tr><th>Browser</th><th>Since</th><th><span class="visually-hidden">Action</span></th></tr></thead>
        <tbody>
          <tr
            v-for="one in listed.sessions"
            :key="one.id"
          >
            <td>{{ one.agent }}</td>
            <td>{{ sayTime(one.createdAt) }}</td>
            <td>
              <span v-if="one.id === listed.current">this one</span>
              <button
                v-else
                type="button"
                class="plain-button"
                @click="act(() => session.endSession(one.id))"
              >
                End it
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <div
        v-if="listed && listed.sessions.length > 1"
        class="row"
      >
        <el-button @click="act(() => session.endOthers(), 'Everywhere else you are signed out.')">
          End all others
        </el-button>
      </div>
    </section>
    <section class="sheet pad stack">
      <h2>Password</h2>
      <form
        class="row"
        @submit.prevent="act(changePassword, 'The password is changed; everywhere else you are signed out.')"
      >
        <el-input
          v-model="before"
          type="password"
          autocomplete="current-password"
          placeholder="so far"
          aria-label="Password so far"
          class="field"
        />
        <el-input
          v-model="next"
          type="password"
          autocomplete="new-password"
          placeholder="from now on, at least 10 characters"
          aria-label="Password from now on"
          class="field"
        />
        <el-button
          native-type="submit"
          :disabled="!before || next.length < 10"
        >
          Change it
        </el-button>
      </form>
    </section>
    <section
      v-if="session.account?.administrator"
      class="sheet pad stack"
    >
      <h2>What happened here</h2>
      <p class="quiet">
        Sign-ins, sharing, downloads and deletions, for you who run this installation.
      </p>
      <div class="row">
        <el-button @click="showEvents">
          {{ events ? 'Look again' : 'Show' }}
        </el-button>
      </div>
      <div
        v-if="events"
        class="events"
        tabindex="0"
        role="region"
        aria-label="What happened here"
      >
        <table class="list small">
          <thead><tr><th>When</th><th>What</th><th>Account</th><th>From</th></tr></thead>
          <tbody>
            <tr
              v-for="(one, at) in events"
              :key="at"
            >
              <td>{{ sayTime(one.at) }}</td><td>{{ one.kind }} {{ one.about }}</td><td>{{ one.mail }}</td><td>{{ one.place }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </section>
    <section class="sheet pad stack">
      <h2>Close this account</h2>
      <p class="quiet">
        Briefs that are yours alone are deleted with everything received for them. Briefs that others own too stay theirs.
      </p>
      <form
        class="row"
        @submit.prevent="close"
      >
        <el-input
          v-model="leaving"
          type="password"
          autocomplete="current-password"
          placeholder="your password"
          aria-label="Your password, to close the account"
          class="field"
        />
        <el-button
          native-type="submit"
          :disabled="!leaving"
        >
          Close it for good
        </el-button>
      </form>
    </section>
  </div>
</template>

<style scoped>
.narrow { max-width: 820px; }
.pad { padding: 16px 20px; }
.field { width: 290px; }
.events { max-height: 320px; overflow: auto; }
</style>
