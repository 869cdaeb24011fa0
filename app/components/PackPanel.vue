<script setup lang="ts">
import type { CopyPart } from '#shared/jobs'
import { VOLUMES } from '#shared/requests'

/** A finished brief is put away: volumes that say what is in them, and stand for themselves. */
const props = defineProps<{ checkId: string }>()
const packing = usePacking()
const jobs = useJobs()
const volume = ref(VOLUMES[1] ?? 0)
const made = shallowRef<{ jobId: string, parts: CopyPart[] } | null>(null)
const { problem, attempt } = useAttempt()
watch(() => props.checkId, () => (made.value = null))
const brief = useBrief()
const day = new Date().toISOString().slice(0, 10)

const pack = () => attempt(async () => {
  made.value = null
  made.value = await packing.pack(props.checkId, volume.value)
})
const print = () => window.print()
</script>

<template>
  <div class="stack panel">
    <div class="no-print stack">
      <p>
        Everything of this brief, to be put away: rule, list, decisions, report, letters, receipts and every file that is kept here, right ones
        under their right names. Each volume lists what is in it with its SHA-256 (BagIt 1.0, RFC 8493). Put it to two places under
        “Hand the result on”; from the volumes the brief is read back anywhere, on the page of your briefs.
      </p>
      <div class="row">
        <label for="volume">One volume holds up to</label>
        <el-select
          id="volume"
          v-model="volume"
          class="volume"
          aria-label="Size of a volume"
        >
          <el-option
            v-for="one in VOLUMES"
            :key="one"
            :value="one"
            :label="sayBytes(one)"
          />
        </el-select>
        <JobProgress
          v-if="jobs.of('pack')"
          kind="pack"
          what="Packing"
        />
        <el-button
          v-else
          type="primary"
          :disabled="!brief.mayChange"
          @click="pack"
        >
          {{ made ? 'Pack it again' : 'Pack it away' }}
        </el-button>
      </div>
      <p
        v-if="problem"
        class="problem"
        role="alert"
      >
        {{ problem }}
      </p>
      <template v-if="made">
        <p role="status">
          {{ made.parts.length === 1 ? '1 volume. It stays here for a week.' : `${made.parts.length} volumes. They stay here for a week.` }}
        </p>
        <JobParts
          :job-id="made.jobId"
          :parts="made.parts"
        />
        <el-button @click="print">
          Print the labels
        </el-button>
      </template>
      <PackedAway
        v-if="brief.current"
        :key="made?.jobId"
        :brief-id="brief.current.id"
      />
    </div>
    <div
      v-if="made"
      class="labels"
      aria-label="Labels"
    >
      <p
        v-for="(part, at) in made.parts"
        :key="part.step"
        class="label"
      >
        <b>{{ showText(brief.current?.title ?? '') }}</b><br>
        packed {{ day }}<br>
        volume {{ at + 1 }} of {{ made.parts.length }}
      </p>
    </div>
  </div>
</template>

<style scoped>
.panel { max-width: 720px; }
.volume { width: 140px; }
.labels { display: flex; flex-wrap: wrap; gap: 8px; }
.label { border: 1px solid var(--rule); padding: 8px 12px; margin: 0; min-width: 180px; break-inside: avoid; }
</style>
