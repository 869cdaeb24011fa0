<script setup lang="ts">
import type { RequirementDocument } from '#core/brief/document'

/** The file itself: how large, which of several counts, whether it may be locked. */
const model = defineModel<RequirementDocument>({ required: true })
const put = (changes: Partial<RequirementDocument>) => (model.value = withChanges(model.value, changes))

const UNITS = [{ label: 'kB', bytes: 1000 }, { label: 'MB', bytes: 1_000_000 }, { label: 'GB', bytes: 1_000_000_000 }]
const largest = Math.max(model.value.size?.from ?? 0, model.value.size?.to ?? 0)
const unit = ref([...UNITS].reverse().find(one => largest >= one.bytes)?.bytes ?? 1_000_000)
const sizeOf = (end: 'from' | 'to') => computed({
  get: () => (model.value.size?.[end] === undefined ? undefined : model.value.size[end] / unit.value),
  set: (amount: number | null | undefined) => {
    const size = { ...model.value.size, [end]: amount ? Math.round(amount * unit.value) : undefined }
    if (size[end] === undefined) Reflect.deleteProperty(size, end)
    put({ size: Object.keys(size).length > 0 ? size : undefined })
  },
})
const [from, to] = [sizeOf('from'), sizeOf('to')]
</script>

<template>
  <div class="files">
    <div>
      <span class="field-label">Size <span class="quiet">· empty: any</span></span>
      <div class="row">
        <el-input-number
          v-model="from"
          data-key="size.from"
          :min="0"
          :max="9000000"
          controls-position="right"
          placeholder="any"
          aria-label="At least so large"
          class="number"
        />
        <span>to</span>
        <el-input-number
          v-model="to"
          data-key="size.to"
          :min="0"
          :max="9000000"
          controls-position="right"
          placeholder="any"
          aria-label="At most so large"
          class="number"
        />
        <el-select
          v-model="unit"
          class="unit"
          aria-label="Unit of size"
        >
          <el-option
            v-for="one in UNITS"
            :key="one.bytes"
            :value="one.bytes"
            :label="one.label"
          />
        </el-select>
      </div>
    </div>
    <div>
      <span class="field-label">Where several come for one place</span>
      <el-select
        data-key="keep"
        :model-value="model.keep ?? 'latest'"
        aria-label="Where several come for one place"
        @update:model-value="put({ keep: $event === 'latest' ? undefined : $event })"
      >
        <el-option
          value="latest"
          label="the latest counts"
        />
        <el-option
          value="first"
          label="the first counts"
        />
        <el-option
          value="all"
          label="all are judged, none is too many"
        />
      </el-select>
    </div>
    <el-checkbox
      data-key="locked"
      :model-value="model.locked === 'accept'"
      @update:model-value="put({ locked: $event ? 'accept' : undefined })"
    >
      May need a password to open
    </el-checkbox>
  </div>
</template>

<style scoped>
.files { display: grid; gap: 10px; }
.number { width: 120px; }
.unit { width: 80px; }
</style>
