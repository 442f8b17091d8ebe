<script setup lang="ts">
import type { CutOff } from '#core/proficiency/cut-off'
import { readDecimal } from '#core/number/decimal'
import { useClassStore } from '~/stores/class'

/** Whether an assignment's points show a level, and from which percent on which: none, the scale's, or its own. */
const cutOffs = defineModel<CutOff[] | null>({ required: true })
const props = defineProps<{ problem?: string; standardIds?: readonly string[] }>()

const classStore = useClassStore()
const levels = computed(() => classStore.levels!.scaleOfWork(props.standardIds ?? []).levels)
const scaleHas = computed(() => levels.value.some((each) => each.from !== undefined))
/** What a teacher would most likely begin with: even steps below full points. */
const beginning = (): CutOff[] =>
  levels.value.slice(0, -1).map(({ value, from }, at) => ({ level: value, from: from ?? String(90 - 15 * at) }))

type How = 'none' | 'scale' | 'own'
const how = computed<How>(() => {
  if (cutOffs.value === null) return scaleHas.value ? 'scale' : 'none'
  return cutOffs.value.length ? 'own' : 'none'
})
const options = computed(() => [
  { value: 'none' as const, words: 'no' },
  ...(scaleHas.value ? [{ value: 'scale' as const, words: 'as the scale says' }] : []),
  { value: 'own' as const, words: 'from these percents' },
])
function choose(to: How): void {
  if (to === 'scale') cutOffs.value = null
  else if (to === 'none') cutOffs.value = scaleHas.value ? [] : null
  else cutOffs.value = beginning()
}
const fromOf = (level: string) => cutOffs.value?.find((each) => each.level === level)?.from ?? ''
/** What cannot be read stays as it was typed, and is said when the form is kept; an empty one is no cut-off. */
function set(level: string, text: string): void {
  const others = cutOffs.value!.filter((each) => each.level !== level)
  cutOffs.value = text.trim() ? [...others, { level, from: readDecimal(text) ?? text.trim() }] : others
}
</script>

<template>
  <fieldset>
    <legend class="label">Its points show a level</legend>
    <ToggleRow label="Its points show a level" :value="how" :options="options" @choose="choose" />
    <div v-if="how === 'own'" class="levels">
      <label v-for="each in levels.slice(0, -1)" :key="each.value" class="beside"
        ><b>{{ each.short }}</b> from
        <input
          class="field figure"
          inputmode="decimal"
          :aria-label="`${each.label} from, in percent`"
          :value="fromOf(each.value)"
          @change="set(each.value, ($event.target as HTMLInputElement).value)"
        />
        %</label
      >
      <p class="soft small">Below that {{ levels.at(-1)?.short }}. A level that you give goes before it.</p>
    </div>
    <p v-if="problem" class="warn" role="alert">{{ problem }}</p>
  </fieldset>
</template>

<style scoped>
.levels {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  margin-top: 6px;
}
.levels p {
  width: 100%;
}
</style>
