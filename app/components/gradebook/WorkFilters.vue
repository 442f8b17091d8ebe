<script setup lang="ts">
import { standardsOf } from '#core/plan/standards-of'
import { nameOfStandard } from '#core/proficiency/standards'
import { orders, shows, type SheetView } from '~/sheet/view'
import { useClassStore } from '~/stores/class'
import { useSheetView } from '~/composables/useSheetView'

/** Which work is shown, and in which order: in the sheet, where students are passed over too, and in the list. */
const props = defineProps<{ inSheet?: boolean }>()
const classStore = useClassStore()
const { view, show, chosen } = useSheetView()

const category = chosen('category')
const standard = chosen('standard')
const order = chosen('order')
/** One assignment can be what students are filtered by. */
const BY_ONE = 'one'
const shown = computed<string>({
  get: () => (props.inSheet && view.value.at !== null ? BY_ONE : view.value.show),
  set: (value) => value !== BY_ONE && void show({ show: value as SheetView['show'], at: null }),
})
const one = computed(() => {
  const { at, show } = view.value
  const name = at && classStore.get('assignment', at).name
  return { value: BY_ONE, words: `${show === 'missing' ? 'Missing in' : 'To score in'} ${name || 'an assignment'}` }
})

const orderWords = { due: 'By due date', newest: 'Newest first', category: 'By category', hand: 'In my own order' }
const showWords = computed(() =>
  props.inSheet
    ? { all: 'All students', missing: 'Missing any work', unscored: 'Any work to score', low: 'Below the line' }
    : { all: 'All work', missing: 'With missing work', unscored: 'To score', low: '' },
)
const orderOptions = orders.map((value) => ({ value: value as string, words: orderWords[value] }))
const showOptions = computed(() => [
  ...shows.flatMap((value) =>
    showWords.value[value] ? { value: value as string, words: showWords.value[value] } : [],
  ),
  ...(shown.value === BY_ONE ? [one.value] : []),
])
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
