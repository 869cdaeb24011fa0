<script setup lang="ts">
const session = useSession()
const listed = ref<Awaited<ReturnType<typeof session.listSessions>> | null>(null)
const link = ref('')
const { problem, attempt } = useAttempt()

async function act(action: () => Promise<unknown>) {
  await attempt(async () => {
    await action()
    listed.value = await session.listSessions()
  })
}

async function invite() {
  const { token } = await session.invite()
  link.value = `${window.location.origin}/sign-in?invitation=${token}`
}

onMounted(() => act(async () => undefined))
</script>

<template>
  <div class="stack narrow">
    <h1>{{ session.account?.name }}</h1>
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
    </section>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
  </div>
</template>

<style scoped>
.narrow { max-width: 820px; }
.pad { padding: 16px 20px; }
</style>
