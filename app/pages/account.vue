<script setup lang="ts">
import type { OpenInvitation } from '#shared/answers'

useHead({ title: 'Your account · Usitor' })
const session = useSession()
const ground = useGround()
const listed = ref<Awaited<ReturnType<typeof session.listSessions>> | null>(null)
const invitations = ref<OpenInvitation[]>([])
const link = ref('')
const said = ref('')
const [before, next, token, leaving] = [ref(''), ref(''), ref(''), ref('')]
const name = ref(session.account?.name ?? '')
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
      <h2>Your name</h2>
      <form
        class="row"
        @submit.prevent="act(() => session.changeName(name), 'Your name is changed.')"
      >
        <el-input
          v-model="name"
          autocomplete="name"
          maxlength="120"
          aria-label="Your name"
          class="field"
        />
        <el-button
          native-type="submit"
          :disabled="!name.trim() || name.trim() === session.account?.name"
        >
          Change it
        </el-button>
      </form>
    </section>
    <section class="sheet pad stack">
      <h2>How it looks</h2>
      <el-radio-group
        v-model="ground.chosen.value"
        aria-label="The ground of the page, on this computer"
      >
        <el-radio value="">
          as this computer has it
        </el-radio>
        <el-radio value="light">
          light paper
        </el-radio>
        <el-radio value="dark">
          dark ground
        </el-radio>
      </el-radio-group>
    </section>
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
    <SecondStep @said="said = $event" />
    <PasskeyList @said="said = $event" />
    <p v-if="session.account?.administrator">
      <NuxtLink to="/administration">
        Accounts and what happened here
      </NuxtLink> <span class="quiet small">for you who run this installation</span>
    </p>
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
</style>
