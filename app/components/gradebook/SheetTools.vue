<script setup lang="ts">
import { standardsOf } from '#core/plan/standards-of'
import { nameOfStandard } from '#core/proficiency/standards'
import type { Method } from '#core/plan/plan'
import { useLeavers } from '~/composables/useLeavers'
import { useWantedNotes } from '~/composables/useWantedNotes'
import { usePopover } from '~/composables/usePopover'
import { childrenOf } from '#core/calendar/periods'
import { queryOf } from '~/sheet/view'
import { useClassStore } from '~/stores/class'
import { useToday } from '~/stores/today'
import { useSheetView } from '~/composables/useSheetView'
import { usePeriodQuery } from '~/composables/useGoTo'
import { counted } from '~/composables/useWords'

/** Everything that says what of the sheet is shown and how, and what can be begun from it. */
defineProps<{ away: number; filled: boolean; several: boolean }>()
const emit = defineEmits<{ add: []; fill: []; files: []; back: [] }>()

const classStore = useClassStore()
const today = useToday()
const { view, habits, show, chosen } = useSheetView()
const period = usePeriodQuery()
/** The list opens with the same filters. */
const listQuery = computed(() => ({
  ...period.value,
  ...queryOf({ ...view.value, sort: 'name', at: null, show: view.value.show === 'low' ? 'all' : view.value.show }),
}))
const box = useTemplateRef('box')
const { open, escape } = usePopover(box)

const { lines: wanted, save: saveNotes } = useWantedNotes()
const standard = chosen('standard')
const span = chosen('span')
const sort = chosen('sort')

const methodWords: Record<Method, string> = {
  categories: 'By category weights',
  points: 'By total points',
  assignments: 'By assignment',
  none: 'No grade is computed',
}
const standards = computed(() => [
  { value: '', words: 'All standards' },
  ...standardsOf(classStore.snapshot!).map((each) => ({ value: each.id, words: nameOfStandard(each) })),
])
const spans = computed(() => [
  { value: '', words: `${classStore.period?.title ?? 'One period'} alone` },
  ...classStore
    .snapshot!.periods.filter((each) => childrenOf(classStore.snapshot!.periods, each.id).length)
    .map((each) => ({ value: each.id, words: `All of ${each.title}` })),
])
const courseClasses = computed(() => {
  const own = today.classes?.find((each) => each.id === classStore.snapshot!.section.id)
  return today.classes?.filter((each) => each.courseId === own?.courseId) ?? []
})
const sorts = computed(() => [
  { value: 'name', words: 'By name' },
  { value: 'grade', words: 'Highest grade first' },
  { value: 'slipping', words: 'Lowest grade first' },
  ...classStore.assignments.map((each) => ({ value: each.id, words: `By ${each.name}` })),
])
const densityOptions = [
  { value: 'close' as const, words: 'close' },
  { value: 'plain' as const, words: 'plain' },
  { value: 'roomy' as const, words: 'roomy' },
]
const { included } = useLeavers()
const leaverOptions = [
  { value: 'passed' as const, words: 'passed over' },
  { value: 'taken' as const, words: 'taken too, for now' },
]
const enterOptions = [
  { value: 'next' as const, words: 'the next cell' },
  { value: 'blank' as const, words: 'the next blank' },
]
</script>

