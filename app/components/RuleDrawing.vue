<script setup lang="ts">
import { ownOf } from '#core/text/own'
import { VueDraggable } from 'vue-draggable-plus'

/** One template drawn: the sample large, each part bracketed and numbered, the numbered parts listed; the text beside it is the same thing. */
const props = defineProps<{
  template: string
  fields: Fields
  values: SampleValues
  columns: string[]
  folder?: boolean
  label: string
  problems: string[]
}>()
/** Template and fields change together: a part that is added declares what it is. */
const emit = defineEmits<{ change: [template: string, fields: Fields] }>()

const parts = ref<DrawnPart[]>([])
const readable = ref(true)
const opened = ref('')
const said = ref('')
const list = ref<HTMLElement | null>(null)
const inputId = useId()

watch(() => props.template, (text) => {
  if (readable.value && writeTemplate(parts.value) === text) return
  const drawn = drawTemplate(text, props.folder ?? false)
  readable.value = drawn !== null
  if (drawn) parts.value = drawn
}, { immediate: true })

/** Numbers count what is told or fixed; a level's beginning has none. */
const numbers = computed(() => {
  let number = 0
  return parts.value.map(part => (part.kind === 'level' ? 0 : ++number))
})

function take(next: DrawnPart[], fields = props.fields) {
  parts.value = next
  emit('change', writeTemplate(next), fields)
}

function isOwn(part: DrawnPart): boolean {
  const field = part.kind === 'field' ? ownOf(props.fields, part.name) : undefined
  return field !== undefined && field.type !== 'roster'
}

function withField(name: string, field: Field | null): Fields {
  const next = { ...props.fields }
  if (field) next[name] = field
  else Reflect.deleteProperty(next, name)
  return next
}

function add(made: DrawnPart, field: Field | null = null) {
  take([...parts.value, made], made.kind === 'field' && field ? withField(made.name, field) : props.fields)
  opened.value = made.kind === 'level' ? '' : made.key
  void nextTick(() => list.value?.querySelector<HTMLElement>(`[data-key="${made.key}"] input, [data-key="${made.key}"] button`)?.focus())
}

function addByKey(key: string) {
  if (key === 'text') return add(literalPart('_'))
  if (key === 'level') return add(levelPart())
  const own = OWN_FIELDS.find(one => `own:${one.name}` === key)
  if (!own) return add(fieldPart(key.slice('person:'.length)))
  const name = freeName(own.name, props.fields)
  add(fieldPart(name), structuredClone(own.field))
}

function move(place: number, by: number) {
  const next = [...parts.value]
  const [part] = next.splice(place, 1)
  if (!part) return
  next.splice(place + by, 0, part)
  take(next)
  said.value = `Part moved to place ${place + by + 1} of ${next.length}`
  const which = by < 0 ? 'earlier' : 'later'
  void nextTick(() => {
    const row = list.value?.querySelector(`[data-key="${part.key}"]`)
    const button = row?.querySelector<HTMLButtonElement>(`[data-move="${which}"]:not(:disabled)`)
      ?? row?.querySelector<HTMLButtonElement>('[data-move]:not(:disabled)')
    button?.focus()
  })
}

function remove(place: number) {
  take(parts.value.filter((_, index) => index !== place))
  void nextTick(() => list.value?.querySelectorAll<HTMLButtonElement>('[data-open]')[Math.max(0, place - 1)]?.focus())
}

