<script setup lang="ts">
import { refTo } from '#core/brief/slots'
import type { ReportSlot } from '#core/checking/report'
import { insideWrapper } from '#core/folders/wrapper'
import { propertyOf } from '#core/formats/properties'
import type { PropertyValue } from '#core/formats/reading'
import { showMeasured } from '#core/wording/en/conditions'
import { sayEvidence, sayFinding } from '#core/wording/index'
import type { CheckHead, ShownFile } from '#shared/answers'

/** One received file beside what was asked: its name with what is wrong marked, what was found of it, what can be decided. */
const props = defineProps<{ file: ShownFile, slotShown: ReportSlot, head: CheckHead, toldAbove: ReadonlySet<string> }>()
const emit = defineEmits<{ ruled: [] }>()

const name = computed(() => props.file.path.slice(props.file.path.lastIndexOf('/') + 1))
/** The folder inside the wrapper that everybody shares: differences count from there. */
const folder = computed(() => {
  const { path, root } = props.file
  const whole = path.slice(0, Math.max(0, path.lastIndexOf('/')))
  return insideWrapper(whole, props.head.roots.find(one => one.name === root)?.wrapper ?? null)
})
const findings = computed(() => props.file.findings.filter(one => !one.cause || !props.toldAbove.has(one.cause)))
const differences = (family: string) => props.file.findings.find(finding => finding.code.startsWith(family))?.differences ?? []
const sure = computed(() => {
  const { confidence } = props.file
  return confidence !== null && confidence < 1 ? `; sure to ${Math.round(confidence * 100)} %` : ''
})

/** Measured values in words; what is only true or false is told where it is true; people's names and times of work are not told. */
function sayMeasured(measured: Record<string, PropertyValue>): string {
  const told = Object.entries(measured).filter(([key, value]) => value !== false && !['author', 'created', 'modified'].includes(key))
  return told.map(([key, value]) => {
    const { label = key, unit = '' } = propertyOf(key) ?? {}
    return ` · ${value === true ? label : `${label} ${showText(showMeasured(value === '\t' ? 'tab' : value, unit))}`}`
  }).join('')
}
/** Since when it lies in its place, as looks at it saw. */
const seen = computed(() => {
  const { seenFirst, seenLast } = props.file
  if (seenFirst === undefined) return ''
  return ` · seen there first ${sayTime(seenFirst, props.head.zone)}${seenLast ? `, last ${sayTime(seenLast, props.head.zone)}` : ''}`
})
/** What the corrected path leaves open, with an example of each. */
const stillOpen = computed(() => (props.file.open ?? [])
  .map(({ field, example }) => `{${field}} is ${example ? `such as ${example}` : 'not known'}`).join('; '))
</script>

<template>
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
        v-if="folder || differences('folder.').length"
        class="folder"
        :name="folder"
        :differences="differences('folder.')"
      />
      <span
        v-else
        class="quiet block"
      >at the top</span>
      <MarkedName
        :name="name"
        :differences="differences('name.')"
      />
      <CopyButton
        :text="file.path"
        what="the received path"
      />
      <p class="small quiet">
        {{ sayBytes(file.size) }} ·
        {{ file.format.id }}{{ file.format.version ? ` ${file.format.version}` : '' }}{{ sayMeasured(file.format.props) }}
        · {{ file.receivedAtFrom === 'modified' ? 'last changed' : 'received' }}
        {{ sayTime(file.receivedAt, head.zone) || 'at an unknown time' }}{{ file.verified ? '' : ' · not verified by the server' }}{{ seen }}
      </p>
      <ul class="findings">
        <li
          v-for="finding in findings"
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
        :slot-ref="refTo(slotShown.requirement, slotShown.holder, slotShown.n)"
        :kinds="slotShown.status === 'to-fix' ? ['accept', 'place', 'set-aside'] : ['place', 'set-aside']"
        @ruled="emit('ruled')"
      />
      <p
        v-if="file.evidence.length"
        class="small quiet"
      >
        Placed here because
        {{ file.evidence.map(one => sayEvidence(one)).join(', ') }}{{ sure }}.
      </p>
    </td>
  </tr>
  <tr v-if="file.correctedPath && file.role === 'placed'">
    <th scope="row">
      Right
    </th>
    <td class="row">
      <ShownPath
        class="right"
        :path="file.correctedPath"
      />
      <span
        v-if="file.open"
        class="small quiet"
      >not complete: {{ stillOpen }}</span>
      <CopyButton
        v-else
        :text="file.correctedPath"
        what="the corrected path"
      />
    </td>
  </tr>
</template>

<style scoped>
th { text-align: left; vertical-align: top; width: 90px; padding: 6px 10px 6px 0; font-weight: 600; color: var(--quiet); font-size: 13px; }
td { padding: 5px 0; border-top: 1px solid var(--rule); }
.mono { font-size: 15px; }
.folder { display: block; color: var(--quiet); }
.findings { margin: 4px 0; padding-left: 18px; }
.findings:empty { display: none; }
.right { font-size: 15px; border-bottom: 2px solid var(--petrol); }
.block { display: block; }
</style>
