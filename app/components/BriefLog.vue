<script setup lang="ts">
import type { LogEntry } from '#shared/answers'

/** Who did what with this brief, and when. */
const emit = defineEmits<{ close: [] }>()
const brief = useBrief()
const entries = shallowRef<LogEntry[]>([])
const { busy, problem, attempt } = useAttempt()
onMounted(() => attempt(async () => (entries.value = await brief.log())))
</script>

<template>
  <el-dialog
    :model-value="true"
    title="What was done"
    width="720"
    top="6vh"
    @close="emit('close')"
  >
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <p
      v-else-if="entries.length === 0"
      class="quiet"
    >
      {{ busy ? 'Looking …' : 'Nothing yet.' }}
    </p>
    <div
      v-else
      class="scroll"
      tabindex="0"
    >
      <table class="list">
        <thead><tr><th>When</th><th>Who</th><th>What</th></tr></thead>
        <tbody>
          <tr
            v-for="(one, at) in entries"
            :key="at"
          >
            <td class="small">
              {{ sayTime(one.at, brief.zone) }}
            </td>
            <td>{{ one.by ?? '' }}</td>
            <td>{{ LOG_WORDS[one.kind](one.about) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </el-dialog>
</template>

<style scoped>
.scroll { max-height: 65vh; overflow: auto; }
</style>
