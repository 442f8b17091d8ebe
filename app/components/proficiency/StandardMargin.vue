<script setup lang="ts">
import { levelIn } from '#core/proficiency/level'
import type { LevelWindow } from '#core/proficiency/window'
import { allowedLevels } from '#core/scales/proficiency'
import type { Standard } from '#core/section'
import { useClassStore } from '~/stores/class'
import { usePeriodQuery } from '~/composables/useGoTo'
import { counted } from '~/composables/useWords'

/** One standard by its head: what it says, how its levels lie in the class, and where its evidence is. */
const props = defineProps<{ standard: Standard; window: LevelWindow }>()
const emit = defineEmits<{ open: [] }>()
const classStore = useClassStore()
const route = useRoute()
const period = usePeriodQuery()
const scale = computed(() => props.window.scaleFor(props.standard.id))
const below = computed(() => props.window.tree.childrenOf(props.standard.id))
const counts = computed(() => {
  void classStore.everything
  const found = classStore.students.map(({ id }) => levelIn(props.window, id, props.standard.id).effective?.value)
  const of = (value: string | undefined) => found.filter((each) => each === value).length
  return [
    ...allowedLevels(scale.value).map((level) => ({
      value: level.value as string | null,
      label: level.label,
      count: of(level.value),
    })),
    { value: null, label: 'not enough evidence', count: of(undefined) },
  ].filter((step) => step.count > 0 || scale.value.levels.some((level) => level.value === step.value))
})
const most = computed(() => Math.max(1, ...counts.value.map((each) => each.count)))
const tagged = computed(() => props.window.taggedWith(props.standard.id).length)
</script>

<template>
  <div>
    <h2>{{ standard.code || 'Area' }}</h2>
    <p>{{ standard.statement }}</p>
    <p class="soft small">
      <template v-if="below.length">{{ counted(below.length, 'standard') }} in it. </template
      >{{ tagged ? `Shown in ${counted(tagged, 'assignment')}.` : 'No assignment is tagged with it in this window.' }}
      <template v-if="!standard.reported"> Not on the card.</template>
      <template v-if="standard.owner === 'class'"> Made for this class.</template>
    </p>
    <p class="row-of">
      <button v-if="!below.length" type="button" class="toggle" @click="emit('open')">Open its evidence</button>
      <NuxtLink
        class="toggle"
        :to="{
          path: `/class/${String(route.params.id)}/standard/${standard.id}`,
          query: period,
        }"
        >Across the class</NuxtLink
      >
      <NuxtLink
        class="toggle"
        :to="{
          path: `/round/${String(route.params.id)}`,
          query: { ...period, standard: standard.id },
        }"
        >Round of the room</NuxtLink
      >
    </p>
    <h3 class="label">The class</h3>
    <ul class="lie">
      <li v-for="each in counts" :key="String(each.value)">
        <LevelMark :scale="scale" :value="each.value" small />
        <span class="words">{{ each.label }}</span>
        <span class="bar"><i :style="{ width: `${(each.count / most) * 100}%` }" /></span>
        <b class="count">{{ each.count }}</b>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.lie {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
li {
  display: grid;
  grid-template-columns: auto minmax(70px, auto) 1fr 24px;
  gap: 8px;
  align-items: center;
}
.bar {
  height: 12px;
  background: var(--ai1);
  border-radius: 3px;
  overflow: hidden;
}
.bar i {
  display: block;
  height: 100%;
  background: var(--ai4);
}
.words {
  font-size: 12px;
}
.count {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
</style>
