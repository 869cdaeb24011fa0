<script setup lang="ts">
import type { Difference } from '#core/names/explain'

/** A name with its differences in ink: underlined what is wrong, a caret with the missing text; spaces made visible. */
const props = defineProps<{ name: string, differences?: Difference[] }>()
interface Piece { text: string, kind: 'kept' | 'wrong' | 'gap', missing: string }

const pieces = computed(() => {
  const found: Piece[] = []
  let at = 0
  const push = (text: string, kind: Piece['kind'], missing = '') => {
    if (text || missing) found.push({ text: showText(text).replace(/ /g, '\u2423'), kind, missing: showText(missing) })
  }
  for (const one of [...props.differences ?? []].sort((a, b) => a.range[0] - b.range[0])) {
    const [start, end] = one.range
    if (start < at) continue
    push(props.name.slice(at, start), 'kept')
    if (start === end) push('', 'gap', one.expected)
    else push(props.name.slice(start, end), 'wrong')
    at = end
  }
  push(props.name.slice(at), 'kept')
  return found
})
const spoken = computed(() => (props.differences ?? []).map(one => (one.actual ? `${one.actual} should be ${one.expected || 'left out'}` : `${one.expected} is missing`)).join('; '))
</script>

<template>
  <span class="mono marked">
    <template
      v-for="(piece, index) in pieces"
      :key="index"
    ><span
      v-if="piece.kind === 'gap'"
      class="gap"
      aria-hidden="true"
    >‸<span class="missing">{{ piece.missing }}</span></span><span
      v-else
      :class="piece.kind"
    >{{ piece.text }}</span></template>
    <span
      v-if="spoken"
      class="visually-hidden"
    >: {{ spoken }}</span>
  </span>
</template>

<style scoped>
.marked { font-size: 15px; }
.wrong { text-decoration: underline; text-decoration-thickness: 2px; text-underline-offset: 3px; font-weight: 650; }
.gap { color: var(--quiet); }
.missing { font-size: 0.8em; vertical-align: super; border-bottom: 1px dotted var(--quiet); }
</style>
