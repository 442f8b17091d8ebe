<script setup lang="ts">
import type { SheetView } from '~/sheet/view'
import type { ClassStore } from '~/stores/class'

/** What to do where there is nothing to show. */
const props = defineProps<{
  lead: ClassStore
  /** There is work and there are students, but none of them in this view. */
  filtered: boolean
  students: number
  view: SheetView
}>()
const emit = defineEmits<{ add: []; show: [view: Partial<SheetView>] }>()

const beginning = { category: null, standard: null, show: 'all' as const, at: null, away: false }
const nothing = computed(
  () =>
    ({
      missing: 'Nothing is missing here.',
      unscored: 'Everything that is due is scored.',
      low: 'No grade is below the line.',
      all: 'No assignment of this period is of that kind, or all are put away.',
    })[props.view.show],
)
</script>

<template>
  <section class="empty">
    <template v-if="filtered">
      <h2>Nothing to show in this view</h2>
      <p>{{ nothing }}</p>
      <Button label="Show everything" @click="emit('show', beginning)" />
    </template>
    <template v-else-if="students === 0">
      <h2>No students in {{ lead.period?.title }}</h2>
      <p>Students come from the district's system. Pull the roster to see who is in this class.</p>
      <NuxtLink class="button" to="/exchange">Go to Exchange</NuxtLink>
    </template>
    <template v-else-if="lead.categories.length === 0">
      <h2>First, a plan</h2>
      <p>
        A plan says how grades are made here: the categories, and what each is worth. Until there is one, all points
        count together.
      </p>
      <div class="row-of">
        <NuxtLink class="button" :to="`/class/${lead.snapshot!.section.id}/plan`">Make a plan</NuxtLink
        ><Button label="Add assignment" severity="secondary" @click="emit('add')" />
      </div>
    </template>
    <template v-else>
      <h2>No work in {{ lead.period?.title }} yet</h2>
      <p>An assignment belongs to the grading period in which it is due.</p>
      <Button label="Add the first assignment" @click="emit('add')" />
    </template>
  </section>
</template>
