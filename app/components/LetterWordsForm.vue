<script setup lang="ts">
import type { LetterWords } from '#core/reporting/letters'
import { faultOfWords, fillWords, USUAL_WORDS } from '#core/reporting/letters'
import { DOOR_LANGUAGES } from '#core/wording/door/index'
import { valueIn, valuesOf } from '#core/roster/values'
import type { CopiedKind, LetterAnswer, LetterOrder, PreparedSlip } from '#shared/answers'

/** One's own words around every letter of a brief: seen filled for three people before they are kept. */
const props = defineProps<{ briefId: string, holders: PreparedSlip[] }>()
const emit = defineEmits<{ kept: [] }>()
const followUp = useFollowUp()
const brief = useBrief()
const open = ref(false)
const kept = shallowRef<LetterAnswer | null>(null)
const words = ref<LetterWords>({ ...USUAL_WORDS })
const usual = ref(false)
/** Whose words: of one language, or of all that have none of their own. */
const language = ref<LetterOrder['language']>('')
const copies = ref<CopiedKind[]>([])
const COPIES = { slip: 'letters of Follow up', reminder: 'reminders', leaflet: 'leaflets', receipt: 'receipts' } as const
const keptWords = computed(() => (kept.value && language.value !== '' ? kept.value.languages[language.value] : undefined) ?? kept.value?.words)
const { busy, problem, attempt } = useAttempt()

const FIELDS = [
  { key: 'greeting', label: 'Greeting', rows: 1, most: 200, hint: 'Dear {given},' },
  { key: 'before', label: 'Before what is told', rows: 2, most: 3000, hint: 'thank you for your files. I looked at them today.' },
  { key: 'where', label: 'Where to hand in', rows: 1, most: 500, hint: 'the folder “Hand in” on the shared drive' },
  { key: 'after', label: 'After it', rows: 2, most: 3000, hint: 'Questions: room 12, or answer this letter.' },
  { key: 'signature', label: 'Signature', rows: 2, most: 500, hint: 'your name' },
] as const
const WHOSE = { brief: 'set for this brief', account: 'your usual words', nobody: 'nothing of your own yet' }

function showKept() {
  words.value = { ...USUAL_WORDS, ...keptWords.value }
}
async function load() {
  await attempt(async () => {
    kept.value = null
    kept.value = await followUp.letter(props.briefId)
    showKept()
    copies.value = [...kept.value.copies]
  })
}
watch(() => props.briefId, load, { immediate: true })
watch(language, showKept)

const changed = computed(() => kept.value !== null && (FIELDS.some(({ key }) => words.value[key] !== keptWords.value?.[key])
  || [...copies.value].sort().join() !== [...kept.value.copies].sort().join()))

async function keep() {
  const written = JSON.stringify(words.value)
  await attempt(async () => {
    await followUp.setLetter(props.briefId, {
      words: words.value, language: language.value, usual: usual.value && language.value === '', copies: copies.value,
    })
    kept.value = await followUp.letter(props.briefId)
    // whoever writes on meanwhile keeps what they write
    if (JSON.stringify(words.value) === written) showKept()
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
/** What is wrong with each text, as it is written. */
const faults = computed(() => {
  const known = kept.value?.columns ?? []
  return Object.fromEntries(FIELDS.map(({ key }) => [key, faultOfWords([words.value[key]], known)]))
})
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
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <form
      v-if="open && kept"
      class="form"
      @submit.prevent="keep"
    >
      <div class="fields">
        <label class="row">Words for
          <el-select
            v-model="language"
            class="language"
            aria-label="Words for"
            :empty-values="[null, undefined]"
          >
            <el-option
              value=""
              label="everybody"
            />
            <el-option
              v-for="(label, value) in DOOR_LANGUAGES"
              :key="value"
              :value="value"
              :label="`who reads ${label}${kept.languages[value] ? ' (set)' : ''}`"
            />
          </el-select></label>
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
            :aria-describedby="faults[one.key] ? `letter-${one.key}-fault` : undefined"
          />
          <p
            v-if="faults[one.key]"
            :id="`letter-${one.key}-fault`"
            class="problem small"
            role="alert"
          >
            {{ faults[one.key] }}
          </p>
        </div>
        <p class="small quiet">
          Columns of the list stand in braces: <span class="mono">{{ columns }}</span>
        </p>
        <fieldset
          v-if="kept.mayCopy"
          class="copies"
        >
          <legend class="field-label">
            Copies to the addresses in the list's column for copies
          </legend>
          <el-checkbox-group v-model="copies">
            <el-checkbox
              v-for="(label, kind) in COPIES"
              :key="kind"
              :value="kind"
              :label="label"
            />
          </el-checkbox-group>
          <span class="small quiet">A copy never holds the link to hand in by.</span>
        </fieldset>
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
            v-if="language === ''"
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
.language { width: 220px; }
.copies { border: 0; padding: 0; margin: 0; }
</style>
