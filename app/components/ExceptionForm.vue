<script setup lang="ts">
import type { BriefDocument, ExceptionDocument } from '#core/brief/document'
import { plainTitle } from '#core/brief/document'
import type { Roster } from '#core/roster/types'

/** What is different for one person or one group. */
const model = defineModel<ExceptionDocument>({ required: true })
const props = defineProps<{ document: BriefDocument, roster: Roster | null, /** Whom it is for stands already. */ fixed?: boolean }>()

const groups = computed(() => [...new Set(props.roster?.people.map(person => person.group).filter(Boolean))].sort())
const put = (changes: Partial<ExceptionDocument>) => (model.value = withChanges(model.value, changes))
const whom = computed({
  get: () => (model.value.for.person === undefined ? `g:${model.value.for.group ?? ''}` : `p:${model.value.for.person}`),
  set: (key: string) => put({ for: key.startsWith('p:') ? { person: key.slice(2) } : { group: key.slice(2) } }),
})
</script>

<template>
  <div class="exception">
    <div v-if="!fixed">
      <span class="field-label">For whom</span>
      <el-select
        v-model="whom"
        data-key="exceptions.for"
        filterable
        default-first-option
        aria-label="For whom"
      >
        <el-option-group label="people">
          <el-option
            v-for="person in roster?.people ?? []"
            :key="person.id"
            :value="`p:${person.id}`"
            :label="person.name"
          />
        </el-option-group>
        <el-option-group label="groups">
          <el-option
            v-for="group in groups"
            :key="group"
            :value="`g:${group}`"
            :label="group"
          />
        </el-option-group>
      </el-select>
    </div>
    <div>
      <span class="field-label">For what</span>
      <el-select
        data-key="exceptions.requirement"
        :model-value="model.requirement ?? ''"
        :empty-values="[null, undefined]"
        aria-label="For what"
        @update:model-value="put({ requirement: $event || undefined })"
      >
        <el-option
          value=""
          label="everything"
        />
        <el-option
          v-for="one in document.requirements"
          :key="one.id"
          :value="one.id"
          :label="plainTitle(one)"
        />
      </el-select>
    </div>
    <el-checkbox
      data-key="exceptions.owed"
      :model-value="model.owed === false"
      @update:model-value="put({ owed: $event ? false : undefined })"
    >
      Not owed
    </el-checkbox>
    <template v-if="model.owed !== false">
      <TimeField
        data-key="exceptions.due"
        :model-value="model.due"
        label="Due later"
        :zone="document.zone"
        @update:model-value="put({ due: $event })"
      />
      <TimeField
        data-key="exceptions.correctBy"
        :model-value="model.correctBy"
        label="Corrections until"
        :zone="document.zone"
        @update:model-value="put({ correctBy: $event })"
      />
    </template>
    <div>
      <span class="field-label">Reason <span class="quiet">· for yourself</span></span>
      <el-input
        data-key="exceptions.reason"
        :model-value="model.reason ?? ''"
        maxlength="500"
        aria-label="Reason"
        @update:model-value="put({ reason: $event || undefined })"
      />
    </div>
  </div>
</template>

<style scoped>
.exception { display: grid; gap: 10px; }
</style>
