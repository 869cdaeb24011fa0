<script setup lang="ts" generic="K extends string">
/** Views of one sheet, as words to choose from. */
const model = defineModel<K>({ required: true })
defineProps<{ views: readonly { key: K, label: string }[], label: string }>()
</script>

<template>
  <div
    class="row views"
    role="group"
    :aria-label="label"
  >
    <button
      v-for="view in views"
      :key="view.key"
      type="button"
      class="view"
      :aria-pressed="model === view.key"
      @click="model = view.key"
    >
      {{ view.label }}
    </button>
  </div>
</template>

<style scoped>
.views { gap: 2px; margin-bottom: 10px; border-bottom: 1px solid var(--rule); }
.view {
  font: inherit; background: none; border: 0; border-bottom: 3px solid transparent; padding: 3px 12px 4px;
  color: var(--quiet); cursor: pointer;
}
.view[aria-pressed='true'] { color: var(--ink); border-bottom-color: var(--petrol); font-weight: 600; }
</style>
