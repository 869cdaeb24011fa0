<script setup lang="ts">
import type { BriefDocument, ExceptionDocument } from '#core/brief/document'
import { plainTitle } from '#core/brief/document'
import type { BriefProblem } from '#core/brief/read'
import type { ChangeEffect } from '#core/reporting/change-effect'

const brief = useBrief()
const rules = useRules()
const effect = shallowRef<ChangeEffect | null>(null)
const received = computed(() => brief.current?.intakes.some(one => !one.replacedAt) ?? false)
const { draft, kept, changed, begun, keptAt, drop, joined } = useBriefDraft()
/** Which piece is looked at, by its id: links and the next visit show the same. */
const piece = useAddressed<string>('piece', '')
const chosen = computed({
  get: () => Math.max(0, draft.value.requirements.findIndex(one => one.id === piece.value)),
  set: (at) => { piece.value = at === 0 ? '' : draft.value.requirements[at]?.id ?? '' },
})
const problems = ref<BriefProblem[]>([])
const joining = ref(false)
const { busy, problem, attempt } = useAttempt()
const roster = computed(() => brief.current?.roster ?? null)

const newest = useNewest()
const find = (document: BriefDocument) => newest(findProblems(document, roster.value ?? undefined), found => (problems.value = found))
watch(draft, find, { deep: true, immediate: true })

const requirement = computed(() => draft.value.requirements[chosen.value])
const requirementProblems = computed(() => {
  const path = `requirements[${chosen.value}]`
  return problems.value.filter(one => one.path.startsWith(path)).map(one => ({ ...one, path: one.path.slice(path.length + 1) }))
})

function addRequirement() {
  draft.value.requirements.push(newRequirement(draft.value.requirements, roster.value?.people ?? [], draft.value.holder))
  chosen.value = draft.value.requirements.length - 1
}

function removeRequirement() {
  draft.value.requirements.splice(chosen.value, 1)
  chosen.value = Math.max(0, chosen.value - 1)
}

function setExceptions(list: ExceptionDocument[]) {
  if (list.length > 0) draft.value.exceptions = list
  else delete draft.value.exceptions
}
/** Names of what came in whole, where a second copy may be asked for. */
const roots = computed(() => [...new Set((brief.current?.intakes ?? []).map(one => one.root))])

function has(index: number): boolean {
  return problems.value.some(one => one.path.startsWith(`requirements[${index}]`))
}

/** What has been received is looked at first: a rule that turns files is not saved without a word. */
async function save() {
  await attempt(async () => {
    const weighed = received.value && begun.value ? await rules.weigh(brief.current?.id ?? '', draft.value) : null
    if (weighed && weighed.worse + weighed.better > 0) effect.value = weighed
    else await write(false)
  })
}

/** What is saved is no draft any more; what could not be saved still is. */
async function write(keepEarlier: boolean) {
  const id = brief.current?.id ?? ''
  const mine = { base: begun.value, document: draft.value, at: new Date().toISOString() }
  dropDraft(id)
  try {
    await brief.saveDocument(draft.value, { keep: keepEarlier, draft: true })
  }
  catch (error) {
    keepDraft(id, mine)
    if (!(error instanceof ApiError) || error.status !== 409) throw error
    // somebody else was faster: both are looked at side by side
    await brief.reload()
    joining.value = true
  }
}

/** Both are one now: what is mine in it still has to be saved. */
async function join(document: BriefDocument) {
  joining.value = false
  joined(document)
  await nextTick()
  if (problems.value.length === 0) await save()
}

async function saveAll(keep: boolean) {
  await attempt(async () => {
    await write(keep)
  })
  effect.value = null
}

function download() {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([JSON.stringify(draft.value, null, 2)], { type: 'application/json' }))
  link.download = `${draft.value.title.replace(/[^\p{L}\p{N}]+/gu, '-')}.brief.json`
  link.click()
  URL.revokeObjectURL(link.href)
}
</script>

