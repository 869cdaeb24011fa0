<script setup lang="ts">
import type { BriefDocument } from '#core/brief/document'
import type { Roster } from '#core/roster/types'
import type { RulePreview } from '#core/rules/preview'
import { LONGEST_PATH } from '#core/names/portability'

/** Exact names for three people of the list, and what will go wrong, before anybody saves a file. */
const props = defineProps<{ document: BriefDocument, requirementId: string, roster: Roster | null, readable: boolean }>()
const rules = useRules()
const shown = shallowRef<RulePreview>({ samples: [], warnings: [] })
const newest = useNewest()

watch(() => [JSON.stringify(props.document.requirements.find(one => one.id === props.requirementId)), props.roster, props.readable], async () => {
  if (!props.roster || !props.readable) return
  try {
    await newest(rules.preview(
      { ...props.document, exceptions: [], requirements: props.document.requirements.filter(one => one.id === props.requirementId) },
      props.requirementId, props.roster,
    ), preview => (shown.value = preview))
  }
  catch {
    // while the rule cannot be read, the last one that could stands
  }
}, { immediate: true })
</script>

<template>
  <div class="preview">
    <h3>So the files are called</h3>
    <ul
      v-if="shown.samples.length"
      class="samples"
    >
      <li
        v-for="sample in shown.samples"
        :key="sample.why"
      >
        <span class="small quiet">{{ sample.holder }} · {{ sample.why }}, {{ sample.length }} of {{ LONGEST_PATH }} letters</span>
        <ShownPath
          class="path"
          :path="sample.path"
        />
      </li>
    </ul>
    <p
      v-else
      class="quiet small"
    >
      {{ roster ? 'Shown as soon as the rule can be read.' : 'Shown as soon as there is a list of people.' }}
    </p>
    <div role="status">
      <ul
        v-if="shown.warnings.length && roster"
        class="warnings"
      >
        <li
          v-for="warning in shown.warnings"
          :key="warning.message"
        >
          <b>{{ warning.level === 'error' ? 'To mend' : 'Look at' }}:</b> {{ warning.message }}.
        </li>
      </ul>
    </div>
  </div>
</template>

<style scoped>
.preview { background: var(--ground); padding: 8px 12px; }
.samples { list-style: none; margin: 4px 0 0; padding: 0; }
.samples li { padding: 3px 0; }
.path { display: block; font-size: 14px; }
.warnings { margin: 8px 0 0; padding: 6px 10px 6px 24px; background: var(--to-fix-pale); font-size: 13.5px; }
</style>
