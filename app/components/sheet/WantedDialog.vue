<script setup lang="ts">
import { capital, counted } from '~/composables/useWords'

/** Reasons or notes that are wanted, for many students at once, when the stack is done. */
export interface WantedLine {
  id: string
  student: string
  /** What it is about, such as the standard or the assignment. */
  about: string
  /** What was computed; empty where nothing was. */
  was: string
  now: string
}
const props = defineProps<{
  lines: readonly WantedLine[]
  noun: 'reason' | 'note'
  intro: string
  /** The heads of what it is about, and of the value. */
  heads: readonly [about: string, value: string]
}>()
const emit = defineEmits<{ save: [texts: { id: string; text: string }[]]; close: [] }>()
const plural = computed(() => `${props.noun}s`)

const forAll = ref('')
const own = ref<Record<string, string>>({})
const textOf = ({ id }: WantedLine) => (own.value[id] ?? '').trim() || forAll.value.trim()
const filled = computed(() =>
  props.lines.flatMap((line) => (textOf(line) ? [{ id: line.id, text: textOf(line) }] : [])),
)
/** Enter goes down, from field to field, and from the last one to the button. */
function next({ target }: KeyboardEvent): void {
  const form = (target as HTMLElement).closest('form')!
  const stops = [...form.querySelectorAll<HTMLElement>('input'), document.getElementById('save-wanted')]
  stops[stops.indexOf(target as HTMLElement) + 1]?.focus()
}
</script>

<template>
  <Dialog visible modal :header="capital(plural)" :style="{ width: '44rem' }" @update:visible="emit('close')">
    <form @submit.prevent @keydown.enter.prevent="next">
      <p class="soft">{{ intro }}</p>
      <label class="label" for="wanted-for-all">{{ capital(noun) }} for all without one of their own</label>
      <input id="wanted-for-all" v-model="forAll" class="field" maxlength="500" autocomplete="off" autofocus />
      <table class="plain">
        <thead>
          <tr>
            <th>Student</th>
            <th>{{ heads[0] }}</th>
            <th>{{ heads[1] }}</th>
            <th>{{ capital(noun) }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="line in lines" :key="line.id">
            <td>{{ line.student }}</td>
            <td class="soft">{{ line.about }}</td>
            <td class="number">
              <s v-if="line.was" class="soft">{{ line.was }}</s> {{ line.now }}
            </td>
            <td>
              <input
                v-model="own[line.id]"
                class="field"
                maxlength="500"
                autocomplete="off"
                :placeholder="forAll"
                :aria-label="`${capital(noun)} for ${line.student}, ${line.about}`"
              />
            </td>
          </tr>
        </tbody>
      </table>
    </form>
    <template #footer
      ><Button label="Cancel" severity="secondary" @click="emit('close')" /><Button
        id="save-wanted"
        :label="filled.length ? `Save ${counted(filled.length, noun)}` : `Save ${plural}`"
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
