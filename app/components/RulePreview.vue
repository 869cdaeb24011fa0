<script setup lang="ts">
import type { BriefDocument } from '#core/brief/document'
import type { Roster } from '#core/roster/types'
import type { RulePreview } from '#core/rules/preview'
import { LONGEST_PATH } from '#core/names/portability'

/** Exact names for three people of the list, and what will go wrong, before anybody saves a file. */
const props = defineProps<{ document: BriefDocument, requirementId: string, roster: Roster | null, readable: boolean }>()
const rules = useRules()
const shown = shallowRef<RulePreview>({ samples: [], warnings: [] })
let asked = 0

watch(() => [JSON.stringify(props.document.requirements.find(one => one.id === props.requirementId)), props.roster, props.readable], async () => {
  const turn = ++asked
  if (!props.roster || !props.readable) return
  try {
    const preview = await rules.preview(
      { ...props.document, exceptions: [], requirements: props.document.requirements.filter(one => one.id === props.requirementId) },
      props.requirementId, props.roster,
    )
    // only the newest answer counts
    if (turn === asked) shown.value = preview
  }
  catch {
    // while the rule cannot be read, the last one that could stands
  }
}, { immediate: true })
</script>

<template>
  <div class="preview">
    <h3>So the files are called</h3>
    <table v-if="shown.samples.length">
      <tbody>
        <tr
          v-for="sample in shown.samples"
          :key="sample.why"
        >
          <td class="small quiet who">
            {{ sample.why }}: {{ sample.holder }}
          </td>
          <td class="mono">
            {{ showText(sample.path) }}
          </td>
          <td class="small quiet count">
            {{ sample.length }} of {{ LONGEST_PATH }}
          </td>
        </tr>
      </tbody>
    </table>
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
table { border-collapse: collapse; width: 100%; }
td { padding: 2px 8px 2px 0; vertical-align: top; }
td.mono { font-size: 14.5px; }
.who { white-space: nowrap; }
.count { white-space: nowrap; text-align: right; padding-right: 0; }
.warnings { margin: 8px 0 0; padding: 6px 10px 6px 24px; background: var(--to-fix-pale); font-size: 13.5px; }
</style>
