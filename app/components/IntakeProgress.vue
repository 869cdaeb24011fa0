<script setup lang="ts">
import type { IntakeProgress as Progress } from '~/workers/receiving'

/** An intake on its way, drawn as it is said: how much was read, and how much of that is here. In a strip it lies over other pages. */
const props = defineProps<{ progress: Progress, strip?: boolean }>()
const intake = useIntake()
const shareOf = (part: 'read' | 'bytes') => {
  const { files, totalFiles, totalBytes } = props.progress
  if (totalFiles === 0) return 0
  return Math.min(100, 100 * (totalBytes === 0 ? files / totalFiles : props.progress[part] / totalBytes))
}
const TITLES: Record<string, string> = { looking: 'Looking through the folder', reading: 'Receiving', closing: 'Closing the intake' }
</script>

<template>
  <div
    class="zone"
    :class="{ strip }"
  >
    <component :is="strip ? 'b' : 'h2'">
      {{ TITLES[progress.stage] ?? 'Receiving' }}{{ strip ? ` for ${intake.begun?.title ?? 'a brief'}` : '' }}
    </component>
    <div
      class="bar"
      role="progressbar"
      aria-label="Received so far"
      :aria-valuenow="Math.round(shareOf('bytes'))"
      aria-valuemin="0"
      aria-valuemax="100"
    >
      <span
        class="read"
        :style="{ width: `${shareOf('read')}%` }"
      />
      <span
        class="here"
        :style="{ width: `${shareOf('bytes')}%` }"
      />
    </div>
    <p aria-live="polite">
      {{ progress.files }} of {{ progress.totalFiles }} files<template v-if="progress.same">
        , {{ progress.same }} unchanged
      </template>; read {{ sayBytes(progress.read) }}, here {{ sayBytes(progress.bytes) }} of {{ sayBytes(progress.totalBytes) }}
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
      :size="strip ? 'small' : 'default'"
      @click="intake.cancel(), intake.asking?.answer(false)"
    >
      Call it off
    </el-button>
    <p
      v-if="!strip"
      class="quiet small"
    >
      It goes on while you look elsewhere here. Nothing of it shows until all of it is here.
    </p>
  </div>
</template>

<style scoped>
.zone { border: 2px solid var(--quiet); padding: 28px; text-align: center; background: var(--ground); }
.zone.strip {
  display: flex; flex-wrap: wrap; align-items: center; gap: 6px 14px; padding: 6px 20px; text-align: left;
  border-width: 0 0 1px; border-color: var(--rule); background: var(--petrol-pale);
}
.bar { position: relative; height: 12px; border: 1px solid var(--quiet); background: var(--sheet); margin: 12px auto; max-width: 620px; }
.strip .bar { margin: 0; flex: 1 1 160px; }
.strip p { margin: 0; font-size: 13.5px; }
.bar span { position: absolute; inset: 0 auto 0 0; }
.read { background: repeating-linear-gradient(135deg, var(--petrol) 0 2px, var(--sheet) 2px 5px); }
.here { background: var(--petrol); }
.ask { border: 1.5px solid var(--petrol); padding: 8px 16px; margin: 10px auto; max-width: 620px; background: var(--sheet); }
.center { justify-content: center; margin: 12px 0; }
</style>
