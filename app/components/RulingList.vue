<script setup lang="ts">
import type { ReportSlot } from '#core/checking/report'
import type { ShownFile, ShownRuling } from '#shared/answers'

/** Decisions about a slot or about the files in it, each of which can be taken back. */
const props = defineProps<{ slotShown: ReportSlot, files: readonly ShownFile[], zone: string | null }>()
const emit = defineEmits<{ takeBack: [ruling: ShownRuling] }>()
const check = useCheck()
const RULED: Record<ShownRuling['kind'], string> = {
  'place': 'Placed by hand', 'set-aside': 'Set aside', 'accept': 'Accepted as it is', 'waive': 'Excused',
}
const rulings = computed(() => {
  const { requirement, holder, n = null } = props.slotShown
  return check.rulings.filter(({ file, slot }) => (file
    ? props.files.some(one => one.sha256 === file.sha256 && one.path === file.path)
    : slot?.requirement === requirement && slot.holder === holder && (slot.n ?? null) === n))
})
</script>

<template>
  <p
    v-for="ruling in rulings"
    :key="ruling.id"
    class="small row"
  >
    <span>{{ RULED[ruling.kind] }} by {{ ruling.by }}, {{ sayTime(ruling.at, zone) }}{{ ruling.reason ? `: ${ruling.reason}` : '' }}</span>
    <button
      type="button"
      class="plain-button"
      @click="emit('takeBack', ruling)"
    >
      Take back
    </button>
  </p>
</template>
