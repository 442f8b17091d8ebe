<script setup lang="ts">
import { standardsOf } from '#core/plan/standards-of'
import { nameOfStandard } from '#core/proficiency/standards'
import { orders, shows } from '~/sheet/view'
import { useClassStore } from '~/stores/class'
import { useSheetView } from '~/composables/useSheetView'

/** Which work is shown, and in which order: in the sheet, where students are passed over too, and in the list. */
const props = defineProps<{ inSheet?: boolean }>()
const classStore = useClassStore()
const { chosen } = useSheetView()

const category = chosen('category')
const standard = chosen('standard')
const order = chosen('order')
const shown = chosen('show')

const orderWords = { due: 'By due date', newest: 'Newest first', category: 'By category', hand: 'In my own order' }
const showWords = computed(() =>
  props.inSheet
    ? { all: 'All students', missing: 'Missing', unscored: 'To score', low: 'Under the line' }
    : { all: 'All work', missing: 'With missing work', unscored: 'To score', low: '' },
)
const orderOptions = orders.map((value) => ({ value: value as string, words: orderWords[value] }))
const showOptions = computed(() =>
  shows.flatMap((value) => (showWords.value[value] ? { value: value as string, words: showWords.value[value] } : [])),
)
const categories = computed(() => [
  { value: '', words: 'All categories' },
  ...classStore.categories.map((each) => ({ value: each.id, words: each.name })),
])
const standards = computed(() => [
  { value: '', words: 'All standards' },
  ...standardsOf(classStore.snapshot!).map((each) => ({ value: each.id, words: nameOfStandard(each) })),
])
</script>

<template>
  <ChipSelect v-model="category" label="Category" beginning="" :options="categories" />
  <ChipSelect
    v-if="!inSheet && standards.length > 1"
    v-model="standard"
    label="Standard"
    beginning=""
    :options="standards"
  />
  <ChipSelect
    v-model="order"
    :label="inSheet ? 'Order of the columns' : 'Order'"
    beginning="due"
    :options="orderOptions"
  />
  <ChipSelect
    v-model="shown"
    :label="inSheet ? 'Students shown' : 'Work shown'"
    beginning="all"
    :options="showOptions"
  />
</template>
