<script setup lang="ts">
import { standardsOf } from '#core/plan/standards-of'
import { levelIn } from '#core/proficiency/level'
import { levelWindow } from '#core/proficiency/window'
import { enrolledOn } from '#core/section'
import type { Selected } from '~/sheet/types'
import { featureActions } from '~/sheet/features'
import { standardColumn } from '~/sheet/levels/standard-column'
import { cornerOf, rowOf } from '~/sheet/rows'
import { useClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'
import { counted } from '~/composables/useWords'

/** The learning habits of one class in a period: a column for each, typed once a period; what was seen shows beneath. */
const props = defineProps<{
  /** The other classes in which a student is asked about too, by the student's id. */
  also: (studentId: string) => string[]
}>()
const classStore = useClassStore()
const { today } = storeToRefs(usePerson())
const active = ref<Selected | null>(null)
const window = computed(() => levelWindow(classStore.structure!, classStore.period!))
const habits = computed(() =>
  standardsOf(classStore.structure!).filter(
    (each) => each.habit && each.withdrawnOn === null && !window.value.tree.childrenOf(each.id).length,
  ),
)
const rows = computed(() =>
  classStore.students.map((each) => {
    const row = rowOf(each, classStore.countingDay, classStore.snapshot!.section.id)
    const also = props.also(each.id)
    return also.length ? { ...row, aside: [row.aside, 'twice'].filter(Boolean).join(', ') } : row
  }),
)
const features = computed(() => habits.value.map((each) => standardColumn(classStore, () => window.value, each, [])))
const columns = computed(() => features.value.map((each) => each.column))
/** Those who have left are asked about no more. */
const asOf = computed(() => {
  const { lastDay } = window.value.period
  return today.value < lastDay ? today.value : lastDay
})
const left = computed(() => {
  void classStore.everything
  const there = classStore.students.filter((each) => enrolledOn(each, asOf.value))
  return there.reduce(
    (sum, { id }) => sum + habits.value.filter((each) => !levelIn(window.value, id, each.id).effective).length,
    0,
  )
})
const { cell: cells, ...actions } = featureActions(
  classStore,
  (columnId) => features.value.find((each) => each.column.id === columnId)!,
  {
    letter: () => false,
    open: () => {},
    begin: () => '',
    inLetters: (_row, columnId) => window.value.scaleFor(columnId).levels.some((each) => !/^\d/.test(each.short)),
  },
)
const scale = computed(() => window.value.scaleFor(habits.value[0]?.id ?? ''))
</script>

<template>
  <section v-if="habits.length && rows.length" :aria-label="classStore.snapshot!.section.title">
    <header>
      <h2>{{ classStore.snapshot!.section.title }}</h2>
      <span class="soft">{{ left ? `${counted(left, 'habit')} to give` : 'all given' }}</span>
    </header>
    <div class="room" :style="{ height: `${rows.length * 27 + 70}px` }">
      <ClassSheet
        v-model:active="active"
        :label="`Habits of ${classStore.snapshot!.section.title}`"
        :corner="cornerOf(rows)"
        :rows="rows"
        :columns="columns"
        :results="[]"
        :cells="cells"
        :result="() => ({ text: '' })"
        :footers="[]"
        :version="classStore.versionOf"
        :actions="actions"
      />
      <dl>
        <template v-for="each in habits" :key="each.id">
          <dt>{{ each.code }}</dt>
          <dd>{{ each.statement }}</dd>
        </template>
        <template v-for="level in scale.levels" :key="level.value">
          <dt><LevelMark :scale="scale" :value="level.value" small /></dt>
          <dd>
            {{ level.label }}<span class="soft">, {{ level.description }}</span>
          </dd>
        </template>
      </dl>
    </div>
  </section>
</template>

<style scoped>
section {
  margin-bottom: 22px;
}
header {
  display: flex;
  gap: 12px;
  align-items: baseline;
  margin-bottom: 6px;
}
.room {
  display: grid;
  grid-template-columns: minmax(300px, 460px) minmax(200px, 1fr);
  gap: 28px;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 5px 12px;
  align-content: start;
  margin: 0;
  font-size: 12.5px;
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
}
</style>
