<script setup lang="ts">
import type { AdministeredAccount, NotedEvent } from '#shared/answers'

/** For whoever runs the installation: whose accounts there are, and what happened. */
useHead({ title: 'Accounts · Usitor' })
const session = useSession()
const accounts = shallowRef<AdministeredAccount[]>([])
const events = shallowRef<NotedEvent[]>([])
const closing = shallowRef<AdministeredAccount | null>(null)
/** Who keeps the briefs of whoever leaves; empty: they are deleted. */
const heir = ref('')
const said = ref('')
const { problem, attempt } = useAttempt()

async function act(action: () => Promise<unknown>, done = '') {
  said.value = ''
  await attempt(async () => {
    await action()
    ;[accounts.value, events.value] = await Promise.all([session.accounts(), session.events()])
    said.value = done
  })
}
onMounted(() => act(async () => undefined))

function askToClose(one: AdministeredAccount) {
  closing.value = one
  heir.value = session.account?.id ?? ''
}
async function close() {
  const one = closing.value
  closing.value = null
  if (one) await act(() => session.closeFor(one.id, one.alone > 0 && heir.value !== '' ? heir.value : null), `The account of ${one.name} is closed.`)
}
</script>

<template>
  <div class="stack">
    <h1>Accounts</h1>
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
    <section class="sheet pad sideways">
      <table class="list">
        <thead>
          <tr>
            <th>Name</th><th>Address</th><th>Made</th><th>Used last</th><th>Briefs</th><th>Second step</th><th>Runs it</th>
            <th><span class="visually-hidden">Action</span></th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="one in accounts"
            :key="one.id"
          >
            <td>{{ one.name }}{{ one.self ? ' · you' : '' }}</td>
            <td>{{ one.mail }}</td>
            <td class="small">
              {{ sayTime(one.createdAt) }}
            </td>
            <td class="small">
              {{ sayTime(one.seenAt) || 'never' }}
            </td>
            <td>{{ one.briefs }}<span class="small quiet">{{ one.alone > 0 ? `, ${one.alone} own alone` : '' }}</span></td>
            <td>{{ one.second ? 'yes' : 'no' }}</td>
            <td>
              {{ one.administrator ? 'yes' : 'no' }}
              <button
                type="button"
                class="plain-button small"
                :aria-label="`${one.administrator ? 'No longer' : 'Let run it'}: ${one.name}`"
                @click="act(() => session.letAdminister(one.id, !one.administrator), 'Changed.')"
              >
                {{ one.administrator ? 'no longer' : 'let run it' }}
              </button>
            </td>
            <td>
              <button
                v-if="!one.self"
                type="button"
                class="plain-button small"
                :aria-label="`Close the account of ${one.name}`"
                @click="askToClose(one)"
              >
                Close
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
    <section class="sheet pad">
      <h2>What happened here</h2>
      <div
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
              <td>{{ sayTime(one.at) }}</td><td>{{ LOG_WORDS[one.kind](one.about) }}</td><td>{{ one.mail }}</td><td>{{ one.place }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </section>
    <el-dialog
      :model-value="closing !== null"
      :title="`Close the account of ${closing?.name ?? ''}?`"
      width="480"
      @close="closing = null"
    >
      <template v-if="closing && closing.alone > 0">
        <label
          class="field-label"
          for="heir"
        >{{ closing.alone === 1 ? '1 brief is' : `${closing.alone} briefs are` }} theirs alone. Who keeps what is theirs?</label>
        <el-select
          id="heir"
          v-model="heir"
          aria-label="Who keeps their briefs"
        >
          <el-option
            v-for="one in accounts.filter(one => one.id !== closing?.id)"
            :key="one.id"
            :value="one.id"
            :label="one.name"
          />
          <el-option
            value=""
            label="nobody: delete them with everything received"
          />
        </el-select>
      </template>
      <p v-else>
        Nothing is theirs alone; what others own too stays as it is.
      </p>
      <div class="row actions">
        <el-button @click="closing = null">
          Not now
        </el-button>
        <el-button
          type="danger"
          @click="close"
        >
          Close it for good
        </el-button>
      </div>
    </el-dialog>
  </div>
</template>

<style scoped>
.pad { padding: 12px 18px; }
.events { max-height: 360px; overflow: auto; }
.actions { margin-top: 18px; justify-content: flex-end; }
</style>
