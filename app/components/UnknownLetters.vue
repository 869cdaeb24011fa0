<script setup lang="ts">
/** Which characters a PDF has no letters for. */
defineProps<{ letters: readonly string[] }>()
</script>

<template>
  <p
    v-if="letters.length"
    class="note no-print"
    role="status"
  >
    There are no letters for {{ letters.slice(0, 20).join(' ') }}{{ letters.length > 20 ? ' and others' : '' }} in the PDF: they stand there
    as numbers, such as {{ `U+${(letters[0]?.codePointAt(0) ?? 0).toString(16).toUpperCase()}` }}. Print from the browser instead, which uses
    the letters of this computer.
  </p>
</template>
