<script setup lang="ts">
import { say } from '~/words/say'
import { levelFaults } from '#core/scales/level-faults'
import type { AvailableLevelScale } from '#core/scales/proficiency'
import { readers } from '~/composables/useReaders'
import { levelDraftOf, levelsOfDraft, type LevelDraft } from '~/composables/useLevelDraft'

/** Changes a proficiency scale or makes one: levels, what they mean, half levels, percents, cut-offs; checked as it is typed. */
const props = defineProps<{
  /** What it begins with; a copy where it is not one's own. */
  scale: AvailableLevelScale
  isNew: boolean
  /** Which classes a change touches, in words. */
  touches: string
  problem?: string
  busy?: boolean
}>()
const emit = defineEmits<{
  keep: [kept: { name: string; levels: ReturnType<typeof levelsOfDraft>; halves: boolean }]
  close: []
}>()

const draft = ref<LevelDraft>({ ...levelDraftOf(props.scale), ...(props.isNew ? { name: '' } : {}) })
const tried = ref(false)
const levels = computed(() => levelsOfDraft(draft.value))
const faults = computed(() => levelFaults({ levels: levels.value, halves: draft.value.halves }))
const faultAt = (level: number, field: string) =>
  faults.value.find((each) => each.level === level && each.field === field)
const nameFault = computed(() => {
  const read = readers.scaleName(draft.value.name)
  return 'problem' in read ? read.problem : ''
})
const firstFault = computed(() => faults.value[0] && say(faults.value[0].message))
const shownFault = computed(() => (tried.value && nameFault.value) || firstFault.value)
/** What is another than before, level by level. */
const changes = computed(() => {
  if (props.isNew) return []
  const describe = (each: ReturnType<typeof levelsOfDraft>[number] | undefined) =>
    each
      ? `${each.short} ${each.label}${each.from ? `, from ${each.from} %` : ''}${each.percent ? `, worth ${each.percent} %` : ''}`
      : 'none'
  const count = Math.max(props.scale.levels.length, levels.value.length)
  const lines = Array.from({ length: count }, (_, at) => ({
    before: describe(props.scale.levels[at]),
    after: describe(levels.value[at]),
  })).filter((each) => each.before !== each.after)
  if ((props.scale.halves ?? false) !== draft.value.halves)
    lines.push({
      before: props.scale.halves ? 'half levels' : 'no half levels',
      after: draft.value.halves ? 'half levels' : 'no half levels',
    })
  return lines
})

const add = (at: number) => {
  const above = draft.value.levels[at]
  const value = above ? String(Math.max(0, Number(above.value) - 1)) : '1'
  draft.value.levels.splice(at + 1, 0, { value, label: '', short: value, description: '', percent: '', from: '' })
}
const takeAway = (at: number) => void draft.value.levels.splice(at, 1)
function keep(): void {
  tried.value = true
  if (nameFault.value || faults.value.length) return
  emit('keep', { name: draft.value.name.trim(), levels: levels.value, halves: draft.value.halves })
}
</script>

<template>
  <Dialog
    visible
    modal
    :header="isNew ? 'Make a proficiency scale' : 'Change a proficiency scale'"
    :style="{ width: '54rem' }"
    @update:visible="emit('close')"
  >
    <TextField v-model="draft.name" label="Name" :maxlength="60" :problem="tried ? nameFault : ''" autofocus />
    <table class="plain">
      <thead>
        <tr>
          <th>Value</th>
          <th>Short</th>
          <th>Label</th>
          <th>What it means</th>
          <th class="number">Worth, %</th>
          <th class="number">Points from, %</th>
          <th><span class="visually-hidden">Levels</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(level, at) in draft.levels" :key="at">
          <td>
            <input
              v-model="level.value"
              :aria-label="`Value of level ${at + 1}`"
              inputmode="decimal"
              type="text"
              class="p-inputtext p-component narrow"
              :aria-invalid="!!faultAt(at, 'value')"
            />
          </td>
          <td>
            <input
              v-model="level.short"
              :aria-label="`Short form of level ${at + 1}`"
              type="text"
              maxlength="8"
              class="p-inputtext p-component narrow"
              :aria-invalid="!!faultAt(at, 'short')"
            />
          </td>
          <td>
            <input
              v-model="level.label"
              :aria-label="`Label of level ${at + 1}`"
              type="text"
              maxlength="40"
              class="p-inputtext p-component"
              :aria-invalid="!!faultAt(at, 'label')"
            />
          </td>
          <td>
            <input
              v-model="level.description"
              :aria-label="`What level ${at + 1} means`"
              type="text"
              maxlength="300"
              class="p-inputtext p-component wide"
            />
          </td>
          <td>
            <input
              v-model="level.percent"
              :aria-label="`${level.label || `Level ${at + 1}`} is worth, in percent; empty for nothing`"
              inputmode="decimal"
              type="text"
              class="p-inputtext p-component narrow"
              :aria-invalid="!!faultAt(at, 'percent')"
            />
          </td>
          <td>
            <input
              v-model="level.from"
              :aria-label="`Points show ${level.label || `level ${at + 1}`} from, in percent; empty for never`"
              inputmode="decimal"
              type="text"
              class="p-inputtext p-component narrow"
              :aria-invalid="!!faultAt(at, 'from')"
            />
          </td>
          <td class="ends">
            <button type="button" class="toggle" :aria-label="`Add a level below ${level.label}`" @click="add(at)">
              +
            </button>
            <button
              type="button"
              class="toggle"
              :disabled="draft.levels.length < 3"
              :aria-label="`Take ${level.label || `level ${at + 1}`} away`"
              @click="takeAway(at)"
            >
              −
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <label class="check"><Checkbox v-model="draft.halves" binary input-id="halves" />Half levels can be given</label>
    <p v-if="shownFault" class="warn" role="alert">{{ shownFault }}</p>
    <template v-if="changes.length">
      <h3 class="label">What changes</h3>
      <ul class="changes">
        <li v-for="(each, at) in changes" :key="at">
          <s class="soft">{{ each.before }}</s> {{ each.after }}
        </li>
      </ul>
    </template>
    <p class="soft small">{{ touches }}</p>
    <Message v-if="problem" severity="error">{{ problem }}</Message>
    <template #footer
      ><Button label="Close" severity="secondary" @click="emit('close')" /><Button
        label="Keep"
        :disabled="busy"
        @click="keep"
    /></template>
  </Dialog>
</template>

<style scoped>
.narrow {
  width: 64px;
}
.wide {
  width: 100%;
}
table {
  margin: 10px 0;
  width: 100%;
}
td {
  padding: 2px 4px 2px 0;
}
.ends {
  white-space: nowrap;
}
.ends .toggle {
  min-width: 26px;
  min-height: 26px;
}
.changes {
  margin: 4px 0 8px;
  padding-left: 18px;
}
</style>
