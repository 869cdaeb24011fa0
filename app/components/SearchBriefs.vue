<script setup lang="ts">
import type { Found } from '#shared/answers'

/** One search over all briefs: a title, a person, a file. */
const desk = useDesk()
const asked = useAddressed<string>('for', '', null, true)
const text = ref(asked.value)
const found = shallowRef<Found | null>(null)
const { problem, attempt } = useAttempt()
const none = computed(() => found.value !== null && found.value.briefs.length + found.value.people.length + found.value.files.length === 0)

// what was looked for stands in the address, and is looked for again where one comes back to it
watch(asked, async (wanted) => {
  text.value = wanted
  await attempt(async () => {
    found.value = wanted.trim().length < 2 ? null : await desk.search(wanted)
  })
}, { immediate: true })
function look() {
  asked.value = text.value.trim()
}
</script>

<template>
  <div>
    <form
      class="row"
      role="search"
      @submit.prevent="look"
    >
      <el-input
        v-model="text"
        class="text"
        placeholder="A person, a title or a file name"
        aria-label="Look through all briefs"
        clearable
        @clear="asked = ''"
      />
      <el-button
        native-type="submit"
        :disabled="text.trim().length < 2"
      >
        Look through all briefs
      </el-button>
    </form>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
    <div
      v-if="found"
      class="sheet found"
      role="status"
    >
      <p
        v-if="none"
        class="quiet"
      >
        Nothing here has that in its title, among its people or its files.
      </p>
      <p
        v-for="one in found.briefs"
        :key="one.id"
      >
        <NuxtLink :to="`/briefs/${one.id}/check`">
          {{ one.title }}
        </NuxtLink> <span class="small quiet">a brief</span>
      </p>
      <p
        v-for="one in found.people"
        :key="`${one.briefId} ${one.holder}`"
      >
        {{ one.name }} <span class="small quiet">{{ one.group }}</span> in
        <NuxtLink :to="`/briefs/${one.briefId}/check?holder=${encodeURIComponent(one.holder)}`">
          {{ one.title }}
        </NuxtLink>
      </p>
      <p
        v-for="(one, at) in found.files"
        :key="at"
      >
        <span class="mono">{{ showText(one.path) }}</span> <span class="small quiet">{{ sayTime(one.receivedAt) }}</span> in
        <NuxtLink :to="`/briefs/${one.briefId}/check?find=${encodeURIComponent(one.path.slice(one.path.lastIndexOf('/') + 1))}`">
          {{ one.title }}
        </NuxtLink>
      </p>
    </div>
  </div>
</template>

<style scoped>
.text { width: 340px; }
.found { padding: 8px 14px; margin-top: 8px; max-height: 300px; overflow: auto; }
</style>
