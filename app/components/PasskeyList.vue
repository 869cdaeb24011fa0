<script setup lang="ts">
import type { OpenPasskey } from '#shared/answers'

/** Passkeys of this account: a device that knows its owner signs in for them, without a password. */
const emit = defineEmits<{ said: [text: string] }>()
const session = useSession()
const [password, name] = [ref(''), ref('')]
const keys = shallowRef<OpenPasskey[]>([])
const { busy, problem, attempt } = useAttempt()
const possible = ref(true)

const load = async () => (keys.value = await session.listPasskeys())
onMounted(() => {
  possible.value = mayUsePasskeys()
  void attempt(load)
})
const add = () => attempt(async () => {
  await session.addPasskey(password.value, name.value)
  ;[password.value, name.value] = ['', '']
  await load()
  emit('said', 'The passkey is kept: the next time it signs you in.')
})
const drop = (one: OpenPasskey) => attempt(async () => {
  await session.dropPasskey(one.id)
  await load()
  emit('said', 'That passkey signs nobody in any more.')
})
</script>

<template>
  <section class="sheet pad stack">
    <h2>Passkeys</h2>
    <p class="quiet">
      A telephone or computer that asks you for your finger, face or number signs you in by itself, without the password.
    </p>
    <p
      v-if="!possible"
      class="quiet"
    >
      They need a name in the address line and a browser that knows them; the address of this page is a number, or this browser knows none.
    </p>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <table
      v-if="keys.length"
      class="list"
    >
      <thead><tr><th>Passkey</th><th>Made</th><th>Used last</th><th><span class="visually-hidden">Action</span></th></tr></thead>
      <tbody>
        <tr
          v-for="one in keys"
          :key="one.id"
        >
          <td>{{ one.name }}</td>
          <td>{{ sayTime(one.madeAt) }}</td>
          <td>{{ sayTime(one.usedAt) || 'never' }}</td>
          <td>
            <button
              type="button"
              class="plain-button"
              :aria-label="`Take ${one.name} off`"
              @click="drop(one)"
            >
              Take it off
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <form
      v-if="possible"
      class="row"
      @submit.prevent="add"
    >
      <el-input
        v-model="name"
        maxlength="60"
        placeholder="what it is called: my telephone"
        aria-label="What the passkey is called"
        class="field"
      />
      <el-input
        v-model="password"
        type="password"
        autocomplete="current-password"
        placeholder="your password"
        aria-label="Your password, to add a passkey"
        class="field"
      />
      <el-button
        native-type="submit"
        :loading="busy"
        :disabled="!password || !name.trim()"
      >
        Add a passkey
      </el-button>
    </form>
  </section>
</template>

<style scoped>
.pad { padding: 16px 20px; }
.field { width: 260px; }
</style>
