<script setup lang="ts">
import { appearing } from '#core/families/view'
import type { Assignment } from '#core/plan/assignment'
import type { Listed } from '#core/plan/rules'
import { usePerson } from '~/stores/person'
import { shortDay } from '~/composables/useWords'

/** What families will see of the work of a class, and when; what they see without scores, and never. */
const props = defineProps<{ work: readonly Listed<Assignment>[] }>()
const { today } = storeToRefs(usePerson())
const calendar = computed(() => appearing(props.work, today.value))
const never = computed(() => props.work.filter((each) => each.visibility.from === 'never'))
const unreleased = computed(() => props.work.filter((each) => !each.released && each.visibility.from !== 'never'))
const named = (all: readonly Assignment[]) => all.map((each) => each.name).join(', ')
</script>

<template>
  <div>
    <h2>What families see when</h2>
    <p v-if="!calendar.length" class="soft">Nothing is still to appear.</p>
    <ul class="calendar">
      <li v-for="day in calendar" :key="day.date">
        <span class="soft">{{ shortDay(day.date) }}</span>
        <span>{{ day.names.join(', ') }}</span>
      </li>
    </ul>
    <template v-if="unreleased.length">
      <h3 class="label">Shown without scores</h3>
      <p>{{ named(unreleased) }}</p>
    </template>
    <template v-if="never.length">
      <h3 class="label">Never shown</h3>
      <p>{{ named(never) }}</p>
    </template>
    <p class="soft small hint">Choose assignments to change many at once.</p>
  </div>
</template>

<style scoped>
.calendar {
  list-style: none;
  margin: 12px 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.calendar li {
  display: grid;
  grid-template-columns: 52px 1fr;
  gap: 8px;
}
.hint {
  margin-top: 16px;
}
</style>
