<script setup lang="ts">
/** The page of one who hands in: no account, one link, phone first. */
import '~/assets/door.css'
import { useEventListener, useNow } from '@vueuse/core'
import type { DoorLanguage } from '#core/wording/door/index'
import { DOOR_LANGUAGES, languageOf } from '#core/wording/door/index'

definePageMeta({ layout: false })
const door = useDoor()
const { find, words, language, speak, speakFor, time } = useDoorWords()
const { busy, problem, attempt } = useAttempt()
useHead({ title: () => (door.own ? `${door.own.title} · Usitor` : 'Usitor') })

/** What stands behind the hash: one's own link, or the one for all. */
const common = ref('')
const typed = ref('')
const who = ref('')
const asked = ref(false)
const left = ref(false)
const notMe = ref(false)

async function enter(token: string) {
  await attempt(async () => {
    await door.load(token)
    const { roster, holder } = door.own ?? {}
    await speakFor(languageOf(roster?.people.find(one => one.id === holder?.id)?.fields ?? {}))
  })
}
async function read() {
  const [, all, token] = /^#(all=)?([\w-]{8,60})$/.exec(window.location.hash) ?? []
  if (all && token) common.value = token
  else if (token) await enter(token)
}
onMounted(async () => {
  await speakFor('')
  await read()
})
useEventListener('hashchange', read)

async function open() {
  await enter(typed.value.trim())
  if (door.own) history.replaceState(history.state, '', `/door#${typed.value.trim().replace(/[^\w-]/g, '')}`)
}
async function ask() {
  await attempt(async () => {
    await door.askForLink(common.value, who.value)
    asked.value = true
  })
}

watch(() => door.chosen.length > 0 || (door.own?.files.some(file => file.findings.length > 0) ?? false), wanted => wanted && find())

const now = useNow({ interval: 20_000 })
const here = computed(() => now.value.getTime() + door.ahead)
/** The next time something is due, and until when the door is open. */
const due = computed(() => {
  const open = door.own?.pieces.filter(piece => piece.due !== null
    && door.own?.slots.some(slot => slot.requirement === piece.requirement && (slot.status === 'missing' || slot.status === 'to-fix'))) ?? []
  const all = (open.length > 0 ? open : door.own?.pieces ?? []).flatMap(piece => piece.due ?? [])
  return all.length === 0 ? null : Math.min(...all)
})
const span = computed(() => {
  const minutes = Math.max(0, Math.floor(((due.value ?? 0) - here.value) / 60_000))
  return { days: Math.floor(minutes / 1440), hours: Math.floor(minutes / 60) % 24, minutes: minutes % 60 }
})

function leave() {
  door.leave()
  left.value = true
  history.replaceState(null, '', '/door')
}

// what is begun and not sent is asked about
useEventListener('beforeunload', (event: BeforeUnloadEvent) => {
  if (door.chosen.length > 0) event.preventDefault()
})
</script>

<template>
  <main
    id="main"
    class="door"
  >
    <template v-if="door.own">
      <header class="head">
        <h1>{{ door.own.title }}</h1>
        <p class="for">
          {{ words.handingInFor }}
          <strong>{{ door.own.holder.name }}</strong>
          <button
            type="button"
            class="plain-button"
            :aria-expanded="notMe"
            @click="notMe = !notMe"
          >
            {{ words.notYou }}
          </button>
        </p>
        <p
          v-if="notMe"
          role="status"
          class="note"
        >
          {{ words.notYouHow }}
        </p>
        <template v-if="door.own.open && due !== null">
          <p
            v-if="due > here"
            class="due"
          >
            {{ words.until(time(due, door.own.zone)) }}<br>
            <b>{{ words.left(span) }}</b>
          </p>
          <p
            v-else
            class="note"
          >
            {{ words.wasDue(time(due, door.own.zone)) }}
          </p>
        </template>
        <p
          v-if="!door.own.open"
          class="note"
          role="status"
        >
          {{ words.closed }}
        </p>
        <p
          v-if="!door.own.keeps"
          class="note"
        >
          {{ words.notKept }}
        </p>
      </header>
      <DoorAsked :own="door.own" />
      <DoorChosen v-if="door.own.open || !door.own.keeps" />
      <DoorHandedIn :own="door.own" />
      <footer class="foot small quiet">
        <p>{{ words.whoSees(door.own.contact) }}</p>
        <p>
          <button
            type="button"
            class="door-button"
            @click="leave"
          >
            {{ words.done }}
          </button>
        </p>
        <p>{{ words.doneHow }}</p>
      </footer>
    </template>
    <template v-else>
      <h1>Usitor</h1>
      <p
        v-if="left"
        role="status"
      >
        {{ words.gone }}
      </p>
      <form
        v-else-if="common && !asked"
        class="stack"
        @submit.prevent="ask"
      >
        <label class="field-label">{{ words.askFor }}
          <input
            v-model="who"
            class="door-input"
            autocomplete="email"
            maxlength="320"
            required
          ></label>
        <button
          class="door-button main"
          :disabled="busy"
        >
          {{ words.askForLink }}
        </button>
      </form>
      <p
        v-else-if="asked"
        role="status"
      >
        {{ words.askedForLink }}
      </p>
      <form
        v-else
        class="stack"
        @submit.prevent="open"
      >
        <label class="field-label">{{ words.code }}
          <input
            v-model="typed"
            class="door-input mono"
            autocomplete="off"
            autocapitalize="characters"
            spellcheck="false"
            maxlength="60"
            required
          ></label>
        <button
          class="door-button main"
          :disabled="busy"
        >
          {{ words.open }}
        </button>
      </form>
    </template>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <p class="small">
      <label>{{ words.language }}
        <select
          :value="language"
          class="door-input"
          @change="speak(($event.target as HTMLSelectElement).value as DoorLanguage)"
        >
          <option
            v-for="(name, key) in DOOR_LANGUAGES"
            :key="key"
            :value="key"
            :lang="key"
          >{{ name }}</option>
        </select></label>
    </p>
  </main>
</template>
