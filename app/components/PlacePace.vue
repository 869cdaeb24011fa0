<script setup lang="ts">
/** How often a place is looked at. */
const model = defineModel<number | null>({ required: true })
defineProps<{ disabled?: boolean }>()
const PACES = [
  { value: 5, label: 'every 5 minutes' }, { value: 15, label: 'every 15 minutes' }, { value: 60, label: 'every hour' },
  { value: 1440, label: 'every day' }, { value: 0, label: 'only when I ask' },
]
const pace = computed({ get: () => model.value ?? 0, set: (minutes: number) => (model.value = minutes === 0 ? null : minutes) })
</script>

<template>
  <el-select
    v-model="pace"
    class="pace"
    aria-label="How often"
    :disabled="disabled"
  >
    <el-option
      v-for="one in PACES"
      :key="one.value"
      :value="one.value"
      :label="one.label"
    />
  </el-select>
</template>

<style scoped>
.pace { width: 190px; }
</style>
