<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'

const session = useSession()
const keysShown = ref(false)
onKeyStroke('?', (event) => {
  if (isForPage(event)) keysShown.value = true
})

async function leave() {
  await session.signOut()
  await navigateTo('/sign-in')
}
</script>

<template>
  <div class="page">
    <a
      href="#main"
      class="skip"
    >To the content</a>
    <header class="top no-print">
      <NuxtLink
        to="/"
        class="word"
      >Usitor</NuxtLink>
      <div
        v-if="session.account"
        class="row small"
      >
        <button
          type="button"
          class="plain-button"
          @click="keysShown = true"
        >
          Keys <kbd>?</kbd>
        </button>
        <NuxtLink to="/account">{{ session.account.name }}</NuxtLink>
        <button
          type="button"
          class="plain-button"
          @click="leave"
        >
          Sign out
        </button>
      </div>
    </header>
    <LazyReceivingStrip v-if="session.account" />
    <main id="main">
      <slot />
    </main>
    <LazyKeyList
      v-if="keysShown"
      @close="keysShown = false"
    />
  </div>
</template>

<style scoped>
.page { min-height: 100vh; display: flex; flex-direction: column; }
.top { display: flex; justify-content: space-between; align-items: center; padding: 6px 20px; border-bottom: 1px solid var(--rule); }
.word { font-size: 18px; letter-spacing: 0.02em; text-decoration: none; color: var(--ink); }
main { flex: 1; padding: 14px 20px 20px; display: flex; flex-direction: column; }
</style>
