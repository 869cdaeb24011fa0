<script setup lang="ts">
import { BarElement, CategoryScale, Chart, Legend, LinearScale, LineElement, PointElement, Tooltip } from 'chart.js'
import type { ChartData, ChartOptions } from 'chart.js'
import { Bar, Line } from 'vue-chartjs'
import type { CheckHead, Figures } from '#shared/answers'

/** Three questions with a picture each: when did it arrive, do mistakes become fewer, which rule is unclear. */
const props = defineProps<{ head: CheckHead }>()
const followUp = useFollowUp()
const figures = shallowRef<Figures | null>(null)
const { problem, attempt } = useAttempt()
Chart.register(BarElement, CategoryScale, Legend, LinearScale, LineElement, PointElement, Tooltip)
Chart.defaults.font.family = '\'Atkinson Hyperlegible Next\', sans-serif'
Chart.defaults.animation = false
const FAMILIES = [
  { key: 'missing', label: 'missing', token: 'border' }, { key: 'name', label: 'name', token: 'to-fix' },
  { key: 'folder', label: 'folder', token: 'petrol' },
  { key: 'format', label: 'format', token: 'content' }, { key: 'content', label: 'content', token: 'late' },
  { key: '', label: 'other', token: 'ink' },
]
const { dark } = useGround()
/** What is drawn on a canvas has no tokens of its own: they are read anew when the ground changes. */
const colours = computed(() => {
  void dark.value
  Chart.defaults.color = colourOf('quiet')
  Chart.defaults.borderColor = colourOf('rule')
  return new Map(['petrol', 'late', ...FAMILIES.map(one => one.token)].map(token => [token, colourOf(token)]))
})

const newest = useNewest()
watch(() => props.head.id, id => attempt(() => newest(followUp.figures(id), answer => (figures.value = answer))), { immediate: true })

const short = (time: number | string) => sayTime(new Date(time).toISOString(), props.head.zone).replace(/ \d{4},/, ',').replace(/ [A-Z+0-9:-]+$/, '')

const total = computed(() => figures.value?.arrivals.reduce((sum, one) => sum + one.files, 0) ?? 0)
const due = computed(() => (props.head.due ? Date.parse(props.head.due) : null))
const late = computed(() => {
  const { late: pieces } = props.head.summary
  if (pieces === 0) return 'none came late'
  return pieces === 1 ? '1 piece came late' : `${pieces} pieces came late`
})
/** What arrived, and when most came at once. */
const arrived = computed(() => {
  const [most] = [...figures.value?.arrivals ?? []].sort((a, b) => b.files - a.files)
  const busiest = most ? `; the fullest hour brought ${most.files}, from ${short(most.hour)}` : ''
  return `${total.value} placed ${total.value === 1 ? 'file' : 'files'}; ${late.value}${busiest}.`
})
const arrivals = computed((): ChartData<'line', { x: number, y: number }[]> => {
  let sum = 0
  const points = figures.value?.arrivals.map(({ hour, files }) => ({ x: Date.parse(hour) + 3_600_000, y: sum += files })) ?? []
  const [first] = points
  return {
    datasets: [
      {
        label: 'files received', data: first ? [{ x: first.x - 3_600_000, y: 0 }, ...points] : [], stepped: 'before' as const,
        borderColor: colours.value.get('petrol'), borderWidth: 2, pointRadius: 0,
      },
      ...(due.value === null
        ? []
        : [{
            label: 'due', data: [{ x: due.value, y: 0 }, { x: due.value, y: sum }], borderColor: colours.value.get('late'), borderDash: [5, 4],
            borderWidth: 2, pointRadius: 0,
          }]),
    ],
  }
})
const arrivalOptions = computed((): ChartOptions<'line'> => ({
  maintainAspectRatio: false, plugins: { legend: { labels: { usePointStyle: true, pointStyle: 'line' } } }, scales: {
    x: { type: 'linear', ticks: { maxTicksLimit: 5, callback: value => short(Number(value)) } },
    y: { beginAtZero: true, ticks: { precision: 0 } },
  },
}))

