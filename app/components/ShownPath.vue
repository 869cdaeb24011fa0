<script setup lang="ts">
/** A path or a name: where it is too long for its line it breaks behind a level or a sign, never inside a word while that can be. */
const props = defineProps<{ path: string }>()
const pieces = computed(() => showText(props.path).split(/(?<=[/_-])(?=[^/_-])/u))
</script>

<template>
  <span class="mono"><template
    v-for="(piece, at) in pieces"
    :key="at"
  ><wbr v-if="at > 0">{{ piece }}</template></span>
</template>