function setText(place: number, text: string) {
  // a space is shown as a sign of its own
  const clean = text.replace(/[{}]/g, '').replace(/\u2423/g, ' ')
  take(parts.value.map((part, index) => (index === place && part.kind === 'literal'
    ? { ...part, text: props.folder ? clean : clean.replace(/\//g, '') }
    : part)))
}

function setPrefix(place: number, prefix: number | null) {
  take(parts.value.map((part, index) => (index === place && part.kind === 'field' ? { ...part, prefix } : part)))
}
</script>

<template>
  <section
    class="drawing"
    :aria-label="label"
  >
    <p
      v-if="readable && parts.length"
      class="sample mono"
      role="img"
      :aria-label="`Sample: ${parts.map(part => sampleOfPart(part, fields, values)).join('')}`"
    >
      <span
        v-for="(part, at) in parts"
        :key="part.key"
        class="piece"
        :class="[part.kind, { on: opened === part.key }]"
      ><span class="shown">{{ sampleOfPart(part, fields, values).replace(/ /g, '\u2423') }}</span><span
        v-if="part.kind !== 'level'"
        class="bracket"
      /><span
        v-if="part.kind !== 'level'"
        class="number"
      >{{ numbers[at] }}</span></span>
    </p>
    <p
      v-else-if="readable"
      class="quiet"
    >
      {{ folder ? 'At the top, in no folder.' : 'Any name. Add a part to make a rule.' }}
    </p>
    <div ref="list">
      <VueDraggable
        v-if="readable"
        :model-value="parts"
        tag="ol"
        class="parts"
        handle=".handle"
        :animation="120"
        @update:model-value="take($event)"
      >
        <li
          v-for="(part, at) in parts"
          :key="part.key"
          class="part"
          :data-key="part.key"
        >
          <div class="row line">
            <span
              class="handle"
              aria-hidden="true"
              title="Drag to another place"
            >drag</span>
            <span class="index">{{ numbers[at] || '' }}</span>
            <el-input
              v-if="part.kind === 'literal'"
              :model-value="part.text.replace(/ /g, '\u2423')"
              size="small"
              class="mono-input fixed"
              :aria-label="`Text of part ${numbers[at]}`"
              @update:model-value="setText(at, $event)"
            />
            <button
              v-else-if="part.kind === 'field'"
              type="button"
              class="plain-button what"
              data-open
              :aria-expanded="opened === part.key"
              @click="opened = opened === part.key ? '' : part.key"
            >
              {{ sayPart(part, fields) }}
            </button>
            <span
              v-else
              class="quiet"
            >next level</span>
            <span class="grow" />
            <button
              type="button"
              class="tool"
              data-move="earlier"
              :disabled="at === 0"
              :aria-label="`Move part ${numbers[at] || ''} earlier`"
              @click="move(at, -1)"
            >
              ←
            </button>
            <button
              type="button"
              class="tool"
              data-move="later"
              :disabled="at === parts.length - 1"
              :aria-label="`Move part ${numbers[at] || ''} later`"
              @click="move(at, 1)"
            >
              →
            </button>
            <button
              type="button"
              class="tool"
              :aria-label="`Take out part ${numbers[at] || ''}`"
              @click="remove(at)"
            >
              take out
            </button>
          </div>
          <PartOptions
            v-if="part.kind === 'field' && opened === part.key"
            :name="part.name"
            :field="ownOf(fields, part.name)"
            :prefix="part.prefix"
            :own="isOwn(part)"
            @field="take(parts, withField(part.name, $event))"
            @prefix="setPrefix(at, $event)"
          />
        </li>
      </VueDraggable>
    </div>
    <div class="row foot">
      <el-dropdown
        trigger="click"
        @command="addByKey"
      >
        <el-button size="small">
          Add a part
        </el-button>
        <template #dropdown>
          <el-dropdown-menu>
            <el-dropdown-item command="text">
              fixed text
            </el-dropdown-item>
            <el-dropdown-item
              v-if="folder"
              command="level"
            >
              next level
            </el-dropdown-item>
            <el-dropdown-item
              v-for="(one, index) in personFields(columns)"
              :key="one.name"
              :command="`person:${one.name}`"
              :divided="index === 0"
            >
              {{ one.label }}
            </el-dropdown-item>
            <el-dropdown-item
              v-for="(one, index) in OWN_FIELDS"
              :key="one.name"
              :command="`own:${one.name}`"
              :divided="index === 0"
            >
              {{ one.label }}
            </el-dropdown-item>
          </el-dropdown-menu>
        </template>
      </el-dropdown>
      <label
        class="small quiet"
        :for="inputId"
      >as text</label>
      <el-input
        :id="inputId"
        :model-value="template"
        size="small"
        class="mono-input text"
        :placeholder="folder ? 'at the top' : 'any name'"
        :aria-label="`${label}, as text`"
        @update:model-value="emit('change', $event, fields)"
      />
      <slot name="actions" />
    </div>
    <ProblemList :problems="problems" />
    <span
      class="visually-hidden"
      aria-live="polite"
    >{{ said }}</span>
  </section>
</template>

<style scoped>
.drawing { border: 1px solid var(--rule); padding: 10px 14px 10px; background: var(--sheet); }
.sample { display: flex; flex-wrap: wrap; font-size: 25px; line-height: 1.15; margin: 2px 0 8px; row-gap: 8px; }
.piece { display: inline-flex; flex-direction: column; align-items: stretch; min-width: 0.72em; }
.piece.level { padding: 0 0.18em; color: var(--quiet); }
.shown { white-space: pre; text-align: center; }
.bracket { height: 6px; margin: 3px 1.5px 0; border: 1.5px solid var(--quiet); border-top: 0; }
.piece.field .bracket { border-color: var(--petrol); }
.piece.on .shown { color: var(--petrol); }
.number { font-family: var(--text); font-size: 12px; text-align: center; color: var(--quiet); line-height: 1.3; }
.parts { list-style: none; margin: 0; padding: 0; }
.part { border-top: 1px solid var(--rule); background: var(--sheet); }
.line { min-height: 29px; gap: 8px; flex-wrap: nowrap; }
.handle { cursor: grab; color: var(--quiet); font-size: 12px; border: 1px dotted var(--quiet); padding: 0 4px; }
.index { width: 18px; text-align: right; color: var(--quiet); font-size: 13px; }
.fixed { width: 150px; }
.what { text-align: left; color: var(--ink); text-decoration-color: var(--rule); }
.grow { flex: 1; }
.tool { background: none; border: 0; font: inherit; font-size: 13px; color: var(--quiet); padding: 2px 6px; cursor: pointer; }
.tool:hover:not(:disabled) { color: var(--petrol); text-decoration: underline; }
.tool:disabled { opacity: 0.35; cursor: default; }
.foot { margin-top: 8px; flex-wrap: nowrap; }
.text { flex: 1; min-width: 160px; }
</style>
