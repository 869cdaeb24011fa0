<script setup lang="ts">
import type { ListedPerson } from '#shared/answers'

const props = defineProps<{ person: ListedPerson, known: boolean, extra: string[], owns: boolean, groupWord: string }>()
const emit = defineEmits<{ keep: [person: ListedPerson], remove: [], except: [], erase: [], close: [] }>()
const form = reactive(structuredClone(toRaw(props.person)))
const aliases = ref(props.person.aliases.join(' | '))
const problem = ref('')
/** Erasing is asked about once more. */
const sure = ref(false)

function keep() {
  const full = [form.given, form.family].map(part => part.trim()).filter(Boolean).join(' ')
  const name = (form.name.trim() && form.name !== props.person.name ? form.name.trim() : full || form.name.trim())
  if (!name) {
    problem.value = 'Needed: a given and a family name, or one name.'
    return
  }
  emit('keep', {
    ...toRaw(form), name, given: form.given.trim(), family: form.family.trim(), group: form.group.trim(),
    id: form.id.trim() || `${name.toLowerCase().normalize('NFD').replace(/[^\p{L}\p{N}]+/gu, '-')}-${Date.now().toString(36)}`,
    aliases: aliases.value.split('|').map(one => one.trim()).filter(Boolean), from: form.from || null, until: form.until || null,
  })
}
</script>

<template>
  <el-dialog
    :model-value="true"
    :title="known ? person.name : 'Add a person'"
    width="520"
    @close="emit('close')"
  >
    <form
      class="grid"
      @submit.prevent="keep"
    >
      <label>Given name<el-input v-model="form.given" /></label>
      <label>Family name<el-input v-model="form.family" /></label>
      <label>Or one name, for a firm or somebody with one name only<el-input v-model="form.name" /></label>
      <label>{{ groupWord }}<el-input v-model="form.group" /></label>
      <label>Mail address<el-input v-model="form.email" /></label>
      <label>Also called (several with | between)<el-input v-model="aliases" /></label>
      <label
        v-for="column in extra"
        :key="column"
      >{{ column }}<el-input v-model="form.fields[column]" /></label>
      <label>From (day)<el-input
        v-model="form.from"
        type="date"
      /></label>
      <label>Until (day)<el-input
        v-model="form.until"
        type="date"
      /></label>
      <label>Id<el-input
        v-model="form.id"
        :disabled="known"
        placeholder="made from the name"
      /></label>
      <p
        v-if="problem"
        class="problem"
        role="alert"
      >
        {{ problem }}
      </p>
      <p
        v-if="sure"
        class="small"
        role="status"
      >
        Their files, letters and decisions go, from every list and check of this brief. Counts of earlier checks stay. It cannot be undone.
      </p>
      <div class="row spread actions">
        <div
          v-if="known"
          class="row"
        >
          <el-button @click="emit('remove')">
            Take off the list
          </el-button>
          <el-button @click="emit('except')">
            Another time, or none …
          </el-button>
          <el-button
            v-if="owns && !sure"
            @click="sure = true"
          >
            Erase …
          </el-button>
          <el-button
            v-if="sure"
            type="danger"
            @click="emit('erase')"
          >
            Erase for good
          </el-button>
        </div>
        <span v-else />
        <el-button
          type="primary"
          native-type="submit"
        >
          Keep
        </el-button>
      </div>
    </form>
  </el-dialog>
</template>

<style scoped>
.grid { display: grid; grid-template-columns: 1fr 1fr; gap: 10px 14px; }
.grid label { font-size: 13px; font-weight: 600; }
.actions, .problem { grid-column: 1 / -1; }
</style>
