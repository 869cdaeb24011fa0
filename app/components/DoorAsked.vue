<script setup lang="ts">
import { useClipboard } from '@vueuse/core'
import { isWhole, sayStretches } from '#core/names/stretches'
import type { LeafletPiece } from '#core/reporting/leaflet'
import type { OwnDoor } from '#shared/answers'

/** What is asked of one person, each piece with its state and the exact name. */
const props = defineProps<{ own: OwnDoor }>()
const { words, time, finding: said } = useDoorWords()

interface Line extends Pick<OwnDoor['slots'][number], 'n' | 'status' | 'late'> {
  key: string
  piece: LeafletPiece
  name: string
  /** Nothing in the name is left to be filled in. */
  whole: boolean
  first: boolean
}
/** One line a slot: that of a numbered piece says its own name. */
const lines = computed(() => props.own.pieces.flatMap((piece): Line[] => {
  const slots = props.own.slots.filter(slot => slot.requirement === piece.requirement)
  return slots.map((slot, at) => {
    const name = piece.names.find(one => one.n === slot.n) ?? piece.names[0]
    return {
      key: `${piece.requirement} ${slot.n ?? at}`, piece, n: slot.n, status: slot.status, late: slot.late, first: at === 0,
      name: name ? sayStretches(name.stretches, words.value.gap) : '', whole: name !== undefined && isWhole(name.stretches),
    }
  })
}))
const files = ({ piece, n }: Line) =>
  props.own.files.filter(file => file.requirement === piece.requirement && file.n === n && file.role === 'placed')
const labels = (piece: LeafletPiece) => words.value.formats(
  piece.formats.map(one => words.value.formatLabel(one.label, one.extensions[0] ?? one.id)).join(', '),
)
/** What else is to be known of a piece, a sentence each. */
const aboutOf = (piece: LeafletPiece): string[] => [
  ...(piece.formats.length > 0 ? [`${labels(piece)}.`] : []), ...uses(piece).map(use => words.value.use[use]),
  ...(piece.optional ? [`${words.value.optional}.`] : []),
  ...(piece.group ? [`${words.value.ofGroup(props.own.holder.group, piece.byMember)}.`] : []),
  ...(piece.more ? [`${words.value.moreNames(piece.more.from, piece.more.to)}.`] : []),
]
const uses = (piece: LeafletPiece) => [...new Set(piece.formats.map(one => one.use))]
const notes = computed(() => new Map(props.own.document.requirements.map(one => [one.id, one.note ?? ''])))
const hasFolders = computed(() => props.own.pieces.some(piece => (piece.folder?.length ?? 0) > 0))
const door = useDoor()
const { busy, problem, attempt } = useAttempt(error => sayError(error) || words.value.noConnection)
/** One's folders, with the file to start from under its right names. */
const save = () => attempt(async () => {
  const { own } = props
  await saveStarter([{ holder: own.holder.name, pieces: own.pieces }], await startFrom(own.start, door.fetchStart), `${own.title}.zip`)
})
const { copy, copied, text } = useClipboard({ legacy: true, copiedDuring: 1500 })
</script>

<template>
  <section aria-labelledby="asked">
    <h2 id="asked">
      {{ words.asked }}
    </h2>
    <p v-if="lines.length === 0">
      {{ words.nothingAsked }}
    </p>
    <ul class="pieces">
      <li
        v-for="line in lines"
        :key="line.key"
      >
        <p class="title">
          <span
            :class="markOf(line.status, false, line.late)"
            aria-hidden="true"
          />
          <b>{{ line.piece.title }}<template v-if="line.n !== null">&nbsp;{{ line.n }}</template></b>
          <span class="quiet">{{ words.states[line.status] }}</span>
        </p>
        <p
          v-for="file in files(line)"
          :key="file.id"
          class="small"
        >
          {{ file.by ? words.from(file.by, time(file.at, own.zone)) : words.own(time(file.at, own.zone)) }}
          <span
            v-for="finding in file.findings.filter(one => one.severity === 'error')"
            :key="finding.code"
            class="said"
          >{{ said(finding) }}</span>
        </p>
        <template v-if="line.status === 'missing' || line.status === 'to-fix' || line.status === 'absent'">
          <p
            v-if="line.name"
            class="name"
          >
            <ShownPath :path="line.name" />
            <button
              v-if="line.whole"
              type="button"
              class="door-button slight"
              :aria-label="`${words.copy} ${line.name}`"
              @click="copy(line.name)"
            >
              {{ copied && text === line.name ? words.copied : words.copy }}
            </button>
          </p>
          <p
            v-else
            class="small quiet"
          >
            {{ words.anyName }}
          </p>
          <div
            v-if="line.first"
            class="small quiet"
          >
            {{ aboutOf(line.piece).join(' ') }}
            <p
              v-if="notes.get(line.piece.requirement)"
              class="own-words"
            >
              {{ notes.get(line.piece.requirement) }}
            </p>
          </div>
        </template>
      </li>
    </ul>
    <template v-if="hasFolders || own.start">
      <p>
        <button
          type="button"
          class="door-button slight"
          :disabled="busy"
          @click="save"
        >
          {{ words.starter }}
        </button>
      </p>
      <p
        v-if="own.start"
        class="small quiet"
      >
        {{ words.startsFrom(own.start.name) }}
      </p>
      <p
        v-if="problem"
        class="problem"
        role="alert"
      >
        {{ problem }}
      </p>
    </template>
  </section>
</template>

<style scoped>
.pieces { list-style: none; margin: 0; padding: 0; }
.pieces li { border-bottom: 1px solid var(--rule); padding: 8px 0; }
.title { display: flex; gap: 8px; align-items: baseline; flex-wrap: wrap; margin: 0; }
.name { display: flex; gap: 8px; align-items: center; justify-content: space-between; margin: 3px 0; }
.said { display: block; }
.own-words { white-space: pre-line; color: var(--ink); }
</style>
