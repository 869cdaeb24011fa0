<script setup lang="ts">
import { splitParts } from '#core/arrivals/names'
import type { IntakeInfo } from '#shared/answers'
import type { Dropped } from '~/composables/dropped'

const brief = useBrief()
const intake = useIntake()
const options = ref<IntakeOptions>({ keeps: true, replaces: 'ask', stated: '' })
const REPLACES = { ask: 'ask', add: false, replace: true } as const
const { problem, attempt } = useAttempt()
const checking = ref(false)
const earlier = computed(() => brief.current?.intakes ?? [])
const standing = computed(() => earlier.value.some(one => !one.replacedAt))

async function take(find: () => Promise<Dropped> | Dropped) {
  await attempt(async () => {
    const { root, files } = await find()
    const [only] = files
    if (!only) throw new Error('There is no file in it. Needed: a folder with files, or a .zip of one.')
    const { opening } = brief
    const { keeps, replaces, stated } = options.value
    const alone = files.length === 1 ? only.file.name.replace(/\.zip$/i, '') : null
    const archive = opening.zip && /\.zip$/i.test(only.file.name) ? splitParts(files.map(one => one.file.name)) ?? alone : null
    const done = await intake.receive({
      briefId: brief.current?.id ?? '', key: crypto.randomUUID?.() ?? `${Date.now()}-${Math.random().toString(36).slice(2)}`,
      // an archive's root keeps the archive's name
      root: archive ?? root,
      keeps, replaces: standing.value && REPLACES[replaces],
      statedAt: stated ? timeInZone(stated, brief.current?.document?.zone) : null, opening, files,
    })
    if (!done) return
    await brief.reload()
    if (!brief.blocks.check) await check()
  })
}

async function letCount({ id, replacedAt }: IntakeInfo) {
  await attempt(async () => {
    await brief.letCount(id, replacedAt !== null)
  })
}

async function check() {
  checking.value = true
  try {
    await brief.check()
    await navigateTo(`/briefs/${brief.current?.id}/check`)
  }
  finally {
    checking.value = false
  }
}
</script>

<template>
  <div class="stack">
    <IntakeProgress
      v-if="intake.progress"
      :progress="intake.progress"
    />
    <IntakeZone
      v-else
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
    <WaysIn v-if="!intake.progress" />
    <IntakeTable
      v-if="earlier.length"
      :intakes="earlier"
      :zone="brief.current?.document?.zone ?? null"
      :changes="brief.current?.role !== 'reader'"
      @count="letCount"
    />
    <div
      v-if="standing && !intake.progress"
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