<template>
  <div class="tools" @keydown.esc="emit('back')">
    <Button label="Add assignment" @click="emit('add')" />
    <Button v-if="filled" label="Fill" severity="secondary" title="Fill (F)" @click="emit('fill')" />
    <NuxtLink
      v-if="!several"
      class="button second"
      :to="{ path: `/class/${classStore.snapshot!.section.id}/assignments`, query: listQuery }"
      >List</NuxtLink
    >
    <Button v-if="!several" label="Files" severity="secondary" @click="emit('files')" />
    <WorkFilters in-sheet />
    <div ref="box" class="more" @keydown.esc="escape">
      <button
        type="button"
        class="chip"
        :class="{ lit: view.span || view.standard || view.sort !== 'name' }"
        :aria-expanded="open"
        @click="open = !open"
      >
        View
      </button>
      <div v-if="open" class="panel">
        <p class="soft">{{ methodWords[classStore.rules?.method ?? 'points'] }}.</p>
        <span class="term">Work of</span><ChipSelect v-model="span" label="Work of" beginning="" :options="spans" />
        <span class="term">Standard</span
        ><ChipSelect v-model="standard" label="Standard" beginning="" :options="standards" />
        <span class="term">Students</span
        ><ChipSelect v-model="sort" label="Order of the students" beginning="name" :options="sorts" />
        <span class="term">Rows</span
        ><ToggleRow
          label="Height of the rows"
          :value="habits.density"
          :options="densityOptions"
          @choose="habits.density = $event"
        />
        <span class="term">Enter goes to</span
        ><ToggleRow
          label="Enter goes to"
          :value="habits.enter"
          :options="enterOptions"
          @choose="habits.enter = $event"
        />
        <span class="term">Who was not there</span>
        <ToggleRow
          label="Who was not in the class then"
          :value="included ? 'taken' : 'passed'"
          :options="leaverOptions"
          @choose="included = $event === 'taken'"
        />
        <span class="term">Beside them</span>
        <button
          type="button"
          class="toggle"
          :aria-pressed="habits.categories"
          @click="habits.categories = !habits.categories"
        >
          categories
        </button>
        <span class="term">Under the rows</span>
        <span class="row-of">
          <button type="button" class="toggle" :aria-pressed="habits.median" @click="habits.median = !habits.median">
            median
          </button>
          <button type="button" class="toggle" :aria-pressed="habits.spread" @click="habits.spread = !habits.spread">
            middle half
          </button>
        </span>
        <template v-if="!several && courseClasses.length > 1">
          <span class="term">Course</span>
          <NuxtLink class="toggle" :to="`/course/${courseClasses[0]!.courseId}`"
            >all {{ courseClasses.length }} classes together</NuxtLink
          >
        </template>
        <template v-if="away">
          <span class="term">Put away</span>
          <button type="button" class="toggle" :aria-pressed="view.away" @click="show({ away: !view.away })">
            show {{ counted(away, 'column') }}
          </button>
        </template>
      </div>
    </div>
    <button v-if="away && !view.away" type="button" class="chip" @click="show({ away: true })">
      {{ away }} put away
    </button>
    <button
      v-if="!several && !classStore.pencil && filled"
      type="button"
      class="toggle pencil"
      title="Take up the pencil: try changes without keeping them"
      @click="classStore.takePencil()"
    >
      <i class="pi pi-pencil" aria-hidden="true" /><span class="visually-hidden">Take up the pencil</span>
    </button>
    <WantedChip
      v-if="!several"
      :lines="wanted"
      noun="note"
      intro="These scores are low and have no note. Notes made here are private."
      :heads="['Assignment', 'Score']"
      @save="saveNotes"
    />
    <LooseEndsChip v-if="!several" />
  </div>
</template>

<style scoped>
.more {
  position: relative;
}
.lit {
  background: var(--strong);
  color: var(--on-strong);
}
.panel {
  position: absolute;
  z-index: 12;
  top: 28px;
  left: 0;
  width: 318px;
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: 9px 10px;
  align-items: center;
  justify-items: start;
  padding: 12px 14px;
  background: var(--field);
  border: 1px solid var(--line);
  border-radius: 9px;
  box-shadow: 0 8px 26px #1c234233;
}
.panel p {
  grid-column: 1 / -1;
}
.term {
  color: var(--soft);
  font-size: 12px;
}
a.toggle {
  color: inherit;
  text-decoration: none;
}
.pencil {
  padding: 3px 8px;
}
</style>