<template>
  <div class="ask">
    <p
      v-if="kept"
      class="kept row"
      role="status"
    >
      <span v-if="kept.stands"><b>Not saved yet:</b> what you changed {{ sayTime(kept.at, brief.zone) }} is here again.</span>
      <span v-else>What you changed {{ sayTime(kept.at, brief.zone) }} was not saved, and what is asked was changed since then.</span>
      <el-button
        v-if="!kept.stands"
        size="small"
        @click="joining = true"
      >
        Look at my changes
      </el-button>
      <el-button
        size="small"
        @click="drop"
      >
        Drop them
      </el-button>
    </p>
    <div class="left stack">
      <nav
        class="pieces"
        aria-label="Requirements"
      >
        <button
          v-for="(one, index) in draft.requirements"
          :key="index"
          type="button"
          class="piece"
          :aria-current="index === chosen"
          @click="chosen = index"
        >
          <b>{{ plainTitle(one) }}</b>
          <span class="small quiet">{{ has(index) ? 'something to mend' : one.formats?.map(format => format.id).join(', ') || 'any format' }}</span>
        </button>
        <el-button @click="addRequirement">
          Ask for another file
        </el-button>
      </nav>
      <BriefSettings
        v-model="draft"
        :problems="problems"
        :roster="roster"
      />
    </div>
    <div class="middle">
      <RequirementEditor
        v-if="requirement"
        :key="chosen"
        v-model="draft.requirements[chosen]!"
        :document="draft"
        :problems="requirementProblems"
        :roster="roster"
        :only="draft.requirements.length === 1"
        :brief-id="brief.current?.id ?? ''"
        :check-id="brief.current?.check?.id ?? null"
        :roots="roots"
        @remove="removeRequirement"
        @exceptions="setExceptions"
      />
    </div>
    <div class="right">
      <RulePreview
        v-if="requirement"
        :document="draft"
        :requirement-id="requirement.id"
        :roster="roster"
        :readable="requirementProblems.length === 0"
      />
      <TryNames
        v-if="roster && requirement"
        class="try"
        :document="draft"
        :roster="roster"
        :readable="problems.length === 0"
      />
      <RuleCost
        v-if="roster && requirement"
        class="try"
        :document="draft"
        :requirement-id="requirement.id"
        :roster="roster"
        :brief-id="brief.current?.id ?? ''"
        :readable="problems.length === 0"
        @allow="draft.requirements[chosen] = $event"
      />
    </div>
    <div class="row foot">
      <NuxtLink
        v-if="roster && brief.current?.document"
        :to="`/briefs/${brief.current.id}/leaflet`"
      >What each person is told</NuxtLink>
      <span
        v-if="!brief.mayChange"
        class="quiet small"
      >You may read this brief; what you change here is tried, and not saved.</span>
      <el-button
        v-else
        type="primary"
        :disabled="problems.length > 0 || !changed"
        :loading="busy"
        @click="save"
      >
        Save what is asked
      </el-button>
      <el-button @click="download">
        Take the brief as a file
      </el-button>
      <span
        v-if="problems.length"
        class="problem"
      >{{ problems.length === 1 ? 'One thing' : `${problems.length} things` }} to mend before saving</span>
      <span
        v-else-if="changed && begun"
        class="quiet small"
      >Not saved yet; kept {{ keptAt ? `as a draft, ${keptAt}` : 'in this browser' }}</span>
      <span
        v-else-if="!changed && (kept === null || kept.stands)"
        class="quiet small"
      >Saved</span>
      <p
        v-if="problem"
        class="problem"
        role="alert"
      >
        {{ problem }}
      </p>
    </div>
    <LazyJoinChanges
      v-if="joining && kept"
      :base="kept.base"
      :mine="kept.document"
      @joined="join"
      @close="joining = false"
    />
    <ChangeEffect
      v-if="effect"
      :effect="effect"
      :busy="busy"
      @save="saveAll"
      @close="effect = null"
    />
  </div>
</template>

<style scoped>
.ask { display: grid; grid-template-columns: 224px minmax(0, 1fr) 320px; gap: 12px 20px; align-items: start; }
.kept { grid-column: 1 / -1; margin: 0; padding: 6px 12px; background: var(--to-fix-pale); }
.pieces { display: flex; flex-direction: column; gap: 4px; }
.piece {
  display: flex; flex-direction: column; text-align: left; font: inherit; color: inherit; background: none;
  border: 1px solid var(--rule); border-left: 4px solid var(--rule); padding: 3px 10px; cursor: pointer;
}
.piece[aria-current='true'] { border-left-color: var(--petrol); background: var(--petrol-pale); }
.right { position: sticky; top: 8px; max-height: calc(100vh - 90px); overflow: auto; }
.try { margin-top: 12px; padding-top: 10px; border-top: 1px solid var(--rule); }
.foot {
  grid-column: 1 / -1; position: sticky; bottom: 0; background: var(--sheet); padding: 10px 0 8px; z-index: 2;
  border-top: 1px solid var(--rule);
}
@media (max-width: 1080px) {
  .ask { grid-template-columns: 200px minmax(0, 1fr); }
  .right { grid-column: 2; position: static; max-height: none; }
}
@media (max-width: 700px) {
  .ask { grid-template-columns: minmax(0, 1fr); }
  .right { grid-column: 1; }
}
</style>
