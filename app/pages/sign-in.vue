<script setup lang="ts">
const session = useSession()
const route = useRoute()
const invitation = computed(() => (typeof route.query.invitation === 'string' ? route.query.invitation : undefined))
/** Making an account: as the first visitor, or with an invitation. */
const making = computed(() => session.first || invitation.value !== undefined)
useHead({ title: () => `${making.value ? 'Make your account' : 'Sign in'} · Usitor` })
const form = reactive({ mail: '', name: '', password: '' })
const problems = ref<Record<string, string>>({})
const { busy, problem, attempt } = useAttempt((error) => {
  if (!(error instanceof ApiError) || error.problems.length === 0) return sayError(error)
  problems.value = Object.fromEntries(error.problems.map(one => [one.path, one.message]))
  return ''
})

async function send() {
  problems.value = {}
  await attempt(async () => {
    if (making.value) await session.makeAccount({ ...form, invitation: invitation.value })
    else await session.signIn(form.mail, form.password)
    await navigateTo('/')
  })
}
</script>

<template>
  <div class="door">
    <form
      class="sheet stack"
      @submit.prevent="send"
    >
      <h1>{{ making ? 'Make your account' : 'Sign in' }}</h1>
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
        <el-input
          id="name"
          v-model="form.name"
          autocomplete="name"
        />
        <p
          v-if="problems.name"
          class="problem"
        >
          Name {{ problems.name }}
        </p>
      </div>
      <div>
        <label
          class="field-label"
          for="mail"
        >Mail address</label>
        <el-input
          id="mail"
          v-model="form.mail"
          type="email"
          autocomplete="username"
        />
        <p
          v-if="problems.mail"
          class="problem"
        >
          Mail address {{ problems.mail }}
        </p>
      </div>
      <div>
        <label
          class="field-label"
          for="password"
        >Password<span
          v-if="making"
          class="quiet"
        > · at least 10 characters</span></label>
        <el-input
          id="password"
          v-model="form.password"
          type="password"
          show-password
          :autocomplete="making ? 'new-password' : 'current-password'"
        />
        <p
          v-if="problems.password"
          class="problem"
        >
          Password {{ problems.password }}
        </p>
      </div>
      <p
        v-if="problem"
        class="problem"
        role="alert"
      >
        {{ problem }}
      </p>
      <el-button
        type="primary"
        native-type="submit"
        :loading="busy"
      >
        {{ making ? 'Make the account' : 'Sign in' }}
      </el-button>
    </form>
    <p class="motto quiet">
      Say once how files must be named, in which format and in which folder.<br>See at a glance who still owes what, and exactly what to change.
    </p>
  </div>
</template>

<style scoped>
.door { display: flex; flex-direction: column; align-items: center; justify-content: center; flex: 1; gap: 18px; }
form { width: 360px; padding: 26px 28px; }
.motto { text-align: center; }
</style>
