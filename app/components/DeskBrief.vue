<script setup lang="ts">
import type { DeskBrief } from '#shared/answers'

/** A brief on the desk: when it is due, one sentence, the one thing to do next; everything else behind its name. */
const props = defineProps<{ brief: DeskBrief, now: number, short: boolean }>()
const emit = defineEmits<{ hand: [], copy: [], remove: [] }>()
const morning = computed(() => morningOf(props.brief))
const more = ref(false)
</script>

<template>
  <article
    class="line"
    :class="[morning.standing, { short }]"
  >
    <p class="due small">
      {{ sayDueIn(brief.due, brief.zone, now) }}<span
        v-if="brief.due && !short"
        class="quiet when"
      >{{ sayTime(brief.due, brief.zone) }}</span>
    </p>
    <div class="what">
      <h2>
        <NuxtLink :to="morning.standing === 'written' ? morning.to : `/briefs/${brief.id}/${brief.summary ? 'check' : 'receive'}`">
          {{ brief.title }}
        </NuxtLink>
        <button
          type="button"
          class="plain-button small"
          :aria-expanded="more"
          :aria-label="`More of ${brief.title}`"
          @click="more = !more"
        >
          {{ more ? 'less' : 'more' }}
        </button>
      </h2>
      <p class="says">
        {{ morning.says }}<span
          v-if="brief.checkedAt && !short"
          class="quiet small"
        > · checked {{ sayTime(brief.checkedAt, brief.zone) }}</span>
      </p>
      <p
        v-if="more"
        class="row small"
      >
        <button
          type="button"
          class="plain-button"
          :aria-pressed="brief.atHand"
          @click="emit('hand')"
        >
          {{ brief.atHand ? 'No longer at the top' : 'Keep at the top' }}
        </button>
        <button
          v-if="brief.requirements"
          type="button"
          class="plain-button"
          :aria-label="`Use ${brief.title} again`"
          @click="emit('copy')"
        >
          Use again
        </button>
        <button
          v-if="brief.role === 'owner'"
          type="button"
          class="plain-button"
          :aria-label="`Delete ${brief.title}`"
          @click="emit('remove')"
        >
          Delete
        </button>
      </p>
    </div>
    <CompletionBar
      v-if="brief.summary && !short"
      :summary="brief.summary"
      class="counts"
    />
    <span
      v-else
      class="counts small quiet"
    >{{ brief.summary ? `${brief.summary.holdersComplete} of ${brief.summary.holders} complete` : `${brief.people} people` }}</span>
    <NuxtLink
      :to="morning.to"
      class="next"
      :aria-label="`${morning.does}: ${brief.title}`"
    >
      {{ morning.does }}
    </NuxtLink>
  </article>
</template>

<style scoped>
.line {
  display: grid; grid-template-columns: 150px minmax(0, 1fr) 300px 160px; gap: 4px 18px; align-items: center;
  padding: 10px 0; border-bottom: 1px solid var(--rule);
}
.line.short { padding: 4px 0; }
.line p { margin: 0; }
.line h2 { font-size: 17px; display: flex; gap: 10px; align-items: baseline; overflow-wrap: anywhere; }
.short h2 { font-size: 15px; }
h2 a { color: var(--ink); text-decoration: none; }
h2 a:hover { text-decoration: underline; }
.due { font-weight: 600; }
.when { display: block; font-weight: 400; }
.says { font-size: 14.5px; }
.short .says { font-size: 13.5px; color: var(--quiet); }
.next {
  justify-self: end; border: 1px solid var(--quiet); padding: 4px 12px; color: var(--ink); text-decoration: none; background: var(--sheet);
  text-align: center;
}
.now .next { border-color: var(--petrol); color: var(--petrol); font-weight: 600; }
.next:hover { text-decoration: underline; }
@media (max-width: 900px) {
  .line { grid-template-columns: 1fr auto; }
  .due, .what, .counts { grid-column: 1; }
  .next { grid-column: 2; grid-row: 1 / span 3; }
}
</style>
