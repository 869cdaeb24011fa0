<script setup lang="ts">
const brief = useBrief()
const id = computed(() => brief.current?.check?.id)
const EXPORTS = [
  { as: 'csv', label: 'CSV', what: 'one row a slot, for a spreadsheet' },
  { as: 'json', label: 'JSON', what: 'the whole report, for programs and the next check' },
  { as: 'junit', label: 'JUnit XML', what: 'for a test runner' },
  { as: 'text', label: 'Plain text', what: 'everything that is open' },
]
</script>

<template>
  <div class="stack">
    <template v-if="id">
      <h2>Hand the result on</h2>
      <table class="list exports">
        <tbody>
          <tr
            v-for="one in EXPORTS"
            :key="one.as"
          >
            <td>
              <a
                :href="`/api/checks/${id}/export?as=${one.as}`"
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
              who still owes what, one block a person
            </td>
          </tr>
        </tbody>
      </table>
      <p
        v-if="brief.current?.check?.stale"
        class="stale"
      >
        Something changed since this check: check again before you hand it on.
      </p>
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
.exports { max-width: 640px; }
.stale { color: var(--to-fix); }
</style>
