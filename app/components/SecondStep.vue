<script setup lang="ts">
/** A second step at sign-in: a number that changes every half minute. */
const emit = defineEmits<{ said: [text: string] }>()
const session = useSession()
const [password, code] = [ref(''), ref('')]
const begun = shallowRef<{ secret: string, uri: string } | null>(null)
const codes = shallowRef<string[]>([])
const { busy, problem, attempt } = useAttempt()

const inFours = computed(() => begun.value?.secret.match(/.{1,4}/g)?.join(' ') ?? '')

const begin = () => attempt(async () => {
  begun.value = await session.beginSecond(password.value)
  password.value = ''
})
const confirm = () => attempt(async () => {
  codes.value = (await session.confirmSecond(code.value)).codes
  begun.value = null
  code.value = ''
  emit('said', 'The second step is set up.')
})
const drop = () => attempt(async () => {
  await session.dropSecond(password.value)
  password.value = ''
  codes.value = []
  emit('said', 'The second step is taken off.')
})
</script>

<template>
  <section class="sheet pad stack">
    <h2>A second step</h2>
    <p class="quiet">
      {{ session.account?.second
        ? 'Besides the password, a number is asked for that changes every half minute.'
        : 'A number that changes every half minute, told by a program on your telephone or computer, besides the password.' }}
    </p>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <div
      v-if="codes.length"
      class="codes"
      role="status"
    >
      <p>Keep these where you find them when that program is lost. Each is good once, and they are shown only now.</p>
      <p class="mono">
        {{ codes.join('  ') }}
      </p>
      <CopyButton
        :text="codes.join('\n')"
        what="the codes"
      />
    </div>
    <form
      v-if="begun"
      class="row begun"
      @submit.prevent="confirm"
    >
      <QrCode
        :text="begun.uri"
        :size="180"
        label="The same as the letters beside it, for a camera"
      />
      <div class="stack">
        <p>Let the program read this picture, or enter: <span class="mono">{{ inFours }}</span></p>
        <div class="row">
          <el-input
            v-model="code"
            class="field"
            inputmode="numeric"
            autocomplete="one-time-code"
            placeholder="the number it shows"
            aria-label="The number it shows"
          />
          <el-button
            type="primary"
            native-type="submit"
            :loading="busy"
            :disabled="!/^\d{6}$/.test(code.trim())"
          >
            Use it from now on
          </el-button>
        </div>
      </div>
    </form>
    <form
      v-else
      class="row"
      @submit.prevent="session.account?.second ? drop() : begin()"
    >
      <el-input
        v-model="password"
        type="password"
        autocomplete="current-password"
        class="field"
        placeholder="your password"
        :aria-label="`Your password, to ${session.account?.second ? 'take off' : 'set up'} the second step`"
      />
      <el-button
        native-type="submit"
        :loading="busy"
        :disabled="!password"
      >
        {{ session.account?.second ? 'Take it off' : 'Set it up' }}
      </el-button>
    </form>
  </section>
</template>

<style scoped>
.pad { padding: 16px 20px; }
.field { width: 220px; }
.begun { align-items: flex-start; gap: 20px; }
.codes p { margin: 2px 0; }
.codes .mono { overflow-wrap: anywhere; }
</style>
