<script setup lang="ts">
import type { Assignment } from '#core/plan/assignment'
import { periodOf } from '#core/calendar/periods'
import { assignmentsOf } from '#core/plan/rules'
import type { BulkEdit } from '~/sheet/bulk'
import { inOrder, isShown } from '~/sheet/view'
import { useClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'
import { useFrame } from '~/stores/frame'
import { useSheetView } from '~/composables/useSheetView'
import { counted } from '~/composables/useWords'
import { askedQuery, changeQuery } from '~/composables/useGoTo'

/** All assignments of the class in a list, by the sheet's own filters: one edited, or many changed at once. */
const route = useRoute()
const classStore = useClassStore()
const { today } = storeToRefs(usePerson())
const { view } = useSheetView()

const everything = computed(() => route.query.all === '1')
const all = computed(() => assignmentsOf(classStore.structure!))
const shown = computed(() => (everything.value ? all.value : classStore.assignments))
/** Work that the period does not hold, so that nothing ever vanishes. */
const homeless = computed(() => all.value.filter((each) => !periodOf(classStore.periods, each.dueOn)))
const listed = computed(() => {
  const found = everything.value ? shown.value : [...shown.value, ...homeless.value]
  // A list shows what was put away, too: it is where that is brought back.
  const of = { ...view.value, away: true, at: null }
  const { everything: snapshot, students, categories, periods } = classStore
  return inOrder(
    found.filter((each) => isShown(snapshot!, each, students, of, today.value)),
    (each) => each,
    { categories, periods },
    view.value.order,
  )
})
/** Places are those of one period, seen whole. */
const ordered = computed(() =>
  everything.value || !shown.value.every((each) => listed.value.includes(each))
    ? []
    : listed.value.filter((each) => shown.value.includes(each)),
)

const chosen = ref<ReadonlySet<string>>(new Set())
watch(listed, (now) => (chosen.value = new Set(now.flatMap(({ id }) => (chosen.value.has(id) ? id : [])))))
const chosenWork = computed(() => listed.value.filter(({ id }) => chosen.value.has(id)))
const doing = ref<BulkEdit['do'] | 'copy'>('category')

// ---- One of them, edited beside the list ----

const frame = useFrame()
const editing = computed(() => {
  const id = String(route.query.edit ?? '')
  return all.value.some((each) => each.id === id) ? id : null
})
const edit = (id: string) => changeQuery({ edit: id })
async function endEdit(): Promise<void> {
  const id = editing.value
  await changeQuery({ edit: undefined })
  await nextTick()
  document.getElementById(`work-${id}`)?.focus()
}
watch([editing, () => chosen.value.size], ([edits, many]) => (edits || many) && frame.showMargin(), { immediate: true })
/** What is to be deleted is said first, as of many. */
async function remove(id: string): Promise<void> {
  await endEdit()
  doing.value = 'delete'
  chosen.value = new Set([id])
}
const copying = shallowRef<{ id: string | null; assignment: Readonly<Assignment> }[] | null>(null)
const toggleAll = () => changeQuery({ all: askedQuery().all ? undefined : '1' })
</script>

<template>
  <div class="view">
    <div class="tools">
      <WayBack />
      <button type="button" class="toggle" :aria-pressed="everything" @click="toggleAll">The whole year</button>
      <WorkFilters />
      <span class="soft">{{ counted(listed.length, 'assignment') }}</span>
    </div>
    <div class="list" tabindex="0" role="region" aria-label="Assignments">
      <AssignmentList v-model:chosen="chosen" :listed="listed" :ordered="ordered" @edit="edit" />
      <p v-if="!listed.length" class="soft none">
        {{ shown.length ? 'None of the work is like that.' : `No work in ${classStore.period?.title} yet.` }}
      </p>
    </div>
    <MarginPanel>
      <AssignmentMargin
        v-if="editing"
        :key="editing"
        :assignment-id="editing"
        :first-date="today"
        @close="endEdit"
        @several="copying = [{ id: editing, assignment: $event }]"
        @remove="remove(editing)"
      />
      <BulkChange
        v-else-if="chosenWork.length"
        v-model:doing="doing"
        :work="chosenWork"
        @copy="copying = chosenWork.map((each) => ({ id: each.id, assignment: classStore.get('assignment', each.id) }))"
      />
      <FamilyCalendar v-else :work="all" />
    </MarginPanel>
    <CopyAssignmentDialog v-if="copying" :works="copying" :to="[]" @close="copying = null" @done="copying = null" />
  </div>
</template>

<style scoped>
.list {
  flex: 1;
  overflow: auto;
  background: var(--sheet);
  padding: 0 18px 30px;
}
.none {
  padding: 20px 0;
}
</style>
