<script setup lang="ts">
import type { Found } from '#shared/answers'

/** One search over all briefs: a title, a person, a file. */
const desk = useDesk()
const text = ref('')
const found = shallowRef<Found | null>(null)
const { problem, attempt } = useAttempt()
const none = computed(() => found.value !== null && found.value.briefs.length + found.value.people.length + found.value.files.length === 0)

async function look() {
  await attempt(async () => {
    found.value = text.value.trim().length < 2 ? null : await desk.search(text.value)
  })
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
        @clear="found = null"
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
