<script setup lang="ts">
import type { EventKind, Member, Members } from '#shared/answers'

/** Who else works on this brief, and as what. */
const emit = defineEmits<{ close: [] }>()
const brief = useBrief()
const listed = shallowRef<Members>({ members: [], offers: [], taken: [] })
const mail = ref('')
const role = ref<Member['role']>('checker')
const { problem, attempt } = useAttempt()
const ROLES: { key: Member['role'], label: string }[] = [
  { key: 'owner', label: 'owner: decides and shares' }, { key: 'checker', label: 'checker: asks, receives, checks, tells' },
  { key: 'reader', label: 'reader: looks only' },
]
const TAKEN: Partial<Record<EventKind, string>> = {
  'brief-copied': 'used it again for a brief of their own', 'brief-packed': 'packed it away', 'exported': 'took an export',
  'copy-downloaded': 'took the corrected copy',
  'file-downloaded': 'took files',
}
const owns = computed(() => brief.current?.role === 'owner')

async function act(action: () => Promise<unknown>) {
  await attempt(async () => {
    await action()
    listed.value = await brief.members()
  })
}
onMounted(() => act(() => Promise.resolve()))

const add = () => act(async () => {
  await brief.share(mail.value, role.value)
  mail.value = ''
})
</script>

<template>
  <el-dialog
    :model-value="true"
    title="Who works on this brief"
    width="720"
    @close="emit('close')"
  >
    <table class="list">
      <tbody>
        <tr
          v-for="one in listed.members"
          :key="one.id"
        >
          <td>{{ one.name }} <span class="small quiet">{{ one.mail }}{{ one.self ? ' · you' : '' }}</span></td>
          <td>
            <el-select
              v-if="owns"
              :model-value="one.role"
              size="small"
              class="role"
              :aria-label="`What ${one.name} may do`"
              @change="act(() => brief.share(one.mail, $event))"
            >
              <el-option
                v-for="choice in ROLES"
                :key="choice.key"
                :value="choice.key"
                :label="choice.label"
              />
            </el-select>
            <template v-else>
              {{ one.role }}
            </template>
          </td>
          <td>
            <button
              v-if="owns && !one.self"
              type="button"
              class="plain-button small"
              :aria-label="`End the part of ${one.name}`"
              @click="act(() => brief.endShare(one.id))"
            >
              End
            </button>
          </td>
        </tr>
        <tr
          v-for="one in listed.offers"
          :key="one.id"
        >
          <td>{{ one.mail }} <span class="small quiet">asked, not answered yet</span></td>
          <td>{{ one.role }}</td>
          <td>
            <button
              type="button"
              class="plain-button small"
              :aria-label="`Take back that ${one.mail} was asked`"
              @click="act(() => brief.takeBackOffer(one.id))"
            >
              Take back
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <form
      v-if="owns"
      class="row add"
      @submit.prevent="add"
    >
      <el-input
        v-model="mail"
        placeholder="their mail address"
        aria-label="Mail address"
        class="mail"
      />
      <el-select
        v-model="role"
        aria-label="As what"
        class="role"
      >
        <el-option
          v-for="choice in ROLES"
          :key="choice.key"
          :value="choice.key"
          :label="choice.label"
        />
      </el-select>
      <el-button
        type="primary"
        native-type="submit"
        :disabled="!mail.trim()"
      >
        Ask them
      </el-button>
    </form>
    <p
      v-if="owns"
      class="small quiet"
    >
      They see it on their desk, now or once they have an account, and take part when they agree.
    </p>
    <section v-if="listed.taken.length > 0">
      <h3>Taken out by others</h3>
      <ul class="small">
        <li
          v-for="(one, at) in listed.taken"
          :key="at"
        >
          {{ sayTime(one.at, brief.zone) }}: {{ one.name }} {{ TAKEN[one.kind] }}
        </li>
      </ul>
    </section>
    <p
      v-if="problem"
      class="problem"
      role="alert"
    >
      {{ problem }}
    </p>
  </el-dialog>
</template>

<style scoped>
.add { margin-top: 16px; flex-wrap: nowrap; }
.mail { flex: 1; }
.role { width: 270px; }
</style>
