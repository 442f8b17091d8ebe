<script setup lang="ts">
import { standardsOf } from '#core/plan/standards-of'
import type { Assignment } from '#core/plan/assignment'
import { periodOf } from '#core/calendar/periods'
import { describeCounting, describeVisibility } from '~/words/plan'
import type { Listed } from '#core/plan/rules'
import { useClassStore } from '~/stores/class'
import { shortDay } from '~/composables/useWords'

/** The assignments of a class, a line each: chosen by their boxes, edited by their names, put in order by arrows. */
const props = defineProps<{
  listed: readonly Listed<Assignment>[]
  /** Those that stand in the teacher's own order; empty where the order is another. */
  ordered: readonly Listed<Assignment>[]
}>()
const chosen = defineModel<ReadonlySet<string>>('chosen', { required: true })
const emit = defineEmits<{ edit: [id: string] }>()

const classStore = useClassStore()
const standards = computed(() => standardsOf(classStore.structure!))

function choose(id: string): void {
  const next = new Set(chosen.value)
  if (!next.delete(id)) next.add(id)
  chosen.value = next
}
const allChosen = computed(() => chosen.value.size > 0 && chosen.value.size === props.listed.length)
const chooseAll = () => (chosen.value = allChosen.value ? new Set() : new Set(props.listed.map(({ id }) => id)))

/** A column's place in the teacher's own order. */
function move(assignment: Listed<Assignment>, by: number): void {
  const order = props.ordered.toSorted((a, b) => a.place - b.place)
  const at = order.findIndex(({ id }) => id === assignment.id)
  const to = at + by
  if (to < 0 || to >= order.length) return
  ;[order[at], order[to]] = [order[to]!, order[at]!]
  classStore.change(
    'assignment',
    order.map(({ id }, place) => ({ kind: 'assignment', id, to: { place } })),
  )
}
</script>

<template>
  <table>
    <thead>
      <tr>
        <th scope="col">
          <Checkbox :model-value="allChosen" binary ariaLabel="Choose all" @update:model-value="chooseAll" />
        </th>
        <th scope="col">Assignment</th>
        <th scope="col">Category</th>
        <th scope="col">Due</th>
        <th scope="col" class="number">Points</th>
        <th scope="col" class="number">Times</th>
        <th scope="col">Families see it</th>
        <th scope="col">Standards</th>
        <th scope="col">My order</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="each in listed" :key="each.id" :class="{ chosen: chosen.has(each.id) }">
        <td>
          <Checkbox
            :model-value="chosen.has(each.id)"
            binary
            :ariaLabel="`Choose ${each.name}`"
            @update:model-value="choose(each.id)"
          />
        </td>
        <th scope="row">
          <button :id="`work-${each.id}`" type="button" class="link" @click="emit('edit', each.id)">
            {{ each.name }}
          </button>
          <small class="soft">{{
            [describeCounting(each), each.hidden && 'put away', each.linkId && 'linked'].filter(Boolean).join(', ')
          }}</small>
        </th>
        <td>{{ classStore.categories.find((one) => one.id === each.categoryId)?.name ?? 'none' }}</td>
        <td :class="{ warn: !periodOf(classStore.periods, each.dueOn) }">
          {{ shortDay(each.dueOn) }}<template v-if="!periodOf(classStore.periods, each.dueOn)">, in no period</template>
        </td>
        <td class="number">{{ each.points }}</td>
        <td class="number">{{ each.multiplier === '1' ? '' : `×${each.multiplier}` }}</td>
        <td>{{ describeVisibility(each.visibility) }}<span v-if="!each.released" class="soft">, no scores</span></td>
        <td class="soft">
          {{ standards.flatMap((one) => (each.standardIds.includes(one.id) ? one.code : [])).join(', ') }}
        </td>
        <td>
          <span v-if="ordered.includes(each)" class="row-of arrows">
            <button type="button" class="toggle" :aria-label="`${each.name} earlier`" @click="move(each, -1)">
              <i class="pi pi-arrow-up" aria-hidden="true" />
            </button>
            <button type="button" class="toggle" :aria-label="`${each.name} later`" @click="move(each, 1)">
              <i class="pi pi-arrow-down" aria-hidden="true" />
            </button>
          </span>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.arrows {
  flex-wrap: nowrap;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  font-weight: 400;
  padding: 4px 10px 4px 0;
  border-bottom: 1px solid var(--hair);
  white-space: nowrap;
}
thead th {
  position: sticky;
  top: 0;
  background: var(--sheet);
  color: var(--soft);
  font-size: 11.5px;
  border-bottom: 1.5px solid var(--ai3);
  padding-top: 8px;
  z-index: 1;
}
tbody th {
  white-space: normal;
  min-width: 150px;
}
.chosen > * {
  background: var(--row);
}
.number {
  text-align: right;
}
.link {
  border: 0;
  background: none;
  padding: 0;
  text-align: left;
  color: var(--ink);
  text-decoration: underline;
  text-decoration-color: var(--line);
  text-underline-offset: 2px;
}
tbody small {
  display: block;
}
</style>
