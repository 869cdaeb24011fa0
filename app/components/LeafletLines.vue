<script setup lang="ts">
import type { LeafletLine } from '#core/reporting/leaflet-letter'

/** A leaflet as it is read: titles, names ready to copy, and the rest. */
defineProps<{ lines: readonly LeafletLine[] }>()
</script>

<template>
  <div class="lines">
    <p
      v-for="(line, at) in lines"
      :key="at"
      :class="[line.kind, { mono: line.kind === 'name' }]"
    >
      {{ line.text }}
    </p>
  </div>
</template>

<style scoped>
.lines { flex: 1; min-width: 0; overflow-wrap: anywhere; }
.lines p { margin: 0; min-height: 8px; line-height: 1.45; }
.title { font-weight: 600; }
.lines .name, .lines .detail { margin-left: 16px; }
.name { white-space: pre-wrap; }
</style>
