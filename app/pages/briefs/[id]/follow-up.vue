<script setup lang="ts">
import { addressOf } from '#shared/routes'

const brief = useBrief()
const id = computed(() => brief.current?.check?.id)
const zone = computed(() => brief.current?.document?.zone ?? null)
const names = computed(() => new Map(brief.current?.roster?.people.map(person => [person.id, person.name])))
const view = useAddressed<'slips' | 'copy' | 'hand-on' | 'sent'>('view', 'slips', ['slips', 'copy', 'hand-on', 'sent'])
const VIEWS = [
  { key: 'slips', label: 'Tell everybody' }, { key: 'copy', label: 'Corrected copy' },
  { key: 'hand-on', label: 'Hand the result on' }, { key: 'sent', label: 'What was sent' },
] as const
const EXPORTS = [
  { as: 'people', label: 'CSV, one row a person', what: 'in your list\'s order and with its columns, to paste into it' },
  { as: 'xlsx', label: 'XLSX, one row a person', what: 'the same as a spreadsheet' },
  { as: 'mail-merge', label: 'Mail-merge CSV', what: 'address, name, subject and text of every slip with something open' },
  { as: 'csv', label: 'CSV', what: 'one row a slot, for a spreadsheet' },
  { as: 'json', label: 'JSON', what: 'the whole report, for programs and the next check' },
  { as: 'junit', label: 'JUnit XML', what: 'for a test runner' },
  { as: 'text', label: 'Plain text', what: 'everything that is open' },
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
        :zone="zone"
      />
      <CopyPanel
        v-else-if="view === 'copy'"
        :check-id="id"
      />
      <SentPanel
        v-else-if="view === 'sent'"
        :brief-id="brief.current?.id ?? ''"
        :zone="zone"
        :names="names"
      />
      <table
        v-else
        class="list exports"
      >
        <tbody>
          <tr
            v-for="one in EXPORTS"
            :key="one.as"
          >
            <td>
              <a
                :href="addressOf('GET /api/checks/:id/export', { id, query: { as: one.as } })"
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
              who still owes what, one block a person; print it or save it as PDF
            </td>
          </tr>
        </tbody>
      </table>
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
.exports { max-width: 760px; }
.stale { color: var(--to-fix); }
</style>
