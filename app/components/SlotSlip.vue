<script setup lang="ts">
import type { ReportSlot } from '#core/checking/report'
import { insideWrapper } from '#core/folders/wrapper'
import { isContentWrong } from '#core/findings/codes'
import { sayEvidence, sayFinding } from '#core/wording/index'
import { showMeasured } from '#core/wording/en/conditions'
import { propertyOf } from '#core/formats/properties'
import type { PropertyValue } from '#core/formats/reading'
import type { CheckHead, HolderSlip, ShownFile, ShownRuling } from '#shared/answers'

const props = defineProps<{ open: { holder: string, requirement?: string, n?: number | null }, head: CheckHead }>()
const emit = defineEmits<{ close: [], ruled: [] }>()
const check = useCheck()
const slip = shallowRef<HolderSlip | null>(null)
const { problem, attempt } = useAttempt()
const panel = ref<HTMLElement | null>(null)
const heading = computed(() => check.sayName(props.open.holder))
const title = computed(() => props.head.requirements.find(one => one.id === props.open.requirement)?.title ?? '')

watch(() => [props.open, props.head.id] as const, async ([{ holder, requirement }]) => {
  await attempt(async () => {
    slip.value = await check.slip(holder, requirement)
    await nextTick()
    panel.value?.focus()
  })
}, { immediate: true })

const entries = computed(() => (slip.value?.slots ?? [])
  .filter(slot => props.open.n === undefined || (slot.n ?? null) === props.open.n)
  .map(slot => ({
    slot,
    files: slip.value?.files.filter(file => file.slot?.requirement === slot.requirement && (file.slot.n ?? null) === (slot.n ?? null)) ?? [],
  })))

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
const titleOf = (slot: ReportSlot) => `${props.head.requirements.find(one => one.id === slot.requirement)?.title
  ?? slot.requirement}${slot.n === undefined ? '' : ` ${slot.n}`}`

function expectedName({ expected }: ReportSlot): string {
  return `${expected.name ?? 'any name'}${expected.extensions.length > 0 ? `.${expected.extensions[0]}` : ''}`
}

/** Decisions about a slot or about the files in it. */
const rulingsOf = (slot: ReportSlot, files: readonly ShownFile[]) => check.rulings.filter(ruling => (ruling.file
  ? files.some(file => file.sha256 === ruling.file?.sha256 && file.path === ruling.file.path)
  : ruling.slot?.requirement === slot.requirement && ruling.slot.holder === slot.holder && (ruling.slot.n ?? null) === (slot.n ?? null)))
const RULED: Record<ShownRuling['kind'], string> = {
  'place': 'Placed by hand', 'set-aside': 'Set aside', 'accept': 'Accepted as it is', 'waive': 'Waived',
}

async function takeBack(ruling: ShownRuling) {
  await attempt(async () => {
    await check.takeBack(ruling)
    emit('ruled')
  })
}
const refOf = (slot: ReportSlot) => ({ requirement: slot.requirement, holder: slot.holder, ...(slot.n === undefined ? {} : { n: slot.n }) })

const nameOf = (file: ShownFile) => file.path.slice(file.path.lastIndexOf('/') + 1)
/** The folder inside the wrapper that everybody shares: differences count from there. */
function folderOf(file: ShownFile): string {
  const folder = file.path.slice(0, Math.max(0, file.path.lastIndexOf('/')))
  return insideWrapper(folder, props.head.roots.find(root => root.name === file.root)?.wrapper ?? null)
}

/** Measured values in words; what is only true or false is told where it is true; people's names and times of work are not told. */
function sayMeasured(props: Record<string, PropertyValue>): string {
  return Object.entries(props).filter(([name, value]) => value !== false
    && !['author', 'created', 'modified'].includes(name)).map(([name, value]) => {
    const { label = name, unit = '' } = propertyOf(name) ?? {}
    return ` · ${value === true ? label : `${label} ${showText(showMeasured(value === '\t' ? 'tab' : value, unit))}`}`
  }).join('')
}

const differences = (file: ShownFile, family: string) => file.findings.find(finding => finding.code.startsWith(family))?.differences ?? []
</script>

