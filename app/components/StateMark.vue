<script setup lang="ts">
import type { SlotStatus } from '#core/checking/report'

/** A slot's state as a shape: told apart in greyscale; colour is only third. The word stands beside it or in `title`. */
const props = defineProps<{ status: SlotStatus, content?: boolean, late?: boolean, size?: number }>()
const kind = computed(() => (props.status === 'to-fix' && props.content ? 'content' : props.status))
</script>

<template>
  <svg
    :width="size ?? 14"
    :height="size ?? 14"
    viewBox="0 0 16 16"
    aria-hidden="true"
    class="mark"
  >
    <path
      v-if="kind === 'right'"
      fill="var(--petrol)"
      d="M1 1h4.500v3h5V1H15v14H1z"
    />
    <g v-else-if="kind === 'to-fix'">
      <path
        fill="var(--sheet)"
        stroke="var(--to-fix)"
        stroke-width="1.800"
        d="M2 2h8l4 4v8H2z"
      />
      <path
        fill="var(--to-fix)"
        d="M2 8h12v6H2z"
      />
    </g>
    <path
      v-else-if="kind === 'content'"
      fill="var(--content)"
      d="M1 1h14v6l-3 2 2 3-3 3H1l2.500-4L1 8z"
    />
    <rect
      v-else-if="kind === 'missing'"
      x="1.900"
      y="1.900"
      width="12.200"
      height="12.200"
      fill="none"
      stroke="var(--quiet)"
      stroke-width="1.500"
      stroke-dasharray="2.600 2"
    />
    <g v-else-if="kind === 'waived'">
      <rect
        x="1.900"
        y="1.900"
        width="12.200"
        height="12.200"
        fill="none"
        stroke="var(--quiet)"
        stroke-width="1.500"
      />
      <path
        stroke="var(--quiet)"
        stroke-width="2"
        d="M4 8h8"
      />
    </g>
    <rect
      v-else
      x="6"
      y="6"
      width="4"
      height="4"
      fill="var(--quiet)"
    />
    <path
      v-if="late"
      fill="var(--late)"
      stroke="var(--sheet)"
      d="M16 0v8A8 8 0 0 1 8 0z"
    />
  </svg>
</template>

<style scoped>
.mark { flex: none; display: block; }
</style>
