<script setup lang="ts">
import { encode } from 'uqr'

/** A text as a code that a telephone's camera reads (ISO/IEC 18004). */
const props = defineProps<{ text: string, size: number, label: string }>()
const code = computed(() => {
  const { data, size } = encode(props.text, { border: 2 })
  const path = data.flatMap((line, y) => line.flatMap((dark, x) => (dark ? [`M${x} ${y}h1v1h-1z`] : []))).join('')
  return { path, size }
})
</script>

<template>
  <svg
    role="img"
    :aria-label="props.label"
    :viewBox="`0 0 ${code.size} ${code.size}`"
    :width="props.size"
    :height="props.size"
    class="code"
  >
    <path :d="code.path" />
  </svg>
</template>

<style scoped>
/* dark on light whatever the ground: cameras read nothing else */
.code { background: #fff; flex: none; }
.code path { fill: #000; }
</style>
