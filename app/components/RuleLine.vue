<script setup lang="ts">
/** One matter of a rule: said in a line, and opened there for changing. What is wrong with it opens it by itself. */
const props = defineProps<{ label: string, words: string, problems?: readonly string[] }>()
const shown = ref(false)
const id = useId()
watch(() => props.problems?.length ?? 0, (count) => {
  if (count > 0) shown.value = true
}, { immediate: true })
</script>

<template>
  <section class="rule-line">
    <button
      type="button"
      class="line"
      :aria-expanded="shown"
      :aria-controls="id"
      @click="shown = !shown"
    >
      <span class="label">{{ label }}</span>
      <span class="words">{{ words }}</span>
      <span
        class="turn"
        aria-hidden="true"
      >{{ shown ? 'fold' : 'change' }}</span>
    </button>
    <div
      v-if="shown"
      :id="id"
      class="inside"
    >
      <slot />
      <ProblemList :problems="problems ?? []" />
    </div>
  </section>
</template>

<style scoped>
.rule-line { border-top: 1px solid var(--rule); }
.line {
  display: grid; grid-template-columns: 96px 1fr auto; gap: 10px; width: 100%; text-align: left; align-items: baseline;
  background: none; border: 0; padding: 3px 2px; font: inherit; color: inherit; cursor: pointer; min-height: 28px;
}
.label { font-weight: 600; font-size: 13px; }
.words { overflow-wrap: anywhere; }
.turn { color: var(--petrol); font-size: 13px; text-decoration: underline; text-underline-offset: 2px; }
.line:hover .words { color: var(--petrol); }
.inside { padding: 4px 2px 12px 106px; display: grid; gap: 10px; }
@media (max-width: 700px) {
  .line { grid-template-columns: 1fr auto; }
  .words { grid-column: 1 / -1; grid-row: 2; }
  .inside { padding-left: 2px; }
}
</style>
