<script setup lang="ts">
import type { Level } from '#core/scales/proficiency'
import { counted } from '~/composables/useWords'

/** One level for a block or a whole column, before it is given: who gets what, and what stands there now. */
interface Line {
  id: string
  student: string
  of: string
  before: string
}
const props = defineProps<{ lines: readonly Line[]; levels: readonly Level[] }>()
const emit = defineEmits<{ fill: [level: string, ids: string[]]; close: [] }>()

const level = ref<string | null>(null)
const all = ref(false)
const chosen = computed(() => props.levels.find((each) => each.value === level.value))
const filled = computed(() =>
  props.lines.filter((each) => (all.value || each.before === '') && each.before !== chosen.value?.short),
)
const scopes = [
  { value: 'blanks', words: 'those without a level' },
  { value: 'all', words: 'all of them' },
]
/** A level by its key, wherever in the dialog the keyboard is. */
useEventListener('keydown', typed)
function typed(event: KeyboardEvent): void {
  const found = props.levels.find((each) => each.short === event.key)
  if (found && !event.ctrlKey && !event.metaKey) level.value = found.value
}
const fill = () =>
  chosen.value &&
  emit(
    'fill',
    chosen.value.short,
    filled.value.map((each) => each.id),
  )
</script>

<template>
  <Dialog visible modal header="Fill" :style="{ width: '30rem' }" @update:visible="emit('close')">
    <div>
      <LevelButtons label="Level" :levels="levels" :pressed="level" first @choose="level = $event" />
      <ToggleRow
        class="scope"
        label="Who gets it"
        :value="all ? 'all' : 'blanks'"
        :options="scopes"
        @choose="all = $event === 'all'"
      />
      <p class="soft">{{ chosen ? `${counted(filled.length, 'cell')} would change.` : 'Choose a level.' }}</p>
      <table v-if="chosen" class="plain">
        <tbody>
          <tr v-for="each in filled" :key="each.id">
            <td>{{ each.student }}</td>
            <td class="soft">{{ each.of }}</td>
            <td class="number">
              <s class="soft">{{ each.before }}</s> {{ chosen.short }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <template #footer
      ><Button label="Close" severity="secondary" @click="emit('close')" /><Button
        :label="`Fill ${counted(filled.length, 'cell')}`"
        :disabled="!chosen || !filled.length"
        @click="fill"
    /></template>
  </Dialog>
</template>

<style scoped>
.scope {
  margin-top: 10px;
}
table {
  width: 100%;
}
</style>
