<script setup lang="ts">
import type { StaysClosed } from '#core/arrivals/incoming'
import { sayArrivalFault } from '#core/wording/index'

/** Archives that were taken in as they are, with the reason. */
defineProps<{ closed: readonly StaysClosed[] }>()
</script>

<template>
  <div role="status">
    <p>Received as {{ closed.length === 1 ? 'it is' : 'they are' }}, not opened:</p>
    <ul class="small">
      <li
        v-for="one in closed.slice(0, 20)"
        :key="[...one.container, one.path].join('/')"
      >
        <span class="mono">{{ showText([...one.container, one.path].join(' \u203a ')) }}</span> {{ sayArrivalFault(one.fault) }}
      </li>
    </ul>
    <p v-if="closed.length > 20">
      and {{ closed.length - 20 }} more
    </p>
  </div>
</template>
