<script setup lang="ts">
import type { ShownJob } from '~/stores/jobs'

/** Long work under way: how far it is, and a way to call it off. */
const props = defineProps<{ job: ShownJob, what: string }>()
const jobs = useJobs()
const share = computed(() => (props.job.total === 0 ? 0 : Math.min(100, Math.round(100 * props.job.done / props.job.total))))
</script>

<template>
  <div class="row job">
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
