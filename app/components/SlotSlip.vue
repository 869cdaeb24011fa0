<script setup lang="ts">
import { refTo } from '#core/brief/slots'
import type { ReportSlot } from '#core/checking/report'
import { isContentWrong } from '#core/findings/codes'
import { sayFinding } from '#core/wording/index'
import type { CheckHead, HolderSlip, ShownRuling } from '#shared/answers'

const props = defineProps<{ open: Opening, head: CheckHead }>()
const emit = defineEmits<{ close: [], ruled: [], step: [by: 1 | -1] }>()
const check = useCheck()
const brief = useBrief()
/** The slot whose holder gets another time. */
const excepting = shallowRef<ReportSlot | null>(null)
/** What is looked at, with the slip that belongs to it: one that comes late stands under nobody else's name. */
const looked = shallowRef<{ open: Opening, slip: HolderSlip | null }>({ open: props.open, slip: null })
const slip = computed(() => looked.value.slip)
const opened = computed(() => looked.value.open)
const { problem, attempt } = useAttempt()
const panel = ref<HTMLElement | null>(null)
const heading = computed(() => check.sayName(opened.value.holder))
const title = computed(() => props.head.requirements.find(one => one.id === opened.value.requirement)?.title ?? '')

const newest = useNewest()
watch(() => [props.open, props.head.id] as const, async ([open]) => {
  await attempt(() => newest(check.slip(open.holder, open.requirement), (answer) => {
    looked.value = { open, slip: answer }
    void nextTick(() => panel.value?.focus())
  }))
}, { immediate: true })

const entries = computed(() => (slip.value?.slots ?? [])
  .filter(slot => opened.value.n === undefined || (slot.n ?? null) === opened.value.n)
  .map((slot) => {
    const files = slip.value?.files.filter(file => file.slot?.requirement === slot.requirement && (file.slot.n ?? null) === (slot.n ?? null)) ?? []
    return { slot, files, ...foldEarlier(files) }
  }))

/** Findings of one cause are told once, above the pieces they befall. */
const causes = computed(() => {
  const told = new Map<string, { message: string, files: number }>()
  for (const { files } of entries.value) {
    for (const finding of files.flatMap(file => file.findings)) {
      const { cause } = finding
      if (cause) told.set(cause, { message: sayFinding(finding), files: (told.get(cause)?.files ?? 0) + 1 })
    }
  }
  return new Map([...told].filter(([, { files }]) => files > 1))
})
const causeKeys = computed(() => new Set(causes.value.keys()))
const titleOf = (slot: ReportSlot) => `${props.head.requirements.find(one => one.id === slot.requirement)?.title
  ?? slot.requirement}${slot.n === undefined ? '' : ` ${slot.n}`}`

function expectedName({ expected }: ReportSlot): string {
  return `${expected.name ?? 'any name'}${expected.extensions.length > 0 ? `.${expected.extensions[0]}` : ''}`
}

const askedPath = (slot: ReportSlot) => [slot.expected.folder, expectedName(slot)].filter(Boolean).join('/')

async function takeBack(ruling: ShownRuling) {
  await attempt(async () => {
    await check.takeBack(ruling)
    emit('ruled')
  })
}
</script>

