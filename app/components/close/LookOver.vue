<script setup lang="ts">
import type { Closing } from '~/composables/useClosing'
import { lookFilters, lookSorts, useLookOver, type LookFilter, type LookSort } from '~/composables/useLookOver'
import { useWantedOverrides } from '~/composables/useWantedOverrides'
import { cornerOf } from '~/sheet/rows'
import type { Selected, Wish } from '~/sheet/types'
import { useClassStore } from '~/stores/class'

/** Every grade and level of a period in a sheet: what is out of line is found, and one's own is typed in place. */
const props = defineProps<{ closing: Closing }>()
const emit = defineEmits<{ choose: [studentId: string]; write: [studentId: string]; override: [wish: Wish] }>()
const classStore = useClassStore()
const sheet = useTemplateRef('sheet')
const active = ref<Selected | null>(null)
const filter = ref<LookFilter>('everybody')
const sort = ref<LookSort>('by name')
const withLevels = ref(false)

const { rows, columns, results, cells, result, actions, counts } = useLookOver(
  props.closing,
  () => ({ filter: filter.value, sort: sort.value, withLevels: withLevels.value }),
  {
    letter: () => false,
    open: () => {},
    inLetters: (_rowId, columnId) => columnId === 'override',
    begin(studentId: string, resultId: string, wish: Wish) {
      if (resultId === 'remark') return (emit('write', studentId), '')
      if (resultId !== 'effective' && resultId !== 'computed')
        return 'This is computed. Your own grade goes into the column Yours.'
      emit('override', wish)
      return ''
    },
  },
)
const { lines: wanted, save: saveReasons } = useWantedOverrides(props.closing)
const filters = computed(() =>
  lookFilters
    .filter((each) => each === 'everybody' || each === filter.value || counts.value.get(each))
    .map((value) => ({ value, words: value === 'everybody' ? value : `${value}, ${counts.value.get(value)}` })),
)
const sorts = lookSorts.map((value) => ({ value, words: value }))
const hasStandards = computed(
  () => props.closing.isGraded.value && classStore.snapshot!.standards.some((each) => each.reported),
)
const isLookedOver = computed(() => classStore.get('closing', classStore.periodId!).lookedOver)
const lookedOver = (to: boolean) =>
  classStore.change('closing', [{ kind: 'closing', id: classStore.periodId!, to: { lookedOver: to } }])

watch(
  rows,
  () => {
    if (rows.value.some((each) => each.id === active.value?.rowId)) return
    active.value = rows.value[0] ? { rowId: rows.value[0].id, columnId: 'override' } : null
  },
  { immediate: true },
)
watch(active, (cell) => cell?.rowId && emit('choose', cell.rowId))
const ends = useTemplateRef('ends')
onMounted(() => nextTick(() => sheet.value?.focus()))
defineExpose({ openEnds: () => ends.value?.open() })
</script>

<template>
  <div class="look">
    <div class="row-of filters">
      <ChipSelect v-model="filter" label="Which students" :options="filters" beginning="everybody" />
      <ChipSelect v-model="sort" label="Order" :options="sorts" beginning="by name" />
      <button
        v-if="hasStandards"
        type="button"
        class="toggle"
        :aria-pressed="withLevels"
        @click="withLevels = !withLevels"
      >
        levels
      </button>
      <WantedChip
        :lines="wanted"
        noun="reason"
        intro="These grades are your own. A reason goes to the SIS with the grade; families don’t see it."
        :heads="['Period', 'Grade']"
        @save="saveReasons"
      />
      <LooseEndsChip ref="ends" />
      <button type="button" class="toggle over" :aria-pressed="isLookedOver" @click="lookedOver(!isLookedOver)">
        {{ isLookedOver ? 'Looked over' : 'I have looked these over' }}
      </button>
    </div>
    <ClassSheet
      v-if="rows.length"
      ref="sheet"
      v-model:active="active"
      label="Grades to look over"
      :corner="cornerOf(rows)"
      :rows="rows"
      :columns="columns"
      :results="results"
      :cells="cells"
      :result="result"
      :footers="[]"
      :version="classStore.versionOf"
      :actions="actions"
    />
    <section v-else class="empty">
      <h2>Nobody: {{ filter }}</h2>
      <p>Nothing of this kind is there to look at.</p>
    </section>
  </div>
</template>

<style scoped>
.look {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
}
.filters {
  gap: 8px;
  padding: 8px 16px 8px 18px;
  background: var(--sheet);
}
.over {
  margin-left: 0;
}
</style>
