<script setup lang="ts">
import type { IntakeProgress as Progress } from '~/workers/receiving'

/** An intake on its way, and the question it may ask: what becomes of what was received before. */
const props = defineProps<{ progress: Progress }>()
const intake = useIntake()
const share = computed(() => {
  const { files, totalFiles, bytes, totalBytes } = props.progress
  if (totalFiles === 0) return 0
  const ofFiles = files / totalFiles
  const ofBytes = totalBytes === 0 ? ofFiles : bytes / totalBytes
  return Math.min(100, Math.round(50 * ofFiles + 50 * ofBytes))
})
</script>

<template>
  <div class="zone busy">
    <h2>{{ progress.stage === 'closing' ? 'Closing the intake' : 'Receiving' }}</h2>
    <el-progress
      :percentage="share"
      :stroke-width="14"
      aria-label="Received so far"
    />
    <p aria-live="polite">
      {{ progress.files }} of {{ progress.totalFiles }} files, {{ sayBytes(progress.bytes) }} of
      {{ sayBytes(progress.totalBytes) }}
    </p>
    <div
      v-if="intake.asking"
      class="ask"
      role="alertdialog"
      aria-label="In place of what was received before?"
    >
      <p>
        {{ intake.asking.overlap.here }} of the {{ intake.asking.overlap.earlier }} files received before are in it again. What
        becomes of what was received before?
      </p>
      <div class="row center">
        <el-button
          :type="intake.asking.overlap.proposes === 'replace' ? 'primary' : 'default'"
          @click="intake.asking.answer(true)"
        >
          This counts in its place{{ intake.asking.overlap.proposes === 'replace' ? ' (proposed)' : '' }}
        </el-button>
        <el-button
          :type="intake.asking.overlap.proposes === 'add' ? 'primary' : 'default'"
          @click="intake.asking.answer(false)"
        >
          This comes besides{{ intake.asking.overlap.proposes === 'add' ? ' (proposed)' : '' }}
        </el-button>
      </div>
    </div>
    <el-button
      @click="intake.cancel(), intake.asking?.answer(false)"
    >
      Call it off
    </el-button>
    <p class="quiet small">
      Nothing of it shows until all of it is here.
    </p>
  </div>
</template>

<style scoped>
.zone { border: 2px solid var(--quiet); padding: 28px; text-align: center; background: var(--ground); }
.ask { border: 1.5px solid var(--petrol); padding: 8px 16px; margin: 10px auto; max-width: 620px; background: var(--sheet); }
.center { justify-content: center; margin: 12px 0; }
</style>
