<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { MEASURED } from '#core/reporting/measured'
import { addressOf } from '#shared/routes'

const brief = useBrief()
const id = computed(() => brief.current?.check?.id)
const names = computed(() => new Map(brief.current?.roster?.people.map(person => [person.id, person.name])))
const view = useAddressed<'slips' | 'copy' | 'hand-on' | 'pack' | 'sent'>('view', 'slips', ['slips', 'copy', 'hand-on', 'pack', 'sent'])
const VIEWS = [
  { key: 'slips', label: 'Tell everybody' }, { key: 'copy', label: 'Corrected copy' },
  { key: 'hand-on', label: 'Hand the result on' }, { key: 'pack', label: 'Pack away' }, { key: 'sent', label: 'What was sent' },
] as const
const EXPORTS = [
  { as: 'people', label: 'CSV, one row a person', what: 'in your list\'s order and with its columns, to paste into it' },
  { as: 'xlsx', label: 'XLSX, one row a person', what: 'the same as a spreadsheet' },
  { as: 'mail-merge', label: 'Mail-merge CSV', what: 'address, name, subject and text of every slip with something open' },
  { as: 'csv', label: 'CSV, one row a piece', what: 'for a spreadsheet' },
  { as: 'pdf', label: 'PDF', what: 'how it stands and what is open of whom, to file or to print' },
  { as: 'text', label: 'Plain text', what: 'everything that is open' },
]
/** Tables that may hold what was measured as further columns. */
const TABLES = new Set(['people', 'xlsx', 'csv'])
const measured = useStorage<string[]>('usitor.measured', [])
const linkTo = (as: string) => addressOf('GET /api/checks/:id/export', {
  id: id.value ?? '', query: { as, measured: TABLES.has(as) && measured.value.length > 0 ? measured.value.join(',') : undefined },
})
const FOR_PROGRAMS = [
  { as: 'json', label: 'JSON', what: 'the whole report' }, { as: 'junit', label: 'JUnit XML', what: 'every piece as a test' },
]
</script>

<template>
  <div>
    <template v-if="id">
      <p
        v-if="brief.current?.check?.stale"
        class="stale"
      >
        Something changed since this check: check again before you tell anybody.
      </p>
      <ViewTabs
        v-model="view"
        :views="VIEWS"
        label="Ways to follow up"
      />
      <SlipsPanel
        v-if="view === 'slips'"
        :check-id="id"
        :brief-id="brief.current?.id ?? ''"
        :zone="brief.zone"
      />
      <CopyPanel
        v-else-if="view === 'copy'"
        :check-id="id"
      />
      <PackPanel
        v-else-if="view === 'pack'"
        :check-id="id"
      />
      <template v-else-if="view === 'sent'">
        <SentPanel
          :brief-id="brief.current?.id ?? ''"
          :zone="brief.zone"
          :names="names"
        />
        <EarlierRecord
          :brief-id="brief.current?.id ?? ''"
          :zone="brief.zone"
          :names="names"
        />
      </template>
      <div
        v-else
        class="stack exports"
      >
        <div class="sideways">
          <table class="list">
            <tbody>
              <tr
                v-for="one in EXPORTS"
                :key="one.as"
              >
                <td>
                  <a
                    :href="linkTo(one.as)"
                    download
                  >{{ one.label }}</a>
                </td>
                <td class="quiet">
                  {{ one.what }}
                </td>
              </tr>
              <tr>
                <td><NuxtLink :to="`/briefs/${brief.current?.id}/print`">Printable page</NuxtLink></td>
                <td class="quiet">
                  the letter of everybody who still owes something, one a page or one below the other; print it or save it as PDF
                </td>
              </tr>
            </tbody>
          </table>
        </div>
        <div>
          <label
            class="field-label"
            for="measured"
          >With what was measured, as further columns of the three tables</label>
          <el-select
            id="measured"
            v-model="measured"
            multiple
            filterable
            default-first-option
            :reserve-keyword="false"
            clearable
            placeholder="none: choose size, time received, pages, width …"
          >
            <el-option
              v-for="one in MEASURED"
              :key="one.name"
              :value="one.name"
              :label="one.heading"
            />
          </el-select>
        </div>
        <p class="small quiet">
          For programs:
          <template
            v-for="(one, at) in FOR_PROGRAMS"
            :key="one.as"
          >
            <template v-if="at > 0">
              and
            </template>
            <a
              :href="linkTo(one.as)"
              download
            >{{ one.label }}</a> ({{ one.what }})
          </template>
        </p>
        <HandOnPanel
          :changes="brief.mayChange"
          :zone="brief.zone"
        />
      </div>
    </template>
    <p
      v-else
      class="quiet"
    >
      There is nothing to follow up yet: nothing was checked.
    </p>
  </div>
</template>

<style scoped>
.exports { max-width: 860px; }
.exports td:first-child { white-space: nowrap; }
.stale { color: var(--to-fix); }
</style>
