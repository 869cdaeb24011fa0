<script setup lang="ts">
import { ownOf } from '#core/text/own'
import { VueDraggable } from 'vue-draggable-plus'

/** One template drawn: the sample large, each part bracketed and numbered, the numbered parts listed; the text beside it is the same thing. */
const props = defineProps<{
  template: string
  fields: Fields
  values: SampleValues
  columns: string[]
  headings?: Record<string, string> | undefined
  folder?: boolean
  label: string
  problems: string[]
  /** Extensions that the name ends in. */
  endings?: readonly string[]
}>()
/** Template and fields change together: a part that is added declares what it is. */
const emit = defineEmits<{ change: [template: string, fields: Fields] }>()

const parts = ref<DrawnPart[]>([])
const readable = ref(true)
const opened = ref('')
const said = ref('')
const list = ref<HTMLElement | null>(null)
const inputId = useId()
/** The parts as a list, and the template as text, are two further ways to the same thing. */
const listed = ref(false)
const typed = ref(false)
const sample = ref<HTMLElement | null>(null)

const sampleText = computed(() => parts.value.map(part => sampleOfPart(part, props.fields, props.values)).join(''))

async function toggleText() {
  typed.value = !typed.value
  await nextTick()
  if (typed.value) document.getElementById(inputId)?.focus()
}

/** Arrows walk the parts, with Alt they move them; Delete takes out. */
function walk(event: KeyboardEvent, place: number) {
  const by = ({ ArrowLeft: -1, ArrowRight: 1 } as const)[event.key]
  if (by !== undefined) {
    event.preventDefault()
    const to = place + by
    if (to < 0 || to >= parts.value.length) return
    const key = parts.value[event.altKey ? place : to]?.key
    if (event.altKey) move(place, by)
    void nextTick(() => sample.value?.querySelectorAll<HTMLElement>('button')[parts.value.findIndex(part => part.key === key)]?.focus())
  }
  else if (event.key === 'Delete' || event.key === 'Backspace') {
    event.preventDefault()
    remove(place)
    void nextTick(() => sample.value?.querySelectorAll<HTMLElement>('button')[Math.max(0, place - 1)]?.focus())
  }
}

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
  take(withAdded(parts.value, made, props.folder ?? false), made.kind === 'field' && field ? withField(made.name, field) : props.fields)
  opened.value = made.kind === 'level' ? '' : made.key
  void nextTick(() => list.value?.querySelector<HTMLElement>(`[data-part="${made.key}"] input, [data-part="${made.key}"] button`)?.focus())
}

function addByKey(key: string) {
  if (key === 'text') return add(literalPart('_'))
  if (key === 'level') return add(levelPart())
  const own = OWN_FIELDS.find(one => `own:${one.name}` === key)
  if (!own) return add(fieldPart(key.slice('person:'.length)))
  const name = freeName(own.name, props.fields)
  add(fieldPart(name), structuredClone(own.field))
}

function move(place: number, by: 1 | -1) {
  const part = parts.value[place]
  if (!part) return
  const next = movedBy(parts.value, place, by)
  take(next)
  said.value = `Part moved to place ${next.indexOf(part) + 1} of ${next.length}`
  const which = by < 0 ? 'earlier' : 'later'
  void nextTick(() => {
    const row = list.value?.querySelector(`[data-part="${part.key}"]`)
    const button = row?.querySelector<HTMLButtonElement>(`[data-move="${which}"]:not(:disabled)`)
      ?? row?.querySelector<HTMLButtonElement>('[data-move]:not(:disabled)')
    button?.focus()
  })
}

