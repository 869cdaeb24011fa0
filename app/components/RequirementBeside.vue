<script setup lang="ts">
import type { RequirementDocument } from '#core/brief/document'
import { USUAL_COMPANIONS } from '#core/checking/usual-companions'

/** What travels with the file under its name, and where else the same must lie. */
const model = defineModel<RequirementDocument>({ required: true })
defineProps<{ roots: readonly string[] }>()
const put = (changes: Partial<RequirementDocument>) => (model.value = withChanges(model.value, changes))

type Companion = NonNullable<RequirementDocument['companions']>[number]
const companions = computed(() => model.value.companions ?? [])
const setCompanions = (list: Companion[]) => put({ companions: list.length > 0 ? list : undefined })
function setExtensions(list: string[]) {
  const clean = list.map(one => one.trim().replace(/^[*.]+/, '').toLowerCase()).filter(Boolean)
  setCompanions(clean.map(extension => companions.value.find(one => one.extension === extension) ?? { extension, required: true }))
}
</script>

<template>
  <div class="beside">
    <div>
      <span class="field-label">Comes with <span class="quiet">· extensions of files of the same name</span></span>
      <el-select
        data-key="companions.extension"
        :model-value="companions.map(one => one.extension)"
        multiple
        filterable
        allow-create
        default-first-option
        :reserve-keyword="false"
        placeholder="nothing that is needed"
        aria-label="Comes with"
        @update:model-value="setExtensions($event)"
      >
        <el-option
          v-for="extension in USUAL_COMPANIONS"
          :key="extension"
          :value="extension"
          :label="`.${extension}`"
        />
      </el-select>
      <div class="row">
        <el-checkbox
          v-for="one in companions"
          :key="one.extension"
          data-key="companions.required"
          size="small"
          :model-value="one.required ?? false"
          @update:model-value="setCompanions(companions.map(other => other === one ? { ...one, required: Boolean($event) } : other))"
        >
          .{{ one.extension }} is needed
        </el-checkbox>
      </div>
      <p class="small quiet">
        These never disturb and are never asked for by themselves: {{ USUAL_COMPANIONS.map(one => `.${one}`).join(' ') }}
      </p>
    </div>
    <div>
      <span class="field-label">The same must also lie under <span class="quiet">· names of other folders that come in whole</span></span>
      <el-input-tag
        data-key="copies"
        :model-value="model.copies ?? []"
        :max="10"
        placeholder="nowhere else; type a name, then Enter"
        aria-label="The same must also lie under"
        @update:model-value="put({ copies: $event && $event.length > 0 ? $event : undefined })"
      />
      <p
        v-if="roots.length"
        class="small quiet"
      >
        So far came in: {{ roots.join(', ') }}
      </p>
    </div>
  </div>
</template>

<style scoped>
.beside { display: grid; gap: 10px; }
</style>
