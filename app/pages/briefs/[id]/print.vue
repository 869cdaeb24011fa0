<script setup lang="ts">
import { sayFinding } from '#core/wording/index'
import type { HolderSlip } from '#shared/answers'

const brief = useBrief()
const check = useCheck()
const { problem, attempt } = useAttempt()
const open = shallowRef<{ holder: string, slip: HolderSlip }[]>([])
const ready = ref(false)

onMounted(async () => {
  await attempt(async () => {
    const id = brief.current?.check?.id
    if (!id) throw new Error('Nothing was checked yet.')
    await check.load(id)
    const holders = check.rows.filter(row => Object.values(row.cells).flat().some(cell => cell.status === 'missing' || cell.status === 'to-fix'))
    const slips: { holder: string, slip: HolderSlip }[] = []
    for (const { holder } of holders) slips.push({ holder, slip: await check.slip(holder) })
    open.value = slips
    ready.value = true
  })
})

const titleOf = (id: string) => check.head?.requirements.find(one => one.id === id)?.title ?? id
const print = () => window.print()
</script>

<template>
  <div class="stack">
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <template v-else-if="ready && check.head">
      <div class="row spread">
        <h2>{{ check.head.title }}</h2>
        <el-button
          class="no-print"
          @click="print"
        >
          Print
        </el-button>
      </div>
      <p>
        Checked
        {{ sayTime(check.head.checkedAt, check.head.zone) }}{{ check.head.due ? `, due ${sayTime(check.head.due, check.head.zone)}` : '' }}.
        {{ check.head.summary.holdersComplete }} of {{ check.head.summary.holders }} holders are complete.
      </p>
      <section
        v-for="{ holder, slip } in open"
        :key="holder"
        class="print-holder"
      >
        <h3>{{ check.names.get(holder) ?? holder }}</h3>
        <ul>
          <template
            v-for="slot in slip.slots.filter(one => one.status === 'missing' || one.status === 'to-fix')"
            :key="`${slot.requirement}${slot.n}`"
          >
            <li>
              <b>{{ titleOf(slot.requirement) }}{{ slot.n === undefined ? '' : ` ${slot.n}` }}</b>:
              <template v-if="slot.findings.length">
                {{ slot.findings.map(one => sayFinding(one)).join(' ') }}
              </template>
              <template
                v-for="file in slip.files.filter(one => one.role === 'placed' && one.slot?.requirement === slot.requirement
                  && (one.slot.n ?? null) === (slot.n ?? null))"
                :key="file.fileId"
              >
                <span class="mono">{{ showText(file.path) }}</span>.
                {{ file.findings.filter(one => one.severity === 'error').map(one => sayFinding(one)).join(' ') }}
                <template v-if="file.correctedPath">
                  Right: <span class="mono">{{ showText(file.correctedPath) }}</span>
                </template>
              </template>
            </li>
          </template>
        </ul>
      </section>
      <p v-if="open.length === 0">
        Everybody is complete.
      </p>
    </template>
    <p v-else>
      Loading …
    </p>
  </div>
</template>

<style scoped>
h3 { border-bottom: 1px solid var(--rule); padding-bottom: 2px; }
ul { margin: 4px 0 12px; padding-left: 18px; }
</style>
