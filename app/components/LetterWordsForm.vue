<script setup lang="ts">
import type { LetterWords } from '#core/reporting/letters'
import { fillWords, USUAL_WORDS } from '#core/reporting/letters'
import { valueIn, valuesOf } from '#core/roster/values'
import type { LetterAnswer, PreparedSlip } from '#shared/answers'

/** One's own words around every letter of a brief: seen filled for three people before they are kept. */
const props = defineProps<{ briefId: string, holders: PreparedSlip[] }>()
const emit = defineEmits<{ kept: [] }>()
const followUp = useFollowUp()
const brief = useBrief()
const open = ref(false)
const kept = shallowRef<LetterAnswer | null>(null)
const words = ref<LetterWords>({ ...USUAL_WORDS })
const usual = ref(false)
const { busy, problem, attempt } = useAttempt()

const FIELDS = [
  { key: 'greeting', label: 'Greeting', rows: 1, most: 200, hint: 'Dear {given},' },
  { key: 'before', label: 'Before what is told', rows: 2, most: 3000, hint: 'thank you for your files. I looked at them today.' },
  { key: 'where', label: 'Where to hand in', rows: 1, most: 500, hint: 'the folder “Hand in” on the shared drive' },
  { key: 'after', label: 'After it', rows: 2, most: 3000, hint: 'Questions: room 12, or answer this letter.' },
  { key: 'signature', label: 'Signature', rows: 2, most: 500, hint: 'your name' },
] as const
const WHOSE = { brief: 'set for this brief', account: 'your usual words', nobody: 'nothing of your own yet' }

async function load() {
  await attempt(async () => {
    kept.value = await followUp.letter(props.briefId)
    words.value = { ...kept.value.words }
  })
}
watch(() => props.briefId, load, { immediate: true })

const changed = computed(() => kept.value !== null && FIELDS.some(({ key }) => words.value[key] !== kept.value?.words[key]))

async function keep() {
  await attempt(async () => {
    await followUp.setLetter(props.briefId, words.value, usual.value)
    await load()
    emit('kept')
  })
}

/** The words as three holders will read them. */
const previews = computed(() => {
  const people = new Map(brief.current?.roster?.people.map(person => [person.id, person]))
  return props.holders.map(({ holder, group, name }) => {
    const person = group ? undefined : people.get(holder)
    const values = person ? valuesOf(person, '') : { group: holder }
    return { name, words: fillWords(words.value, column => valueIn(values, column), name) }
  })
})
const columns = computed(() => kept.value?.columns.map(one => `{${one}}`).join(' ') ?? '')
</script>

<template>
  <section class="words">
    <p class="row small">
      <button
        type="button"
        class="plain-button"
        :aria-expanded="open"
        @click="open = !open"
      >
        Your words around every letter
      </button>
      <span
        v-if="kept"
        class="quiet"
      >{{ WHOSE[kept.from] }}</span>
    </p>
    <form
      v-if="open"
      class="form"
      @submit.prevent="keep"
    >
      <div class="fields">
        <div
          v-for="one in FIELDS"
          :key="one.key"
        >
          <label
            class="field-label"
            :for="`letter-${one.key}`"
          >{{ one.label }}</label>
          <el-input
            :id="`letter-${one.key}`"
            v-model="words[one.key]"
            :type="one.rows > 1 ? 'textarea' : 'text'"
            :autosize="{ minRows: one.rows, maxRows: 8 }"
            :maxlength="one.most"
            :placeholder="one.hint"
          />
        </div>
        <p class="small quiet">
          Columns of the list stand in braces: <span class="mono">{{ columns }}</span>
        </p>
        <p
          v-if="problem"
          class="problem"
          role="alert"
        >
          {{ problem }}
        </p>
        <div class="row">
          <el-button
            native-type="submit"
            type="primary"
            :loading="busy"
            :disabled="!brief.mayChange || (!changed && !usual)"
          >
            Keep for this brief
          </el-button>
          <el-checkbox
            v-model="usual"
            label="these are my usual words, for other briefs too"
          />
        </div>
      </div>
      <div
        class="previews"
        aria-label="As three of them read it"
      >
        <div
          v-for="one in previews"
          :key="one.name"
          class="letter small"
        >
          <p class="quiet">
            {{ one.name }}
          </p>
          <p
            v-for="text in [one.words.greeting, one.words.before].filter(Boolean)"
            :key="text"
            class="said"
          >
            {{ text }}
          </p>
          <p class="quiet">
            … what is to be put right, what is missing, what is in order …
          </p>
          <p
            v-for="text in [one.words.where && `Hand in here: ${one.words.where}`, one.words.after, one.words.signature].filter(Boolean)"
            :key="text"
            class="said"
          >
            {{ text }}
          </p>
        </div>
      </div>
    </form>
  </section>
</template>

<style scoped>
.form { display: grid; grid-template-columns: minmax(0, 3fr) minmax(0, 2fr); gap: 22px; border-left: 2px solid var(--rule); padding: 4px 0 4px 14px; }
@media (max-width: 900px) {
  .form { grid-template-columns: minmax(0, 1fr); }
}
.fields { display: grid; gap: 10px; align-content: start; }
.previews { display: grid; gap: 10px; align-content: start; }
.letter { background: var(--ground); padding: 6px 12px; overflow-wrap: anywhere; }
.said { white-space: pre-wrap; }
</style>
