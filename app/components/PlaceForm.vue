<script setup lang="ts">
import type { OfferedPlace, PlaceOrder, PlaceTrial } from '#shared/places'

/** A place that is tried before it counts. */
const props = defineProps<{ offered: readonly OfferedPlace[] }>()
const emit = defineEmits<{ added: [jobId: string | null], close: [] }>()
const brief = useBrief()
const places = usePlaces()
const { busy, problem, attempt } = useAttempt()
const kind = ref(props.offered.find(one => one.refused === '')?.kind ?? props.offered[0]?.kind ?? 'folder')
const chosen = computed(() => props.offered.find(one => one.kind === kind.value))
/** Those for whoever sets up machines are shown when they are asked for. */
const others = ref(false)
const shown = computed(() => props.offered.filter(one => others.value || !one.technical || one.kind === kind.value))
const refusals = computed(() => [...new Set(props.offered.flatMap(one => (one.refused === '' ? [] : [one.refused])))])
const root = ref('')
const texts = ref<Record<string, string>>({})
const keeps = ref(true)
const everyMinutes = ref<number | null>(15)
const trial = shallowRef<PlaceTrial | null>(null)
const order = computed((): PlaceOrder => {
  const fields = chosen.value?.fields ?? []
  return {
    kind: kind.value, root: root.value, keeps: keeps.value, everyMinutes: everyMinutes.value,
    settings: Object.fromEntries(fields.filter(one => !one.secret).map(({ key }) => [key, texts.value[key] ?? ''])),
    secret: texts.value[fields.find(one => one.secret)?.key ?? ''] ?? '',
  }
})
// what is changed has to be tried again
watch([kind, texts], () => (trial.value = null), { deep: true })
const lacking = computed(() => [
  ...(chosen.value?.fields ?? []).filter(({ key, optional }) => !optional && !texts.value[key]).map(one => one.label.toLowerCase()),
  ...(root.value.trim() === '' ? ['what it is called here'] : []),
])

const levels = computed(() => {
  const said = trial.value?.levels.map(({ name, files }) => `${name === '' ? 'the folder itself' : showText(name)} (${files})`) ?? []
  return said.length === 0 ? '' : ` in ${said.join(', ')}`
})

const tryIt = () => attempt(async () => {
  trial.value = null
  const seen = await places.tryOut(brief.current?.id ?? '', order.value)
  // the machine that was seen is the one that is meant from now on
  if (seen.identity !== null) texts.value.hostKey = seen.identity
  await nextTick()
  trial.value = seen
})
const add = () => attempt(async () => {
  const { jobId } = await places.add(brief.current?.id ?? '', order.value)
  emit('added', jobId)
})
</script>

<template>
  <form
    class="stack place-form"
    @submit.prevent="trial ? add() : tryIt()"
  >
    <fieldset class="plain">
      <legend class="field-label">
        Where
      </legend>
      <div class="row kinds">
        <el-radio-group v-model="kind">
          <el-radio
            v-for="one in shown"
            :key="one.kind"
            :value="one.kind"
            :disabled="one.refused !== ''"
          >
            {{ one.label }}
          </el-radio>
        </el-radio-group>
        <button
          v-if="!others"
          type="button"
          class="plain-button"
          @click="others = true"
        >
          Other
        </button>
      </div>
      <p
        v-for="refused in refusals"
        :key="refused"
        class="small quiet"
      >
        {{ refused }}
      </p>
    </fieldset>
    <div class="fields">
      <div
        v-for="field in chosen?.fields"
        :key="field.key"
      >
        <label
          class="field-label"
          :for="`place-${field.key}`"
        >{{ field.label }}{{ field.optional ? ', if need be' : '' }}</label>
        <el-input
          :id="`place-${field.key}`"
          v-model="texts[field.key]"
          :type="field.secret ? 'password' : 'text'"
          :placeholder="field.hint"
          :maxlength="2000"
          autocomplete="off"
        />
      </div>
      <div>
        <label
          class="field-label"
          for="place-root"
        >What it is called here, so that it can be told from other places</label>
        <el-input
          id="place-root"
          v-model="root"
          placeholder="Shared drive"
          :maxlength="100"
        />
      </div>
      <div>
        <span class="field-label">How often</span>
        <PlacePace v-model="everyMinutes" />
      </div>
    </div>
    <el-checkbox
      v-model="keeps"
      label="keep the files here too (for previews and the corrected copy); otherwise only what they are is kept"
    />
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <div
      v-if="trial"
      class="trial"
      role="status"
    >
      <p>
        <b>It can be seen.</b> {{ trial.files }}{{ trial.more ? ' or more' : '' }} files, {{ sayBytes(trial.bytes) }}{{ levels }}.
      </p>
      <p
        v-if="trial.identity"
        class="small"
      >
        The machine's key: <span class="mono">{{ trial.identity }}</span>. With any other it is not trusted.
      </p>
      <p v-if="trial.names">
        By their names: {{ trial.names.right }} right, {{ trial.names.toFix }} to put right, {{ trial.names.unknown }} of which nothing is known;
        they are of {{ trial.names.people }} {{ trial.names.people === 1 ? 'person or group' : 'people and groups' }}.
        <template v-if="trial.names.wrapper">
          Everything lies in <span class="mono">{{ showText(trial.names.wrapper) }}</span>: that is taken for a wrapper, and no folder of anybody's.
        </template>
      </p>
      <p
        v-if="trial.passed.length"
        class="small"
      >
        Not read: {{ trial.passed.slice(0, 5).map(one => `${showText(one.path)} (${PASSED[one.why] ?? one.why})`).join(', ') }}{{
          trial.passed.length > 5 ? ` and ${trial.passed.length - 5} more` : '' }}
      </p>
    </div>
    <div class="row">
      <el-button
        :type="trial ? 'default' : 'primary'"
        :loading="busy"
        :disabled="lacking.length > 0 || chosen?.refused !== ''"
        @click="tryIt"
      >
        Try it
      </el-button>
      <el-button
        v-if="trial"
        type="primary"
        :loading="busy"
        :disabled="lacking.length > 0"
        @click="add"
      >
        Look there from now on
      </el-button>
      <el-button @click="emit('close')">
        Not now
      </el-button>
      <span class="small quiet">
        <template v-if="lacking.length">Still needed: {{ lacking.join(', ') }}. </template>Nothing is ever changed or deleted there.
      </span>
    </div>
  </form>
</template>

<style scoped>
.place-form { border-top: 1px solid var(--rule); padding-top: 12px; }
.plain { border: 0; padding: 0; margin: 0; }
.kinds { gap: 30px; }
.fields { display: grid; grid-template-columns: repeat(auto-fill, minmax(280px, 1fr)); gap: 12px; }
.trial { border-left: 3px solid var(--petrol); padding: 2px 0 2px 12px; }
.trial p { margin: 4px 0; }
</style>
