<script setup lang="ts">
import { sayEvidence, sayFinding } from '#core/wording/index'
import type { SlotRef } from '#core/brief/slots'
import type { CheckHead, ShownFile } from '#shared/answers'
import type { Stack } from '~/composables/stacks'

const props = defineProps<{ tray: { files: ShownFile[], total: number }, names: Map<string, string>, head: CheckHead }>()
const emit = defineEmits<{ ruled: [] }>()
const check = useCheck()
/** The drag image stays the browser's own; which file it is, the store knows. */
function drag(event: DragEvent, file: ShownFile) {
  check.dragged = file
  event.dataTransfer?.setData('text/plain', file.path)
  if (event.dataTransfer) event.dataTransfer.effectAllowed = 'move'
}
const { busy, problem, attempt } = useAttempt()
const rulingOn = (file: ShownFile) => check.rulings.find(one => one.kind === 'set-aside' && one.file?.sha256 === file.sha256
  && one.file.path === file.path)

async function takeBack(file: ShownFile) {
  const ruling = rulingOn(file)
  if (!ruling) return
  await attempt(async () => {
    await check.takeBack(ruling)
    emit('ruled')
  })
}
const all = computed(() => props.tray.files.filter(file => file.role === 'unplaced' || file.role === 'surplus'))
const told = computed(() => stackFiles(all.value))
const loose = computed(() => told.value.single)

async function setAsideAll({ files }: Stack) {
  await attempt(async () => {
    for (const { fileId } of files) await check.rule({ kind: 'set-aside', fileId })
    emit('ruled')
  })
}
const aside = computed(() => props.tray.files.filter(file => file.role !== 'unplaced' && file.role !== 'surplus'))

function say(slot: SlotRef): string {
  const title = props.head.requirements.find(one => one.id === slot.requirement)?.title ?? slot.requirement
  return `${props.names.get(slot.holder) ?? slot.holder}, ${title}${slot.n === undefined ? '' : ` ${slot.n}`}`
}
</script>

<template>
  <aside
    class="tray"
    aria-label="Tray"
  >
    <h2>Tray</h2>
    <p
      v-if="all.length === 0"
      class="quiet small"
    >
      Every file has found its place.
    </p>
    <p
      v-else
      class="quiet small"
    >
      Here wait files of which nothing says for sure whose they are, or which piece.
    </p>
    <ul>
      <li
        v-for="file in loose"
        :key="file.fileId"
        draggable="true"
        class="loose"
        @dragstart="drag($event, file)"
        @dragend="check.dragged = null"
      >
        <span
          v-if="file.container"
          class="small quiet block"
        >from {{ showText(file.container.at(-1) ?? '') }}</span>
        <ShownPath :path="file.path" />
        <span
          v-for="finding in file.findings"
          :key="finding.code"
          class="small block"
        >{{ sayFinding(finding) }}</span>
        <span
          v-if="file.candidates.length"
          class="small block quiet"
        >May be: {{ file.candidates.slice(0, 3).map(say).join('; ') }}{{
          file.candidates.length > 3 ? ` and ${file.candidates.length - 3} more` : '' }}</span>
        <span
          v-if="file.evidence.length"
          class="small block quiet"
        >Known of it: {{ file.evidence.map(one => sayEvidence(one)).join(', ') }}.</span>
        <RulingForm
          :head="head"
          :file="file"
          :kinds="['place', 'set-aside']"
          @ruled="emit('ruled')"
        />
      </li>
    </ul>
    <ul v-if="told.stacks.length">
      <li
        v-for="stack in told.stacks"
        :key="stack.files[0]?.fileId"
      >
        <span class="block">{{ stack.files.length }} files that were not asked for, beside {{ say(stack.slot) }}</span>
        <span class="small quiet block">{{ stack.values.join(', ') }}</span>
        <details>
          <summary class="small">
            Their names
          </summary>
          <ShownPath
            v-for="file in stack.files"
            :key="file.fileId"
            class="small block"
            :path="file.path"
          />
        </details>
        <button
          type="button"
          class="plain-button small"
          :disabled="busy"
          @click="setAsideAll(stack)"
        >
          Set all {{ stack.files.length }} aside
        </button>
      </li>
    </ul>
    <p
      v-if="problem"
      class="problem small"
      role="alert"
    >
      {{ problem }}
    </p>
    <details v-if="aside.length">
      <summary class="small">
        {{ aside.length }} set aside: clutter, backups, ignored
      </summary>
      <ul>
        <li
          v-for="file in aside"
          :key="file.fileId"
        >
          <ShownPath
            class="small"
            :path="file.path"
          /> <span class="small quiet">{{ file.role }}</span>
          <button
            v-if="rulingOn(file)"
            type="button"
            class="plain-button small"
            @click="takeBack(file)"
          >
            Take back
          </button>
        </li>
      </ul>
    </details>
    <p
      v-if="tray.total > tray.files.length"
      class="small quiet"
    >
      The first {{ tray.files.length }} of {{ tray.total }}.
    </p>
  </aside>
</template>

<style scoped>
.tray { border-left: 1px solid var(--rule); padding-left: 14px; }
.tray h2 { font-size: 15px; margin-bottom: 6px; }
ul { list-style: none; margin: 0; padding: 0; }
.loose { cursor: grab; }
li { padding: 6px 0; border-bottom: 1px solid var(--rule); font-size: 14px; }
.block { display: block; }
li { overflow-wrap: anywhere; }
</style>
