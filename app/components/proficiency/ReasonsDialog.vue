<script setup lang="ts">
import { counted } from '~/composables/useWords'

/** Why levels differ from what their evidence says, for many students at once, when the stack is done. */
export interface WantedReason {
  id: string
  student: string
  standard: string
  calculated: string
  yours: string
}
const props = defineProps<{ lines: readonly WantedReason[] }>()
const emit = defineEmits<{ save: [reasons: { id: string; reason: string }[]]; close: [] }>()

const forAll = ref('')
const own = ref<Record<string, string>>({})
const reasonOf = ({ id }: WantedReason) => (own.value[id] ?? '').trim() || forAll.value.trim()
const filled = computed(() =>
  props.lines.flatMap((line) => (reasonOf(line) ? [{ id: line.id, reason: reasonOf(line) }] : [])),
)
/** Enter goes down, from field to field, and from the last one to the button. */
function next({ target }: KeyboardEvent): void {
  const form = (target as HTMLElement).closest('form')!
  const stops = [...form.querySelectorAll<HTMLElement>('input'), document.getElementById('save-reasons')]
  stops[stops.indexOf(target as HTMLElement) + 1]?.focus()
}
</script>

<template>
  <Dialog visible modal header="Reasons" :style="{ width: '44rem' }" @update:visible="emit('close')">
    <form @submit.prevent @keydown.enter.prevent="next">
      <p class="soft">These levels differ from their evidence. A reason is for your record; families don’t see it.</p>
      <label class="label" for="reason-for-all">Reason for all without one of their own</label>
      <input id="reason-for-all" v-model="forAll" class="field" maxlength="500" autocomplete="off" autofocus />
      <table class="plain">
        <thead>
          <tr>
            <th>Student</th>
            <th>Standard</th>
            <th>Level</th>
            <th>Reason</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in lines" :key="line.id">
            <td>{{ line.student }}</td>
            <td class="soft">{{ line.standard }}</td>
            <td class="number">
              <s class="soft">{{ line.calculated }}</s> {{ line.yours }}
            </td>
            <td>
              <input
                v-model="own[line.id]"
                class="field"
                maxlength="500"
                autocomplete="off"
                :placeholder="forAll"
                :aria-label="`Reason for ${line.student}, ${line.standard}`"
              />
            </td>
          </tr>
        </tbody>
      </table>
    </form>
    <template #footer
      ><Button label="Cancel" severity="secondary" @click="emit('close')" /><Button
        id="save-reasons"
        :label="filled.length ? `Save ${counted(filled.length, 'reason')}` : 'Save reasons'"
        :disabled="!filled.length"
        @click="emit('save', filled)"
    /></template>
  </Dialog>
</template>

<style scoped>
input.field {
  width: 100%;
  max-width: none;
}
table {
  width: 100%;
  margin-top: 12px;
}
</style>
