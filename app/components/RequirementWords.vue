<script setup lang="ts">
import type { RequirementDocument } from '#core/brief/document'
import type { Roster } from '#core/roster/types'

/** What is said with it: how to make it, titles of their own, and the id that tables carry. */
const model = defineModel<RequirementDocument>({ required: true })
const props = defineProps<{ roster: Roster | null }>()
const put = (changes: Partial<RequirementDocument>) => (model.value = withChanges(model.value, changes))

const own = computed(() => (typeof model.value.title === 'object' ? model.value.title : null))
const columns = computed(() => (props.roster?.columns ?? []).filter(column => !['id', 'given', 'family', 'name', 'email', 'alias'].includes(column)))
const column = computed({
  get: () => own.value?.byColumn ?? '',
  set: (name: string) => {
    const plain = typeof model.value.title === 'object' ? model.value.title.else : model.value.title
    if (name === '') return put({ title: plain })
    put({ title: { byColumn: name, values: {}, ...(plain === undefined ? {} : { else: plain }) } })
  },
})
/** Values that the list has in that column. */
const found = computed(() => {
  const name = own.value?.byColumn
  if (!name) return []
  const all = (props.roster?.people ?? []).map(person => (name === 'group' ? person.group : person.fields[name] ?? '').trim()).filter(Boolean)
  return [...new Set([...all, ...Object.keys(own.value?.values ?? {})])].sort().slice(0, 200)
})
function setTitle(value: string, title: string) {
  if (!own.value) return
  const values = { ...own.value.values, [value]: title }
  if (title === '') Reflect.deleteProperty(values, value)
  put({ title: { ...own.value, values } })
}
</script>

<template>
  <div class="words">
    <div>
      <label
        class="field-label"
        for="piece-note"
      >How to make it <span class="quiet">· in your own words, told with every letter about it</span></label>
      <el-input
        id="piece-note"
        data-key="note"
        type="textarea"
        maxlength="4000"
        :autosize="{ minRows: 1, maxRows: 6 }"
        :model-value="model.note ?? ''"
        @update:model-value="put({ note: $event || undefined })"
      />
    </div>
    <div>
      <span class="field-label">Titles of their own</span>
      <el-select
        v-model="column"
        data-key="title.byColumn"
        :empty-values="[null, undefined]"
        aria-label="Titles of their own"
      >
        <el-option
          value=""
          label="one title for all"
        />
        <el-option
          v-for="name in columns"
          :key="name"
          :value="name"
          :label="`by ${name}`"
        />
      </el-select>
      <label
        v-for="value in found"
        :key="value"
        class="small pair"
      ><span>{{ value }}</span><el-input
        data-key="title.values"
        size="small"
        maxlength="200"
        :model-value="own?.values[value] ?? ''"
        :placeholder="own?.else ?? 'as all others'"
        @update:model-value="setTitle(value, $event)"
      /></label>
    </div>
    <div>
      <label
        class="field-label"
        for="piece-id"
      >Short id <span class="quiet">· stands in tables and files</span></label>
      <el-input
        id="piece-id"
        data-key="id"
        class="mono-input"
        :model-value="model.id"
        @update:model-value="put({ id: $event })"
      />
    </div>
  </div>
</template>

<style scoped>
.words { display: grid; gap: 10px; }
.pair { display: grid; grid-template-columns: 110px 1fr; gap: 8px; align-items: center; margin-top: 4px; overflow-wrap: anywhere; }
</style>