<template>
  <section
    ref="panel"
    class="slip"
    role="dialog"
    :aria-label="`Slip: ${heading}, ${title || 'everything'}`"
    tabindex="-1"
  >
    <div class="row spread head">
      <h2>{{ heading }} <span class="quiet">· {{ title || 'everything' }}{{ opened.n ? ` ${opened.n}` : '' }}</span></h2>
      <div class="row">
        <el-button
          size="small"
          @click="emit('step', -1)"
        >
          Previous open one <kbd>P</kbd>
        </el-button>
        <el-button
          size="small"
          @click="emit('step', 1)"
        >
          Next open one <kbd>N</kbd>
        </el-button>
        <el-button
          size="small"
          @click="emit('close')"
        >
          Close <kbd>Esc</kbd>
        </el-button>
      </div>
    </div>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <p
      v-for="[cause, { message, files }] in causes"
      :key="cause"
      class="cause"
    >
      <b>{{ message }}</b> One cause for {{ files }} files.
    </p>
    <div
      v-for="{ slot, files, shown, earlier, absent } in entries"
      :key="`${slot.holder} ${slot.requirement} ${slot.n ?? 0}`"
      class="entry"
    >
      <p class="row state">
        <StateMark
          :status="slot.status"
          :late="slot.late"
          :content="files.some(file => isContentWrong(file.findings.map(one => one.code)))"
          :size="18"
        />
        <b><template v-if="!opened.requirement">{{ titleOf(slot) }}: </template>{{ STATUS_WORDS[slot.status] }}{{ slot.late ? ', late' : '' }}</b>
        <span
          v-for="finding in slot.findings"
          :key="finding.code"
        >{{ sayFinding(finding) }}</span>
      </p>
      <RulingList
        :slot-shown="slot"
        :files="files"
        :zone="head.zone"
        @take-back="takeBack"
      />
      <button
        v-if="brief.mayChange && (slot.status === 'missing' || slot.late)"
        type="button"
        class="plain-button small"
        @click="excepting = slot"
      >
        Another time for {{ heading }}, or none …
      </button>
      <RulingForm
        v-if="slot.status === 'missing'"
        :head="head"
        :slot-ref="refTo(slot.requirement, slot.holder, slot.n)"
        :kinds="['waive']"
        @ruled="emit('ruled')"
      />
      <table class="compare">
        <tbody>
          <tr>
            <th scope="row">
              Asked
            </th>
            <td>
              <span
                v-if="!slot.expected.folder"
                class="quiet block"
              >{{ slot.expected.folder === null ? 'anywhere' : 'at the top' }}</span>
              <MarkedName
                v-else
                class="folder"
                :name="slot.expected.folder"
              />
              <MarkedName :name="expectedName(slot)" />
              <span
                v-if="slot.expected.extensions.length > 1"
                class="small quiet"
              > or {{ slot.expected.extensions.slice(1).map(one => `.${one}`).join(' ') }}</span>
              <CopyButton
                v-if="slot.expected.name !== null"
                :text="askedPath(slot)"
                what="the asked path"
              />
            </td>
          </tr>
          <ReceivedFile
            v-for="file in shown"
            :key="file.fileId"
            :file="file"
            :slot-shown="slot"
            :head="head"
            :told-above="causeKeys"
            @ruled="emit('ruled')"
          />
          <tr v-if="earlier.length">
            <th scope="row">
              Earlier
            </th>
            <td>
              <details>
                <summary class="small">
                  {{ sayEarlier(earlier.length, absent) }}
                </summary>
                <span
                  v-for="file in earlier"
                  :key="file.fileId"
                  class="mono small block"
                >{{ showText(file.path) }}</span>
              </details>
            </td>
          </tr>
        </tbody>
      </table>
      <BesideEachOther
        :files="files"
        :check-id="head.id"
        :zone="head.zone"
      />
      <SlotHistory
        v-if="opened.requirement"
        :check-id="head.id"
        :slot-ref="refTo(slot.requirement, slot.holder, slot.n)"
        :zone="head.zone"
      />
      <p
        v-if="slot.candidates.length"
        class="small"
      >
        Waits in the tray and may be it: <span
          v-for="path in slot.candidates"
          :key="path"
          class="mono block"
        >{{ showText(path) }}</span>
      </p>
    </div>
    <ExceptionDialog
      v-if="excepting"
      :holder="excepting.holder"
      :group="head.requirements.find(one => one.id === excepting?.requirement)?.holder === 'group'"
      :name="heading"
      :requirement="excepting.requirement"
      @close="excepting = null"
    />
  </section>
</template>

<style scoped>
.slip {
  position: fixed; left: 20px; right: 20px; bottom: 0; max-height: 52vh; overflow: auto; background: var(--sheet);
  border: 1.5px solid var(--ink); border-bottom: 0; padding: 12px 22px 18px;
  box-shadow: 0 -6px 24px var(--shade); z-index: 5;
}
.slip:focus { outline: none; }
.head { border-bottom: 1px solid var(--rule); padding-bottom: 6px; }
.state { margin: 8px 0; }
.compare { border-collapse: collapse; width: 100%; }
.compare th { text-align: left; vertical-align: top; width: 90px; padding: 6px 10px 6px 0; font-weight: 600; color: var(--quiet); font-size: 13px; }
.compare .mono { font-size: 15px; }
.compare td { padding: 5px 0; border-top: 1px solid var(--rule); }
.cause { border-left: 3px solid var(--to-fix); padding-left: 10px; }
.folder { display: block; color: var(--quiet); }
.block { display: block; }
</style>