function remove(place: number) {
  take(withoutPart(parts.value, place))
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
    <div
      v-if="readable && parts.length"
      ref="sample"
      class="sample mono"
      role="group"
      :aria-label="`Sample: ${sampleText}`"
    >
      <VueDraggable
        :model-value="parts"
        class="pieces"
        :animation="120"
        @update:model-value="take(dragged(parts, $event))"
      >
        <button
          v-for="(part, at) in parts"
          :key="part.key"
          type="button"
          class="piece"
          :class="[part.kind, { on: opened === part.key }]"
          :aria-expanded="opened === part.key"
          :aria-label="`${sampleOfPart(part, fields, values)}: ${sayPart(part, fields, headings)}`"
          @click="opened = opened === part.key ? '' : part.key"
          @keydown="walk($event, at)"
        >
          <span class="shown">{{ sampleOfPart(part, fields, values).replace(/ /g, '\u2423') }}</span><span
            class="bracket"
          /><span class="number">{{ numbers[at] || '\u00a0' }}</span>
        </button>
      </VueDraggable>
      <span
        v-if="endings?.length"
        class="ending quiet"
      >{{ endings.slice(0, 3).map(one => `.${one}`).join(' or ') }}{{ endings.length > 3 ? ' …' : '' }}</span>
    </div>
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
        @update:model-value="take(dragged(parts, $event))"
      >
        <li
          v-for="(part, at) in parts"
          v-show="listed || opened === part.key"
          :key="part.key"
          class="part"
          :data-part="part.key"
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
              {{ sayPart(part, fields, headings) }}
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
              v-for="(one, index) in personFields(columns, headings)"
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
      <button
        v-if="readable && parts.length"
        type="button"
        class="plain-button small"
        :aria-expanded="listed"
        @click="listed = !listed"
      >
        {{ listed ? 'fold the list' : 'as a list' }}
      </button>
      <button
        v-if="readable"
        type="button"
        class="plain-button small"
        :aria-expanded="typed"
        @click="toggleText"
      >
        {{ typed ? 'fold the text' : 'as text' }}
      </button>
      <span class="grow" />
      <slot name="actions" />
    </div>
    <el-input
      v-if="typed || !readable"
      :id="inputId"
      :model-value="template"
      size="small"
      class="mono-input text"
      :placeholder="folder ? 'at the top' : 'any name'"
      :data-key="folder ? 'folder' : 'name'"
      :aria-label="`${label}, as text`"
      @update:model-value="emit('change', $event, fields)"
    />
    <ProblemList :problems="problems" />
    <span
      class="visually-hidden"
      aria-live="polite"
    >{{ said }}</span>
  </section>
</template>

<style scoped>
.drawing { border: 1px solid var(--rule); padding: 8px 12px; background: var(--sheet); }
.sample, .pieces { display: flex; flex-wrap: wrap; align-items: flex-start; row-gap: 4px; }
.sample { font-size: 22px; line-height: 1.15; margin: 0 0 4px; }
.piece {
  display: inline-flex; flex-direction: column; align-items: stretch; min-width: 24px; font: inherit; color: inherit;
  background: none; border: 0; padding: 0; cursor: pointer;
}
.piece.level { color: var(--quiet); }
.shown { white-space: pre-wrap; overflow-wrap: anywhere; text-align: center; }
.bracket { height: 6px; margin: 3px 1.5px 0; border: 1.5px solid var(--quiet); border-top: 0; }
.piece.field .bracket { border-color: var(--petrol); }
.piece.level .bracket { visibility: hidden; }
.piece.on .shown, .piece:hover .shown { color: var(--petrol); }
.piece.on { background: var(--petrol-pale); }
.number { font-family: var(--text); font-size: 12px; text-align: center; color: var(--quiet); line-height: 1.3; }
.ending { padding-left: 1px; }
.parts { list-style: none; margin: 0; padding: 0; }
.part { border-top: 1px solid var(--rule); background: var(--sheet); }
.line { min-height: 29px; gap: 8px; flex-wrap: nowrap; }
.handle { cursor: grab; color: var(--quiet); font-size: 12px; border: 1px dotted var(--quiet); padding: 0 4px; }
.index { width: 18px; text-align: right; color: var(--quiet); font-size: 13px; }
.fixed { width: 150px; }
.what { text-align: left; color: var(--ink); text-decoration-color: var(--rule); }
.grow { flex: 1; }
.tool { background: none; border: 0; font: inherit; font-size: 13px; color: var(--quiet); padding: 2px 6px; min-height: 24px; cursor: pointer; }
.tool:hover:not(:disabled) { color: var(--petrol); text-decoration: underline; }
.tool:disabled { opacity: 0.35; cursor: default; }
.foot { margin-top: 4px; gap: 12px; }
.text { margin-top: 6px; }
</style>
