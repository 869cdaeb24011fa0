<script setup lang="ts">
import type { Difference } from '#core/names/difference'

/** A name with its differences in ink: underlined what is wrong, a caret with the missing text; spaces made visible. */
const props = defineProps<{ name: string, differences?: Difference[] }>()
interface Piece { text: string, kind: 'kept' | 'wrong' | 'moved', missing: string }
interface Mark { range: [number, number], missing: string, kind: 'wrong' | 'moved' }

/** The letters that are wrong where they are known, else the whole part. */
const marks = computed((): Mark[] => (props.differences ?? []).flatMap((difference): Mark[] => {
  if (difference.edits?.length) return difference.edits.map(edit => ({ range: edit.range, missing: edit.expected, kind: 'wrong' }))
  return [{
    range: difference.range, missing: difference.range[0] === difference.range[1] ? difference.expected : '',
    kind: difference.kind === 'order' ? 'moved' : 'wrong',
  }]
}).sort((a, b) => a.range[0] - b.range[0]))

const pieces = computed(() => {
  const list: Piece[] = []
  let done = 0
  const push = (text: string, kind: Piece['kind'], missing = '') => {
    if (text || missing) list.push({ text: showText(text).replace(/ /g, '\u2423'), kind, missing: showText(missing).replace(/ /g, '\u2423') })
  }
  for (const { range: [start, end], missing, kind } of marks.value) {
    if (start < done) continue
    push(props.name.slice(done, start), 'kept')
    push(props.name.slice(start, end), kind, missing)
    done = end
  }
  push(props.name.slice(done), 'kept')
  return list
})

const SAID: Record<Difference['kind'], (one: Difference) => string> = {
  'absent': one => `${one.expected} is missing`, 'extra': one => `${one.actual} is too much`,
  'order': one => `${one.actual || one.expected} stands in another place`,
  'misspelt': one => `${one.actual} should be ${one.expected}`,
  'separator': one => `${sayGap(one.actual)} should be ${sayGap(one.expected)}`, 'digits': one => `number ${one.actual} should be ${one.expected}`,
  'letter-case': one => `${one.actual} should be written ${one.expected}`,
  'date-order': one => `date ${one.actual} should be ${one.expected}`, 'date-range': one => `date ${one.actual} is not allowed`,
  'not-allowed': one => `${one.actual} is not allowed`, 'other-person': one => `${one.actual} is somebody else's, should be ${one.expected}`,
}
function sayGap(text: string): string {
  return text === '' ? 'nothing' : [...text].map(char => ({ ' ': 'space', '_': 'underscore', '-': 'hyphen', '.': 'dot' }[char] ?? char)).join(' ')
}
const spoken = computed(() => (props.differences ?? []).map(one => SAID[one.kind](one)).join('; '))
</script>

<template>
  <span class="mono marked">
    <template
      v-for="(piece, index) in pieces"
      :key="index"
    ><span
      v-if="piece.text"
      :class="piece.kind"
    >{{ piece.text }}</span><span
      v-if="piece.missing"
      class="gap"
      aria-hidden="true"
    >‸<span class="missing">{{ piece.missing }}</span></span></template>
    <span
      v-if="spoken"
      class="visually-hidden"
    >: {{ spoken }}.</span>
  </span>
</template>

<style scoped>
.marked { font-size: 15px; }
.wrong { text-decoration: underline; text-decoration-thickness: 2px; text-underline-offset: 3px; font-weight: 600; }
.moved { text-decoration: underline dashed; text-decoration-thickness: 1.5px; text-underline-offset: 3px; font-weight: 600; }
.gap { color: var(--quiet); }
.missing { font-size: 0.8em; vertical-align: super; color: var(--ink); border-bottom: 1px dotted var(--quiet); }
</style>
