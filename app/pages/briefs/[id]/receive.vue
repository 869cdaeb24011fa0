<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import type { IntakeInfo } from '#shared/answers'
import type { Dropped } from '~/composables/dropped'

const brief = useBrief()
const intake = useIntake()
const undo = useUndo()
const options = ref<IntakeOptions>({ keeps: true, replaces: 'ask', stated: '' })
const { busy: checkingNow, problem, attempt } = useAttempt()
const checking = computed(() => checkingNow.value || intake.checking)
const earlier = computed(() => brief.current?.intakes ?? [])
const standing = computed(() => earlier.value.some(one => !one.replacedAt) || brief.current?.arrivedAt !== null)
/** What was on its way when the page went away. */
const interrupted = computed(() => (intake.begun?.briefId === brief.current?.id && !intake.progress ? intake.begun : null))
const mayChange = computed(() => brief.mayChange)

const take = (find: () => Promise<Dropped> | Dropped) => intake.take(find, options.value, interrupted.value)

onKeyStroke(['l', 'L'], (event) => {
  if (isForPage(event) && intake.folder !== null && mayChange.value && !intake.progress) void intake.lookAgain()
})

async function letCount({ id, replacedAt }: IntakeInfo) {
  await attempt(async () => {
    await brief.letCount(id, replacedAt !== null)
    const says = replacedAt === null ? 'What was received counts no longer.' : 'What was received counts again.'
    undo.offer(says, () => brief.letCount(id, replacedAt === null))
  })
}

async function check() {
  await attempt(async () => {
    await brief.check()
    await navigateTo(`/briefs/${brief.current?.id}/check`)
  })
}
</script>

<template>
  <div class="stack">
    <IntakeProgress
      v-if="intake.progress"
      :progress="intake.progress"
    />
    <p
      v-if="interrupted"
      class="kept row"
      role="status"
    >
      <span><b>Interrupted:</b> “{{ showText(interrupted.root) }}” was being received {{ sayTime(interrupted.at, brief.zone) }}.
        Choose or drop the same folder: only what is missing is sent.</span>
      <el-button
        size="small"
        @click="intake.begun = null"
      >
        Not any more
      </el-button>
    </p>
    <div
      v-if="intake.folder !== null && standing && mayChange && !intake.progress"
      class="row again"
    >
      <el-button
        type="primary"
        :loading="checking"
        @click="intake.lookAgain()"
      >
        Look again at {{ showText(intake.folder) }} <kbd>L</kbd>
      </el-button>
      <span class="quiet small">Reads and sends only what is new or changed; it then counts in place of what came before.</span>
    </div>
    <p
      v-if="intake.same && intake.same.same > 0 && !intake.progress"
      class="small quiet"
      role="status"
    >
      {{ intake.same.same }} of {{ intake.same.files }} files were unchanged and not read again.
    </p>
    <IntakeZone
      v-if="!intake.progress && mayChange"
      v-model="options"
      :checking="checking"
      :standing="standing"
      @take="take"
    />
    <p
      v-if="problem || intake.problem"
      class="problem"
      role="alert"
    >
      {{ problem || intake.problem }}
    </p>
    <ClosedArchives
      v-if="intake.closed.length && !intake.progress"
      :closed="intake.closed"
    />
    <DoorPanel
      v-if="!intake.progress && !brief.blocks.check"
      :changes="mayChange"
      :zone="brief.zone"
    />
    <PlacePanel
      v-if="!intake.progress && !brief.blocks.check"
      :changes="mayChange"
      :zone="brief.zone"
      @arrived="brief.reload()"
    />
    <WaysIn v-if="!intake.progress" />
    <IntakeTable
      v-if="earlier.length"
      :intakes="earlier"
      :zone="brief.zone"
      :changes="mayChange"
      @count="letCount"
    />
    <div
      v-if="standing && !intake.progress && mayChange"
      class="row"
    >
      <el-button
        :type="brief.current?.check?.stale === false ? 'default' : 'primary'"
        :loading="checking"
        :disabled="Boolean(brief.blocks.check)"
        @click="check"
      >
        Check it now
      </el-button>
      <span
        v-if="brief.blocks.check"
        class="quiet"
      >{{ brief.blocks.check }}</span>
    </div>
  </div>
</template>

<style scoped>
.kept { margin: 0; padding: 6px 12px; background: var(--to-fix-pale); }
</style>
