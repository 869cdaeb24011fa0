<script setup lang="ts">
import type { JobKind } from '#shared/jobs'

/** Long work under way: how far it is, and a way to call it off. */
const props = defineProps<{ kind: JobKind, what: string }>()
const jobs = useJobs()
const job = computed(() => jobs.of(props.kind))
const share = computed(() => (job.value && job.value.total > 0 ? Math.min(100, Math.round(100 * job.value.done / job.value.total)) : 0))
</script>

<template>
  <div
    v-if="job"
    class="row job"
  >
    <span aria-live="polite">{{ what }}{{ job.total > 1 ? `: ${job.done} of ${job.total}` : ' …' }}</span>
    <el-progress
      :percentage="share"
      :indeterminate="job.total < 2"
      :show-text="false"
      :stroke-width="10"
      class="bar"
      :aria-label="what"
    />
    <el-button
      size="small"
      @click="jobs.cancel(job.id)"
    >
      Call it off
    </el-button>
  </div>
</template>

<style scoped>
.bar { width: 220px; }
</style>