const familyOf = (code: string) => FAMILIES.find(({ key }) => key !== '' && code.split('.')[0] === key)?.key ?? ''
const mistakes = computed((): ChartData<'bar'> => ({
  labels: figures.value?.checks.map(one => short(one.checkedAt)) ?? [],
  datasets: FAMILIES.map(({ key, label, token }) => ({
    label, backgroundColor: colours.value.get(token), maxBarThickness: 46,
    data: figures.value?.checks.map(({ codes }) => Object.entries(codes)
      .reduce((sum, [code, count]) => sum + (familyOf(code) === key ? count : 0), 0)) ?? [],
  })).filter(({ data }) => data.some(count => count > 0)),
}))
const mistakeOptions: ChartOptions<'bar'> = {
  maintainAspectRatio: false, scales: { x: { stacked: true }, y: { stacked: true, beginAtZero: true, ticks: { precision: 0 } } },
}
/** What was to be put right at a check, all kinds together. */
const sumOf = (one: Figures['checks'][number] | undefined) => Object.values(one?.codes ?? {}).reduce((sum, count) => sum + count, 0)
const fewer = computed(() => {
  const all = figures.value?.checks ?? []
  const [first, last] = [sumOf(all[0]), sumOf(all.at(-1))]
  if (all.length < 2) return `${last} to be put right; at the next check it shows whether they become fewer`
  if (first === last) return `As many as before: ${last}`
  return `${last < first ? 'Yes' : 'No'}: ${last} now, ${first} ${all.length === 2 ? 'one check' : `${all.length - 1} checks`} ago`
})

/** The most frequent mistakes of each requirement; many holders with the same one often mean that the rule is unclear. */
const MOST_OF_EACH = 3
const frequent = computed(() => props.head.requirements.flatMap(requirement => (figures.value?.mistakes ?? [])
  .filter(one => one.requirement === requirement.id && one.code !== 'content.unchanged').slice(0, MOST_OF_EACH)
  .map(one => ({ title: requirement.title, of: figures.value?.owing[requirement.id] ?? 0, ...one }))))
const worst = computed(() => [...frequent.value].sort((a, b) => b.holders - a.holders)[0])
const UNCLEAR = 0.2
/** The pigeonholes with one mistake, in the rack. */
const whereTo = ({ requirement, code, part }: Mistake) => ({ query: { mistake: code, in: requirement, ...(part ? { part } : {}) } })
</script>

<template>
  <div class="figures">
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <template v-if="figures">
      <section>
        <h2>When did it arrive?</h2>
        <p v-if="total > 0">
          {{ arrived }}
        </p>
        <p
          v-if="figures.copied > 0"
          class="quiet"
        >
          {{ total > 0 ? `Of ${figures.copied} more` : `Of all ${figures.copied} placed files` }} the time is that of their copy: when they
          arrived is not known.
        </p>
        <div
          v-if="total > 0"
          class="chart"
        >
          <Line
            :key="`${dark}`"
            :data="arrivals"
            :options="arrivalOptions"
            role="img"
            :aria-label="`Files received over time: ${arrived}`"
          />
        </div>
      </section>
      <section>
        <h2>Do mistakes become fewer?</h2>
        <p>
          {{ fewer }}.
        </p>
        <div class="chart">
          <Bar
            :key="`${dark}`"
            :data="mistakes"
            :options="mistakeOptions"
            role="img"
            :aria-label="`Mistakes by kind at the last ${figures.checks.length} checks`"
          />
        </div>
      </section>
      <section
        class="wide"
        tabindex="0"
        aria-label="Which rule is unclear?"
      >
        <h2>Which rule is unclear?</h2>
        <p v-if="worst && worst.holders === 1">
          None: no mistake was made by more than one.
        </p>
        <p v-else-if="worst">
          Most slipped on {{ sayMistake(worst) }} ({{ worst.title }}): {{ worst.holders }} of {{ worst.of }}.
          <NuxtLink :to="whereTo(worst)">Show these in the rack</NuxtLink>
        </p>
        <table
          v-if="frequent.length"
          class="list"
        >
          <thead><tr><th>Asked for</th><th>Most frequent mistakes</th><th>Files</th><th>Of whom</th><th /></tr></thead>
          <tbody>
            <tr
              v-for="one in frequent"
              :key="`${one.requirement} ${one.code} ${one.part}`"
            >
              <td>{{ one.title }}</td>
              <td>
                <NuxtLink :to="whereTo(one)">
                  {{ sayMistake(one) }}
                </NuxtLink>
              </td>
              <td>{{ one.findings }}</td>
              <td>{{ one.holders }} of {{ one.of }}</td>
              <td>{{ one.holders / Math.max(1, one.of) >= UNCLEAR ? 'So many alike: say the rule again, or accept it.' : '' }}</td>
            </tr>
          </tbody>
        </table>
        <p
          v-else
          class="quiet"
        >
          No mistakes among what was placed.
        </p>
      </section>
    </template>
  </div>
</template>

<style scoped>
.figures { display: grid; grid-template-columns: 1fr 1fr; gap: 22px; }
.wide { grid-column: 1 / -1; overflow-x: auto; }
@media (max-width: 760px) {
  .figures { grid-template-columns: minmax(0, 1fr); }
}
.chart { height: 250px; }
</style>
