<script setup lang="ts">
import { isFindingCode } from '#core/findings/codes'
import { shortOf } from '#core/wording/index'
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
Chart.defaults.font.family = '\'Atkinson Hyperlegible Next Variable\', sans-serif'
Chart.defaults.color = '#55636A'
Chart.defaults.animation = false

watch(() => props.head.id, async (id) => {
  await attempt(async () => {
    figures.value = await followUp.figures(id)
  })
}, { immediate: true })

const short = (time: number | string) => sayTime(new Date(time).toISOString(), props.head.zone).replace(/ \d{4},/, ',').replace(/ [A-Z+0-9:-]+$/, '')

const total = computed(() => figures.value?.arrivals.reduce((sum, one) => sum + one.files, 0) ?? 0)
const due = computed(() => (props.head.due ? Date.parse(props.head.due) : null))
const inTime = computed(() => figures.value?.arrivals
  .filter(one => due.value === null || Date.parse(one.hour) <= due.value).reduce((sum, one) => sum + one.files, 0) ?? 0)
const arrivals = computed((): ChartData<'line', { x: number, y: number }[]> => {
  let sum = 0
  const points = figures.value?.arrivals.map(({ hour, files }) => ({ x: Date.parse(hour) + 3_600_000, y: sum += files })) ?? []
  const [first] = points
  return {
    datasets: [
      {
        label: 'files received', data: first ? [{ x: first.x - 3_600_000, y: 0 }, ...points] : [], stepped: 'before' as const,
        borderColor: '#17565E', borderWidth: 2, pointRadius: 0,
      },
      ...(due.value === null
        ? []
        : [{
            label: 'due', data: [{ x: due.value, y: 0 }, { x: due.value, y: sum }], borderColor: '#39458F', borderDash: [5, 4],
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

const FAMILIES = [
  { key: 'missing', label: 'missing', colour: '#9AA3A6' }, { key: 'name', label: 'name', colour: '#B97A1C' },
  { key: 'folder', label: 'folder', colour: '#8F5300' },
  { key: 'format', label: 'format', colour: '#7A2350' }, { key: 'content', label: 'content', colour: '#A9607F' },
  { key: '', label: 'other', colour: '#1F2D33' },
]
const familyOf = (code: string) => FAMILIES.find(({ key }) => key !== '' && code.split('.')[0] === key)?.key ?? ''
const mistakes = computed((): ChartData<'bar'> => ({
  labels: figures.value?.checks.map(one => short(one.checkedAt)) ?? [],
  datasets: FAMILIES.map(({ key, label, colour }) => ({
    label, backgroundColor: colour, maxBarThickness: 46,
    data: figures.value?.checks.map(({ codes }) => Object.entries(codes)
      .reduce((sum, [code, count]) => sum + (familyOf(code) === key ? count : 0), 0)) ?? [],
  })).filter(({ data }) => data.some(count => count > 0)),
}))
const mistakeOptions: ChartOptions<'bar'> = {
  maintainAspectRatio: false, scales: { x: { stacked: true }, y: { stacked: true, beginAtZero: true, ticks: { precision: 0 } } },
}

/** The most frequent mistake of each requirement; many holders with the same one often mean that the rule is unclear. */
const frequent = computed(() => props.head.requirements.flatMap((requirement) => {
  const worst = figures.value?.mistakes.find(one => one.requirement === requirement.id && one.code !== 'content.unchanged')
  return worst ? [{ title: requirement.title, ...worst }] : []
}))
const UNCLEAR = 0.2
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
        <p class="small quiet">
          {{ due === null ? `${total} placed files` : `${inTime} of ${total} placed files were there by the due time` }}
        </p>
        <div class="chart">
          <Line
            :data="arrivals"
            :options="arrivalOptions"
            role="img"
            :aria-label="`Files received over time: ${inTime} of ${total} by the due time`"
          />
        </div>
      </section>
      <section>
        <h2>Do mistakes become fewer?</h2>
        <p class="small quiet">
          what was to be put right at each of the last {{ figures.checks.length }} checks
        </p>
        <div class="chart">
          <Bar
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
        <table
          v-if="frequent.length"
          class="list"
        >
          <thead><tr><th>Asked for</th><th>Most frequent mistake</th><th>Files</th><th>Holders</th><th /></tr></thead>
          <tbody>
            <tr
              v-for="one in frequent"
              :key="one.requirement"
            >
              <td>{{ one.title }}</td>
              <td>{{ isFindingCode(one.code) ? shortOf(one.code) : one.code }}</td>
              <td>{{ one.findings }}</td>
              <td>{{ one.holders }} of {{ head.summary.holders }}</td>
              <td>{{ one.holders / Math.max(1, head.summary.holders) >= UNCLEAR ? 'So many alike: say the rule again, or accept it.' : '' }}</td>
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
