<script setup lang="ts">
import type { BriefDocument, RequirementDocument } from '#core/brief/document'
import type { Roster } from '#core/roster/types'

/** Who owes it: each person or each group, and only some of them. */
const model = defineModel<RequirementDocument>({ required: true })
const props = defineProps<{ document: BriefDocument, roster: Roster | null }>()

const groups = computed(() => [...new Set(props.roster?.people.map(person => person.group).filter(Boolean))].sort())
const holder = computed({
  get: () => model.value.holder ?? props.document.holder ?? 'person',
  set: (value: 'person' | 'group') =>
    (model.value = withHolder(withChanges(model.value, { holder: value }), holder.value, value, props.roster?.people ?? [])),
})
const owing = computed({
  get: () => model.value.owedBy?.groups ?? [],
  set: (list: string[]) => (model.value = withOwing(model.value, list, owingPeople.value)),
})
const owingPeople = computed({
  get: () => model.value.owedBy?.people ?? [],
  set: (list: string[]) => (model.value = withOwing(model.value, owing.value, list)),
})
</script>

<template>
  <div class="cells">
    <div>
      <span class="field-label">Each one owes it</span>
      <el-radio-group
        v-model="holder"
        data-key="holder"
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
        data-key="owedBy.groups"
        multiple
        filterable
        default-first-option
        :reserve-keyword="false"
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
        data-key="owedBy.people"
        multiple
        filterable
        default-first-option
        :reserve-keyword="false"
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
  </div>
</template>

<style scoped>
.cells { display: grid; gap: 10px; }
</style>
