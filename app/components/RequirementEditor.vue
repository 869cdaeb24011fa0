<script setup lang="ts">
import type { BriefDocument, RequirementDocument } from '#core/brief/document'
import type { BriefProblem } from '#core/brief/read'
import { FORMATS } from '#core/formats/registry'
import type { Roster } from '#core/roster/types'
import type { Samples } from '~/composables/samples'

const model = defineModel<RequirementDocument>({ required: true })
const props = defineProps<{ document: BriefDocument, problems: BriefProblem[], roster: Roster | null, only: boolean }>()
const emit = defineEmits<{ remove: [] }>()

const columns = computed(() => props.roster?.columns ?? [])
const groups = computed(() => [...new Set(props.roster?.people.map(person => person.group).filter(Boolean))].sort())
const at = (...paths: string[]) => props.problems.filter(one => paths.some(path => one.path === path || one.path.startsWith(`${path}[`) || one.path.startsWith(`${path}.`))).map(one => one.message)

/** Several accepted forms stand one a line. */
const names = computed({
  get: () => (typeof model.value.name === 'string' ? model.value.name : (model.value.name ?? []).join('\n')),
  set: (text: string) => {
    const lines = text.split('\n').filter((line, index, all) => line.trim() !== '' || (index > 0 && index === all.length - 1))
    if (text.trim() === '') delete model.value.name
    else model.value.name = lines.length === 1 ? lines[0] : lines
    declareFields(model.value, columns.value)
  },
})
const anywhere = computed({
  get: () => model.value.folder === undefined,
  set: (free: boolean) => {
    if (free) delete model.value.folder
    else model.value.folder = '{group}/{family} {given}'
    declareFields(model.value, columns.value)
  },
})
const folder = computed({
  get: () => model.value.folder ?? '',
  set: (text: string) => {
    model.value.folder = text
    declareFields(model.value, columns.value)
  },
})
const formats = computed({
  get: () => (model.value.formats ?? []).map(format => format.id),
  set: (ids: string[]) => {
    model.value.formats = ids.map(id => model.value.formats?.find(format => format.id === id) ?? { id })
  },
})
const from = computed({
  get: () => model.value.count?.from ?? 1,
  set: (value: number) => setCount({ from: value, to: Math.max(value, model.value.count?.to ?? 1) }),
})
const to = computed({
  get: () => (model.value.count === undefined ? 1 : model.value.count.to ?? 0),
  set: (value: number) => setCount({ from: from.value, to: value === 0 ? undefined : value }),
})
const numberFields = computed(() => Object.entries(model.value.fields ?? {}).filter(([, field]) => field.type === 'number').map(([name]) => name))
const by = computed({
  get: () => model.value.count?.by ?? '',
  set: (name: string) => setCount({ from: from.value, to: to.value || undefined, by: name || undefined }),
})

function setCount(count: { from?: number, to?: number, by?: string }) {
  const next = { ...model.value.count, ...count }
  for (const key of ['from', 'to', 'by'] as const) if (next[key] === undefined) Reflect.deleteProperty(next, key)
  if (next.from === 1 && next.to === 1 && !next.by) delete model.value.count
  else model.value.count = next
}

const holder = computed({
  get: () => model.value.holder ?? props.document.holder ?? 'person',
  set: (value: 'person' | 'group') => (model.value.holder = value),
})
const owing = computed({
  get: () => model.value.owedBy?.groups ?? [],
  set: (list: string[]) => setOwing(list, owingPeople.value),
})
const owingPeople = computed({
  get: () => model.value.owedBy?.people ?? [],
  set: (list: string[]) => setOwing(owing.value, list),
})

function setOwing(groups: string[], people: string[]) {
  if (groups.length + people.length === 0) delete model.value.owedBy
  else model.value.owedBy = { ...(groups.length > 0 ? { groups } : {}), ...(people.length > 0 ? { people } : {}) }
}
const extensionCase = computed({
  get: () => model.value.extensionCase ?? 'any',
  set: (value: 'lower' | 'upper' | 'any') => (model.value.extensionCase = value),
})

const samples = ref<Samples>({ names: [], same: [] })
watch(() => [JSON.stringify(model.value), props.roster], async () => {
  try {
    samples.value = props.roster ? await sampleNames(props.document, model.value.id, props.roster) : { names: [], same: [] }
  }
  catch {
    samples.value = { names: [], same: [] }
  }
}, { immediate: true })
</script>

