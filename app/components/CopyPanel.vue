<script setup lang="ts">
import type { CopyPart } from '~/stores/follow-up'

/** The corrected copy: everything placed, under its right name in its right folder. Originals stay as they are. */
const props = defineProps<{ checkId: string }>()
const followUp = useFollowUp()
const jobs = useJobs()
const made = ref<{ jobId: string, files: number, leftOut: number, parts: CopyPart[] } | null>(null)
const problem = ref('')
watch(() => props.checkId, () => (made.value = null))

async function make() {
  problem.value = ''
  made.value = null
  try {
    made.value = await followUp.copy(props.checkId)
  }
  catch (error) {
    problem.value = sayError(error)
  }
}
</script>

<template>
  <div class="stack panel">
    <p>All placed files under their right names in their right folders, as a .zip, with a table of what was called what. The originals stay as they were received. Files with wrong contents are left out, and listed with the reason.</p>
    <JobProgress
      v-if="jobs.of('corrected-copy')"
      :job="jobs.of('corrected-copy')!"
      what="Packing"
    />
    <el-button
      v-else
      type="primary"
      @click="make"
    >
      {{ made ? 'Make it again' : 'Make the corrected copy' }}
    </el-button>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <template v-if="made">
      <p role="status">
        {{ made.files }} files packed{{ made.leftOut ? `, ${made.leftOut} left out (listed in “left out.csv”)` : '' }}.{{ made.parts.length > 1 ? ' It comes in parts: unpack all of them into one folder.' : '' }}
      </p>
      <ul>
        <li
          v-for="part in made.parts"
          :key="part.step"
        >
          <a
            :href="`/api/jobs/${made.jobId}/parts/${part.step}`"
            download
          >{{ part.name }}</a> <span class="quiet small">{{ part.files }} files, {{ sayBytes(part.size) }}</span>
        </li>
      </ul>
    </template>
    <p class="small">
      <a
        :href="`/api/checks/${checkId}/export?as=corrections`"
        download
      >Table of right names</a> <span class="quiet">to rename by hand · </span>
      <a
        :href="`/api/checks/${checkId}/export?as=clear-out`"
        download
      >Clear-out list</a> <span class="quiet">older versions and second copies; only a list</span>
    </p>
  </div>
</template>

<style scoped>
.panel { max-width: 720px; }
</style>
