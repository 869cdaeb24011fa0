<script setup lang="ts">
/** A day and time in the brief's zone, or none. */
const model = defineModel<string | undefined>({ required: true })
const props = defineProps<{ label: string, zone: string | undefined }>()
const id = useId()
const local = computed({
  get: () => model.value?.slice(0, 16) ?? '',
  set: (text: string) => (model.value = text ? timeInZone(text, props.zone) : undefined),
})
</script>

<template>
  <div>
    <label
      class="field-label"
      :for="id"
    >{{ label }} <span class="quiet">· time in {{ zone ?? ownZone() }}</span></label>
    <el-input
      :id="id"
      v-model="local"
      type="datetime-local"
    />
  </div>
</template>