<template>
  <div class="editor">
    <div class="wide row spread">
      <h2>{{ model.title || model.id }}</h2>
      <button
        v-if="!only"
        type="button"
        class="plain-button small"
        @click="emit('remove')"
      >
        Ask for this no longer
      </button>
    </div>
    <div>
      <label
        class="field-label"
        for="piece-title"
      >What is it?</label>
      <el-input
        id="piece-title"
        v-model="model.title"
      />
      <p
        v-for="message in at('title')"
        :key="message"
        class="problem"
      >
        {{ message }}
      </p>
    </div>
    <div>
      <label
        class="field-label"
        for="piece-id"
      >Short id</label>
      <el-input
        id="piece-id"
        v-model="model.id"
        class="mono-input"
      />
      <p
        v-for="message in at('id')"
        :key="message"
        class="problem"
      >
        {{ message }}
      </p>
    </div>
    <div class="wide">
      <label
        class="field-label"
        for="piece-name"
      >Name, without extension <span class="quiet">· {{ braced(['field']) }} stands for a value, one accepted form a line; empty: any name</span></label>
      <el-input
        id="piece-name"
        v-model="names"
        type="textarea"
        :autosize="{ minRows: 1, maxRows: 5 }"
        class="mono-input"
      />
      <p
        v-for="message in at('name')"
        :key="message"
        class="problem"
      >
        {{ message }}
      </p>
      <p class="small quiet">
        Of a person: <span class="mono">{{ braced(columns.length ? columns : ['given', 'family', 'group']) }}</span> · of the file: <span class="mono">{{ braced(['title', 'n', 'version', 'date']) }}</span>
      </p>
    </div>
    <div class="wide">
      <div class="row">
        <label
          class="field-label"
          for="piece-folder"
        >Folder</label>
        <el-checkbox v-model="anywhere">
          anywhere
        </el-checkbox>
      </div>
      <el-input
        v-if="!anywhere"
        id="piece-folder"
        v-model="folder"
        class="mono-input"
        placeholder="empty: at the top; / parts levels"
      />
      <p
        v-for="message in at('folder')"
        :key="message"
        class="problem"
      >
        {{ message }}
      </p>
    </div>
    <FieldRules
      v-model="model"
      class="wide"
      :problems="problems"
      :columns="columns"
    />
    <div class="wide samples">
      <h3>So the files are called</h3>
      <table
        v-if="samples.names.length"
        class="list"
      >
        <tbody>
          <tr
            v-for="sample in samples.names"
            :key="sample.holder"
          >
            <td class="small quiet">
              {{ sample.why }}: {{ sample.holder }}
            </td>
            <td class="mono">
              {{ sample.path }}
            </td>
          </tr>
        </tbody>
      </table>
      <p
        v-else
        class="quiet small"
      >
        {{ roster ? 'Shown as soon as the rule can be read.' : 'Shown as soon as there is a list of people.' }}
      </p>
    </div>
    <p
      v-if="samples.same.length"
      class="wide same"
      role="status"
    >
      {{ samples.same.length }} holders would get one and the same name: {{ samples.same.slice(0, 3).join(', ') }}{{ samples.same.length > 3 ? ' …' : '' }}. Add something that tells them apart.
    </p>
    <div class="wide">
      <span class="field-label">Formats that count <span class="quiet">· none chosen: any</span></span>
      <el-select
        v-model="formats"
        multiple
        filterable
        placeholder="any format"
        aria-label="Formats that count"
      >
        <el-option
          v-for="format in FORMATS"
          :key="format.id"
          :value="format.id"
          :label="`${format.id} · ${format.label}`"
        />
      </el-select>
      <p
        v-for="message in at('formats')"
        :key="message"
        class="problem"
      >
        {{ message }}
      </p>
    </div>
    <div>
      <span class="field-label">How many</span>
      <div class="row">
        <el-input-number
          v-model="from"
          :min="0"
          :max="1000"
          controls-position="right"
          aria-label="At least so many"
          class="number"
        />
        <span>to</span>
        <el-input-number
          v-model="to"
          :min="0"
          :max="1000"
          controls-position="right"
          aria-label="At most so many, 0 for no limit"
          class="number"
        />
        <span
          v-if="to === 0"
          class="small quiet"
        >no limit</span>
      </div>
      <p
        v-for="message in at('count')"
        :key="message"
        class="problem"
      >
        {{ message }}
      </p>
    </div>
    <div v-if="numberFields.length">
      <span class="field-label">Told apart by</span>
      <el-select
        v-model="by"
        aria-label="Told apart by"
      >
        <el-option
          value=""
          label="nothing"
        />
        <el-option
          v-for="name in numberFields"
          :key="name"
          :value="name"
          :label="`the number {${name}}`"
        />
      </el-select>
    </div>
    <div>
      <span class="field-label">Each one owes it</span>
      <el-radio-group
        v-model="holder"
        aria-label="Each one owes it"
      >
        <el-radio value="person">
          person
        </el-radio>
        <el-radio value="group">
          group
        </el-radio>
      </el-radio-group>
    </div>
    <div>
      <span class="field-label">Only these groups <span class="quiet">· none: everybody</span></span>
      <el-select
        v-model="owing"
        multiple
        filterable
        placeholder="everybody"
        aria-label="Only these groups"
      >
        <el-option
          v-for="group in groups"
          :key="group"
          :value="group"
          :label="group"
        />
      </el-select>
    </div>
    <div v-if="holder === 'person'">
      <span class="field-label">Or only these people <span class="quiet">· none: everybody</span></span>
      <el-select
        v-model="owingPeople"
        multiple
        filterable
        placeholder="everybody"
        aria-label="Only these people"
      >
        <el-option
          v-for="person in roster?.people ?? []"
          :key="person.id"
          :value="person.id"
          :label="person.name"
        />
      </el-select>
    </div>
    <div>
      <span class="field-label">Extension written</span>
      <el-select
        v-model="extensionCase"
        aria-label="Extension written"
      >
        <el-option
          value="any"
          label="either way"
        />
        <el-option
          value="lower"
          label="in small letters"
        />
        <el-option
          value="upper"
          label="in capitals"
        />
      </el-select>
    </div>
    <div class="row">
      <el-checkbox
        :model-value="model.optional ?? false"
        @update:model-value="model.optional = Boolean($event)"
      >
        May be left out
      </el-checkbox>
    </div>
  </div>
</template>

<style scoped>
.editor { display: grid; grid-template-columns: 1fr 1fr; gap: 12px 18px; align-items: start; }
.wide { grid-column: 1 / -1; }
.samples { background: var(--ground); padding: 8px 12px; }
.samples .list td { border-bottom-color: transparent; padding: 3px 8px 3px 0; }
.samples .mono { font-size: 15px; }
.number { width: 110px; }
.same { margin: 0; padding: 6px 12px; background: var(--to-fix-pale); }
</style>
