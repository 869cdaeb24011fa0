<script setup lang="ts">
import { STEPS } from '#shared/steps'

const route = useRoute()
const OTHER_PAGES: Record<string, string> = { print: 'To print', leaflet: 'Leaflets', wall: 'On the wall' }
const brief = useBrief()
const { problem, attempt } = useAttempt()
const sharing = ref(false)
const looking = ref(false)
const id = computed(() => String(route.params.id))

/** A tab, a bookmark and the list of pages visited say which step of which brief it is. */
useHead({
  title: () => {
    const last = route.path.split('/').at(-1) ?? ''
    const step = STEPS.find(one => one.key === last)?.label ?? OTHER_PAGES[last ?? ''] ?? ''
    return [step, brief.current?.title ?? '', 'Usitor'].filter(Boolean).join(' · ')
  },
})

const facts = computed(() => {
  const now = brief.current
  const age = now?.check?.stale ? 'out of date' : 'up to date'
  return {
    'who': `${now?.roster?.people.length ?? 0} people`,
    'ask': `${now?.document?.requirements.length ?? 0} asked${brief.unsaved ? ', not saved' : ''}`,
    'receive': `${now?.intakes.filter(one => !one.replacedAt).reduce((sum, one) => sum + one.files, now.arrivedFiles) ?? 0} files`,
    'check': now?.check ? age : 'not yet',
    'follow-up': '',
  }
})

async function load() {
  await attempt(async () => {
    await brief.load(id.value)
  })
}
watch(id, load, { immediate: true })

const onCheck = computed(() => /\/(?:check|follow-up)$/.test(route.path))
const { others, meanwhile, checkedMeanwhile, look } = usePresence(() => route.path.split('/').at(-1) ?? '')
/** Asked about on leaving: what is not saved stays a draft, or is dropped. */
const leaving = shallowRef<((go: boolean) => void) | null>(null)
const session = useSession()
const askFirst = () => (brief.unsaved && brief.mayChange && session.account
  ? new Promise<boolean>((answer) => { leaving.value = answer })
  : true)
onBeforeRouteLeave(askFirst)
onBeforeRouteUpdate(to => (String(to.params.id) === id.value ? true : askFirst()))
function leave(go: boolean, drop = false) {
  if (drop) {
    dropDraft(id.value)
    void brief.dropChanges()
    brief.unsaved = false
  }
  leaving.value?.(go)
  leaving.value = null
}

const dueWords = computed(() => {
  const { due, zone } = brief.current?.document ?? {}
  return due ? `due ${sayTime(due, zone)}` : 'no due time'
})
</script>

<template>
  <div class="brief">
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <template v-if="brief.current">
      <div class="head no-print">
        <h1>{{ brief.current.title }}</h1>
        <button
          type="button"
          class="plain-button small"
          @click="sharing = true"
        >
          Who works on it
        </button>
        <button
          type="button"
          class="plain-button small"
          @click="looking = true"
        >
          What was done
        </button>
        <span class="quiet small">{{ dueWords }}</span>
        <span
          v-if="others.length"
          class="small others"
          role="status"
        >{{ sayOthers(others) }}</span>
      </div>
      <LazyShareDialog
        v-if="sharing"
        @close="sharing = false"
      />
      <LazyBriefLog
        v-if="looking"
        @close="looking = false"
      />
      <p
        v-if="meanwhile"
        class="meanwhile row no-print"
        role="status"
      >
        What is asked was saved anew by somebody else.
        <el-button
          size="small"
          @click="look"
        >
          Show it
        </el-button>
      </p>
      <p
        v-if="checkedMeanwhile && !meanwhile && onCheck"
        class="meanwhile row no-print"
        role="status"
      >
        It was checked anew: something arrived, or somebody looked again.
        <el-button
          size="small"
          @click="look"
        >
          Show it
        </el-button>
      </p>
      <el-dialog
        :model-value="leaving !== null"
        title="Not saved yet"
        width="460"
        @close="leave(false)"
      >
        <p>What you changed in what is asked is not saved. It can wait here as a draft, for you alone, on any computer.</p>
        <div class="row actions">
          <el-button @click="leave(false)">
            Stay here
          </el-button>
          <el-button @click="leave(true, true)">
            Drop it
          </el-button>
          <el-button
            type="primary"
            @click="leave(true)"
          >
            Keep it as a draft
          </el-button>
        </div>
      </el-dialog>
      <UndoBar />
      <nav
        class="steps no-print"
        aria-label="Steps of this brief"
      >
        <NuxtLink
          v-for="step in STEPS"
          :key="step.key"
          :to="`/briefs/${id}/${step.key}`"
          class="step"
        >
          <b>{{ step.label }}</b>
          <span class="small">{{ brief.blocks[step.key] || facts[step.key] }}</span>
        </NuxtLink>
      </nav>
      <div class="sheet inside">
        <NuxtPage />
      </div>
    </template>
  </div>
</template>

<style scoped>
.brief { flex: 1; display: flex; flex-direction: column; min-height: 0; }
.head { display: flex; align-items: baseline; gap: 14px; margin-bottom: 8px; }
.head h1 { font-size: 20px; }
.others { margin-left: auto; color: var(--petrol); }
.meanwhile { margin: 0 0 6px; padding: 5px 12px; background: var(--petrol-pale); }
.actions { justify-content: flex-end; margin-top: 14px; }
.steps { display: flex; gap: 4px; padding-left: 12px; }
.step {
  display: flex; align-items: baseline; gap: 8px; padding: 5px 16px 6px; text-decoration: none; color: var(--quiet);
  border: 1px solid transparent; border-bottom: 0; position: relative; top: 1px;
  clip-path: polygon(8px 0, calc(100% - 8px) 0, 100% 100%, 0 100%); background: var(--raised);
}
.step b { color: var(--ink); font-weight: 600; }
.step.router-link-active { background: var(--sheet); }
.step.router-link-active b { color: var(--petrol); text-decoration: underline; text-decoration-thickness: 2px; text-underline-offset: 4px; }
@media (max-width: 760px) {
  .head { flex-wrap: wrap; gap: 2px 12px; }
  .steps { flex-wrap: wrap; padding-left: 0; }
  .step { padding: 4px 12px; flex: 1 0 auto; justify-content: center; clip-path: none; }
  .step .small { display: none; }
  .inside { padding: 10px; }
}
.step:focus-visible { outline-offset: -3px; }
.inside { flex: 1; min-width: 0; padding: 14px 18px; display: flex; flex-direction: column; min-height: 0; }
</style>
