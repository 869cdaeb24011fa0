<script setup lang="ts">
import type { SlotStatus } from '#core/checking/report'

/** A slot's state as a shape of its own. */
defineProps<{ status: SlotStatus, content?: boolean, late?: boolean, size?: number }>()
</script>

<template>
  <span
    :class="markOf(status, content, late)"
    :style="size ? { '--mark-size': `${size}px` } : undefined"
    aria-hidden="true"
  />
</template>

<style scoped>
.mark { flex: none; display: flex; }
</style>
