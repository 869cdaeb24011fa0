<script setup lang="ts">
import type { IntakeInfo } from '#shared/answers'

/** What was received so far; whether an intake counts is the person's choice, at any time. */
defineProps<{ intakes: readonly IntakeInfo[], zone: string | null, changes: boolean }>()
const emit = defineEmits<{ count: [intake: IntakeInfo] }>()
</script>

<template>
  <div class="sideways">
    <h3>Received so far</h3>
    <table class="list">
      <thead><tr><th>When</th><th>Folder</th><th>Files</th><th>Size</th><th>Kept</th><th>Counts</th></tr></thead>
      <tbody>
        <tr
          v-for="one in intakes"
          :key="one.id"
          :class="{ quiet: one.replacedAt }"
        >
          <td>{{ sayTime(one.completedAt, zone) }}</td>
          <td class="mono">
            {{ showText(one.root) }}
          </td>
          <td>{{ one.files }}</td><td>{{ sayBytes(one.bytes) }}</td>
          <td>{{ one.keeps ? 'here, verified' : 'not kept here, so not verified' }}</td>
          <td>
            {{ one.replacedAt ? 'no longer' : 'yes' }}
            <button
              v-if="changes"
              type="button"
              class="plain-button small"
              :aria-label="`${one.replacedAt ? 'Count again' : 'Count no longer'}: ${one.root}, ${sayTime(one.completedAt, zone)}`"
              @click="emit('count', one)"
            >
              {{ one.replacedAt ? 'Count again' : 'Count no longer' }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
