<script setup lang="ts">
import type { CopyPart } from '#shared/jobs'
import { addressOf } from '#shared/routes'

/** The archives that a job made, to be taken along. */
defineProps<{ jobId: string, parts: readonly CopyPart[] }>()
</script>

<template>
  <ul>
    <li
      v-for="part in parts"
      :key="part.step"
    >
      <a
        :href="addressOf('GET /api/jobs/:id/parts/:step', { id: jobId, step: part.step })"
        download
      >{{ part.name }}</a> <span class="quiet small">{{ part.files }} files, {{ sayBytes(part.size) }}</span>
    </li>
  </ul>
</template>
