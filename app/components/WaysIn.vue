<script setup lang="ts">
import { WAYS_IN } from '#core/folders/ways-in'
</script>

<template>
  <details>
    <summary class="small">
      What may come in, and what is made of it
    </summary>
    <table class="list small">
      <thead><tr><th>What comes</th><th>Names</th><th>Folders</th><th>Whose it is</th><th>Time received</th></tr></thead>
      <tbody>
        <tr
          v-for="way in WAYS_IN"
          :key="way.id"
        >
          <td>{{ way.words }}</td><td>{{ way.names }}</td><td>{{ way.folders }}</td><td>{{ way.owner }}</td><td>{{ way.time }}</td>
        </tr>
      </tbody>
    </table>
    <p class="small quiet">
      What the way in did to names and folders is undone first, and is nobody's mistake.
    </p>
  </details>
</template>
