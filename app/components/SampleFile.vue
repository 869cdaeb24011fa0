<script setup lang="ts">
import type { AcceptedDocument } from '#core/brief/document'
import type { Condition } from '#core/formats/condition'
import { meets } from '#core/formats/condition'
import { describeCondition, showMeasured } from '#core/wording/en/conditions'
import { sayFault } from '#core/wording/index'
import { propertyOf } from '#core/formats/properties'
import type { PropertyValue } from '#core/formats/reading'
import { countsAs, formatById, formatLabel } from '#core/formats/registry'
import type { SampleReading } from '~/workers/sample'

/** One file at hand, read here and sent nowhere: all that is measured of it, and conditions taken from it. */
const props = defineProps<{ formats: AcceptedDocument[] }>()
const emit = defineEmits<{ ask: [id: string, measured: Record<string, Condition>], close: [] }>()
const rules = useRules()
const sample = shallowRef<SampleReading | null>(null)
const { busy, problem, attempt } = useAttempt()
const over = ref(false)
const chosen = ref<Record<string, ConditionKind | ''>>({})

/** What a sample is usually shown for; the rest is offered, not chosen. */
const TYPICAL = new Set([
  'sampleRate', 'channels', 'bitDepth', 'colorModel', 'form', 'pageWidth', 'pageHeight', 'fontsEmbedded', 'watertight',
  'delimiter', 'columns', 'width', 'height',
])

const values = computed((): [name: string, value: PropertyValue][] => {
  const { reading } = sample.value ?? {}
  if (!reading) return []
  return [...(reading.version ? [['version', reading.version] as [string, PropertyValue]] : []), ...Object.entries(reading.props)]
})
const accepted = computed(() => {
  const { id, extension } = sample.value ?? {}
  return id === undefined ? undefined : props.formats.find(format => countsAs(id, format.id, extension?.toLowerCase() ?? ''))
})
const askable = (name: string) => propertyOf(name) !== undefined && (formatById(sample.value?.id ?? '')?.measures.includes(name) ?? false)

async function take(file: File | undefined) {
  if (!file) return
  await attempt(async () => {
    sample.value = await rules.readSample(file)
    chosen.value = Object.fromEntries(values.value.filter(([name]) => askable(name)).map(([name]) => [name, TYPICAL.has(name) ? 'is' : '']))
  })
}

function ask() {
  const measured: Record<string, Condition> = {}
  for (const [name, value] of values.value) {
    const kind = chosen.value[name]
    if (kind) measured[name] = conditionOf(kind, value)
  }
  emit('ask', sample.value?.id ?? '', measured)
}
const knownFormat = computed(() => formatById(sample.value?.id ?? '') !== undefined)

const STATES: Record<string, string> = {
  ok: 'in order', empty: 'empty', damaged: 'damaged', locked: 'locked with a password',
  restricted: 'opens, but its owner limits its use', unread: 'could not be read',
}
const PROOFS: Record<string, string> = {
  signature: 'told by its first bytes', structure: 'its parts and lengths agree', checksum: 'its checksums agree',
}
</script>

<template>
  <section
    class="sample"
    aria-label="A file at hand"
  >
    <div
      class="drop row"
      :class="{ over }"
      @dragover.prevent="over = true"
      @dragleave="over = false"
      @drop.prevent="over = false; take($event.dataTransfer?.files[0])"
    >
      <span>Drop a file that is right, or</span>
      <label class="choose">choose one
        <input
          type="file"
          class="visually-hidden"
          @change="take(($event.target as HTMLInputElement).files?.[0])"
        >
      </label>
      <span class="quiet small">It is read here and sent nowhere.</span>
      <span class="spacer" />
      <el-button
        size="small"
        @click="emit('close')"
      >
        Close
      </el-button>
    </div>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <div aria-live="polite">
      <p
        v-if="busy"
        class="quiet"
      >
        Reading it …
      </p>
      <template v-else-if="sample">
        <p>
          <span class="mono">{{ showText(sample.name) }}</span> is
          <b>{{ knownFormat ? formatLabel(sample.id) : sample.id === 'empty' ? 'empty' : 'of no known format' }}</b>,
          {{ sayBytes(sample.size) }}<template v-if="sample.fits === false">
            · named .{{ sample.extension }}, which is another format's extension
          </template>
        </p>
        <p class="small">
          <b>{{ STATES[sample.reading.state] }}</b>{{ sample.reading.fault ? `: ${sayFault(sample.reading.fault)}` : '' }}{{
            sample.reading.state === 'ok' ? ` · ${PROOFS[sample.reading.verified]}` : '' }}{{
            sample.reading.blank ? ' · opens, but holds nothing' : '' }}
        </p>
        <table v-if="values.length">
          <thead>
            <tr>
              <th scope="col">
                Measured
              </th>
              <th scope="col">
                Value
              </th>
              <th scope="col">
                Ask for
              </th>
              <th scope="col">
                Asked now
              </th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="[name, value] in values"
              :key="name"
            >
              <td>{{ propertyOf(name)?.label ?? name }}</td>
              <td class="mono">
                {{ showText(showMeasured(value === '\t' ? 'tab' : value, propertyOf(name)?.unit ?? '')) }}
              </td>
              <td>
                <el-select
                  v-if="askable(name)"
                  v-model="chosen[name]"
                  size="small"
                  class="kind"
                  :empty-values="[null, undefined]"
                  :aria-label="`Ask for ${propertyOf(name)?.label ?? name}`"
                >
                  <el-option
                    value=""
                    label="not asked"
                  />
                  <el-option
                    v-for="kind in kindsOf(name).filter(one => one === 'is' || one === 'from' || one === 'to')"
                    :key="kind"
                    :value="kind"
                    :label="KIND_WORDS[kind]"
                  />
                </el-select>
              </td>
              <td class="small">
                <template v-if="accepted?.measured?.[name]">
                  {{ describeCondition(accepted.measured[name], name) }}: {{ meets(value, accepted.measured[name], name) ? 'met' : 'not met' }}
                </template>
              </td>
            </tr>
          </tbody>
        </table>
        <p
          v-if="knownFormat"
          class="row"
        >
          <el-button
            type="primary"
            size="small"
            @click="ask"
          >
            Ask for files like this one
          </el-button>
          <span
            v-if="sample.reading.state === 'damaged'"
            class="problem"
          >This one is damaged: what it says of itself may not hold.</span>
        </p>
      </template>
    </div>
  </section>
</template>

<style scoped>
.sample { border: 1.5px solid var(--quiet); background: var(--ground); padding: 8px 12px; margin: 6px 0 10px; }
.drop { border: 1.5px dashed var(--quiet); padding: 8px 12px; }
.drop.over { border-color: var(--petrol); background: var(--sheet); }
.choose { color: var(--petrol); text-decoration: underline; cursor: pointer; }
.choose:focus-within { outline: 2px solid var(--petrol); outline-offset: 2px; }
.spacer { flex: 1; }
.sample p { margin: 6px 0; }
table { border-collapse: collapse; width: 100%; }
th { text-align: left; font-size: 13px; color: var(--quiet); font-weight: 600; padding: 3px 10px 3px 0; }
td { border-top: 1px solid var(--rule); padding: 3px 10px 3px 0; vertical-align: middle; }
.kind { width: 120px; }
</style>