<template>
  <section
    ref="panel"
    class="slip"
    role="dialog"
    :aria-label="`Slip: ${heading}, ${title || 'everything'}`"
    tabindex="-1"
    @keydown.esc="emit('close')"
  >
    <div class="row spread head">
      <h2>{{ heading }} <span class="quiet">· {{ title || 'everything' }}{{ open.n ? ` ${open.n}` : '' }}</span></h2>
      <el-button
        size="small"
        @click="emit('close')"
      >
        Close
      </el-button>
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
      v-for="{ slot, files } in entries"
      :key="`${slot.requirement} ${slot.n ?? 0}`"
      class="entry"
    >
      <p class="row state">
        <StateMark
          :status="slot.status"
          :late="slot.late"
          :content="files.some(file => isContentWrong(file.findings.map(one => one.code)))"
          :size="18"
        />
        <b><template v-if="!open.requirement">{{ titleOf(slot) }}: </template>{{ STATUS_WORDS[slot.status] }}{{ slot.late ? ', late' : '' }}</b>
        <span
          v-for="finding in slot.findings"
          :key="finding.code"
        >{{ sayFinding(finding) }}</span>
      </p>
      <p
        v-for="ruling in rulingsOf(slot, files)"
        :key="ruling.id"
        class="small row"
      >
        <span>{{ RULED[ruling.kind] }} by {{ ruling.by }}, {{ sayTime(ruling.at, head.zone) }}{{ ruling.reason ? `: ${ruling.reason}` : '' }}</span>
        <button
          type="button"
          class="plain-button"
          @click="takeBack(ruling)"
        >
          Take back
        </button>
      </p>
      <RulingForm
        v-if="slot.status === 'missing'"
        :head="head"
        :slot-ref="refOf(slot)"
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
            </td>
          </tr>
          <template
            v-for="file in files"
            :key="file.fileId"
          >
            <tr>
              <th scope="row">
                Received
                <span
                  v-if="file.role !== 'placed'"
                  class="small quiet block"
                >{{ file.role }}</span>
              </th>
              <td>
                <MarkedName
                  v-if="folderOf(file) || differences(file, 'folder.').length"
                  class="folder"
                  :name="folderOf(file)"
                  :differences="differences(file, 'folder.')"
                />
                <span
                  v-else
                  class="quiet block"
                >at the top</span>
                <MarkedName
                  :name="nameOf(file)"
                  :differences="differences(file, 'name.')"
                />
                <p class="small quiet">
                  {{ sayBytes(file.size) }} ·
                  {{ file.format.id }}{{ file.format.version ? ` ${file.format.version}` : '' }}{{ sayMeasured(file.format.props) }}
                  · received
                  {{ sayTime(file.receivedAt, head.zone) || 'at an unknown time' }}{{ file.verified ? '' : ' · not verified by the server' }}
                </p>
                <ul class="findings">
                  <li
                    v-for="finding in file.findings.filter(one => !one.cause || !causes.has(one.cause))"
                    :key="finding.code"
                  >
                    <b v-if="finding.severity === 'error'">{{ sayFinding(finding) }}</b>
                    <span v-else>{{ sayFinding(finding) }}</span>
                  </li>
                </ul>
                <FilePreview
                  :file="file"
                  :check-id="head.id"
                />
                <RulingForm
                  v-if="file.role === 'placed'"
                  :head="head"
                  :file="file"
                  :slot-ref="refOf(slot)"
                  :kinds="slot.status === 'to-fix' ? ['accept', 'place', 'set-aside'] : ['place', 'set-aside']"
                  @ruled="emit('ruled')"
                />
                <p
                  v-if="file.evidence.length"
                  class="small quiet"
                >
                  Placed here because
                  {{ file.evidence.map(one => sayEvidence(one)).join(', ') }}{{
                    file.confidence !== null && file.confidence < 1 ? `; sure to ${Math.round(file.confidence * 100)} %` : '' }}.
                </p>
              </td>
            </tr>
            <tr v-if="file.correctedPath && file.role === 'placed'">
              <th scope="row">
                Right
              </th>
              <td class="row">
                <span class="mono right">{{ showText(file.correctedPath) }}</span>
                <CopyButton
                  :text="file.correctedPath"
                  what="the corrected path"
                />
              </td>
            </tr>
          </template>
        </tbody>
      </table>
      <SlotHistory
        v-if="open.requirement"
        :check-id="head.id"
        :slot-ref="refOf(slot)"
        :zone="head.zone"
      />
      <p
        v-if="slot.candidates.length"
        class="small"
      >
        In the tray, may be it: <span
          v-for="path in slot.candidates"
          :key="path"
          class="mono block"
        >{{ showText(path) }}</span>
      </p>
    </div>
  </section>
</template>

<style scoped>
.slip {
  position: fixed; left: 20px; right: 20px; bottom: 0; max-height: 52vh; overflow: auto; background: var(--sheet);
  border: 1.5px solid var(--ink); border-bottom: 0; padding: 12px 22px 18px;
  box-shadow: 0 -6px 24px rgb(31 45 51 / 18%); z-index: 5;
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
.findings { margin: 4px 0; padding-left: 18px; }
.findings:empty { display: none; }
.right { font-size: 15px; border-bottom: 2px solid var(--petrol); }
.block { display: block; }
</style>
