<script setup lang="ts">
import { plainTitle } from '#core/brief/document'
import { sayFinding } from '#core/wording/index'
import type { BriefDocument } from '#core/brief/document'
import type { Roster } from '#core/roster/types'
import type { TriedName } from '#core/rules/try-names'

/** Any name or path judged at once against all requirements; a pasted list of hundreds as well. */
const props = defineProps<{ document: BriefDocument, roster: Roster, readable: boolean }>()
const rules = useRules()
const text = ref('')
const tried = shallowRef<TriedName[]>([])
const problem = ref('')
const MOST = 2000
const newest = useNewest()

watch(() => [text.value, JSON.stringify(props.document), props.roster, props.readable], async () => {
  const paths = text.value.split('\n').map(line => line.trim()).filter(Boolean)
  problem.value = paths.length > MOST ? `The first ${MOST} of ${paths.length} names are judged.` : ''
  if (paths.length === 0 || !props.readable) {
    await newest(Promise.resolve([]), none => (tried.value = none))
    return
  }
  try {
    await newest(rules.tryNames(props.document, props.roster, paths.slice(0, MOST)), answer => (tried.value = answer))
  }
  catch (error) {
    problem.value = sayError(error)
  }
})

const names = computed(() => new Map(props.roster.people.map(person => [person.id, person.name])))
function titleOf(id: string): string {
  const requirement = props.document.requirements.find(one => one.id === id)
  return requirement ? plainTitle(requirement) : id
}
const sayWhere = (slot: NonNullable<TriedName['slot']>) =>
  `${names.value.get(slot.holder) ?? slot.holder}, ${titleOf(slot.requirement)}${slot.n === undefined ? '' : ` ${slot.n}`}`
const nameOf = (path: string) => path.slice(path.lastIndexOf('/') + 1)
const folderOf = (path: string) => path.slice(0, path.lastIndexOf('/') + 1)
const differences = (name: TriedName, family: string) => name.findings.find(finding => finding.code.startsWith(family))?.differences ?? []
const counts = computed(() => ({
  right: tried.value.filter(one => one.verdict === 'right').length,
  fix: tried.value.filter(one => one.verdict === 'to-fix').length,
  unknown: tried.value.filter(one => one.verdict === 'unknown').length,
}))
function sayMaybe({ candidates }: TriedName): string {
  if (candidates.length === 0) return ': nothing in it says whose it is, or for what'
  return `; may be ${candidates.slice(0, 2).map(sayWhere).join(' or ')}${candidates.length > 2 ? ` or ${candidates.length - 2} more` : ''}`
}
</script>

<template>
  <section class="try">
    <label
      class="field-label"
      for="try-names"
    >Try a name <span class="quiet">· with or without folders, or paste a whole list; nothing is saved</span></label>
    <el-input
      id="try-names"
      v-model="text"
      type="textarea"
      :autosize="{ minRows: 1, maxRows: 6 }"
      class="mono-input"
      placeholder="type a file name as somebody might"
    />
    <p
      v-if="problem"
      class="problem"
    >
      {{ problem }}
    </p>
    <div aria-live="polite">
      <p
        v-if="tried.length > 1"
        class="small"
      >
        <b>{{ counts.right }}</b> right · <b>{{ counts.fix }}</b> to fix · <b>{{ counts.unknown }}</b> that cannot be filed
      </p>
      <ul
        v-if="tried.length"
        class="results"
      >
        <li
          v-for="(one, at) in tried.slice(0, 200)"
          :key="at"
        >
          <StateMark
            :status="one.verdict === 'unknown' ? 'missing' : one.verdict"
            :size="15"
          />
          <div>
            <p class="name">
              <MarkedName
                v-if="folderOf(one.path)"
                :name="folderOf(one.path)"
                :differences="differences(one, 'folder.')"
              /><MarkedName
                :name="nameOf(one.path)"
                :differences="differences(one, 'name.')"
              />
            </p>
            <p
              v-if="one.slot"
              class="small quiet"
            >
              {{ one.verdict === 'right' ? 'Right' : 'To fix' }}: filed as {{ sayWhere(one.slot) }}
            </p>
            <p
              v-else
              class="small quiet"
            >
              Cannot be
              filed{{ sayMaybe(one) }}
            </p>
            <p
              v-for="finding in one.findings"
              :key="finding.code"
              class="small"
            >
              {{ sayFinding(finding) }}
            </p>
            <p
              v-if="one.verdict === 'to-fix' && one.correctedPath"
              class="small"
            >
              Right: <ShownPath :path="one.correctedPath" />
            </p>
          </div>
        </li>
      </ul>
      <p
        v-if="tried.length > 200"
        class="small quiet"
      >
        The first 200 of {{ tried.length }} are shown.
      </p>
    </div>
  </section>
</template>

<style scoped>
.results { list-style: none; margin: 6px 0 0; padding: 0; }
.results li { display: flex; gap: 9px; padding: 6px 0; border-top: 1px solid var(--rule); }
.results li > :first-child { margin-top: 4px; }
.results p { margin: 1px 0; }
.name { line-height: 1.5; }
</style>
