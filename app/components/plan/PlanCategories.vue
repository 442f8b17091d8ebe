<script setup lang="ts">
import type { Category } from '#core/plan/category'
import type { Plan } from '#core/plan/plan'
import type { Desired } from '#core/desired'
import { gradingPeriods } from '#core/calendar/periods'
import { assignmentsIn, type Listed } from '#core/plan/rules'
import { weightsAsShares } from '#core/plan/shares'
import { made100 } from '#core/looseends/weights'
import { thousandths } from '#core/number/decimal'
import { useChangePlan } from '~/composables/useChangePlan'
import { useClassStore } from '~/stores/class'
import { counted } from '~/composables/useWords'

/** The categories of the plan, or the weights that a period has of its own. */
const props = defineProps<{ own: Plan['own'][string] | null }>()
const classStore = useClassStore()
const plan = computed(() => classStore.plan!)
const method = computed(() => props.own?.method ?? plan.value.method)

const { changePlan } = useChangePlan()
const setOwn = (to: Partial<Plan['own'][string]>) =>
  changePlan([
    {
      kind: 'plan',
      id: classStore.snapshot!.section.id,
      to: { own: { ...plan.value.own, [classStore.periodId!]: { ...props.own!, ...to } } },
    },
  ])
/** A category as the period looked at has it. */
const ownOf = (each: Listed<Category>) => ({ ...each, ...props.own?.categories?.[each.id] })
/** Changes a category: in the period alone, where that has rules of its own for it. */
function setCategory(id: string, to: Partial<Category>): void {
  const rules = props.own?.categories?.[id]
  if (rules && Object.keys(to).every((name) => name in rules))
    return void setOwn({ categories: { ...props.own!.categories, [id]: { ...rules, ...to } } })
  void changePlan([{ kind: 'category', id, to }])
}
const weightOf = (each: { id: string; weight: string }) => props.own?.weights[each.id] ?? each.weight

const weigh = (id: string, weight: string) => weighAll({ [id]: weight })

/** Sets weights as one act: of the class, or of the period that has its own. */
function weighAll(weights: Record<string, string>): void {
  if (!props.own) {
    const desired = Object.entries(weights).map(([id, weight]): Desired => ({ kind: 'category', id, to: { weight } }))
    return void changePlan(desired)
  }
  void setOwn({ weights: { ...props.own.weights, ...weights } })
}

const inSum = computed(() => classStore.categories.map(ownOf).filter((each) => each.counts && !each.extraCredit))
const sum = computed(() => inSum.value.reduce((total, each) => total + thousandths(weightOf(each)), 0) / 1000)
const weighted = computed(() => method.value === 'categories')

/** What each weight comes to now, with today's empty categories left out, of 100. */
const acting = computed(() => {
  const filled = new Set(
    classStore.students.flatMap((student) =>
      [...(classStore.gradeOfStudent(student.id)?.categories ?? [])].flatMap(([id, result]) => (result ? id : [])),
    ),
  )
  return weightsAsShares(inSum.value.filter((each) => filled.has(each.id)).map((each) => [each.id, weightOf(each)]))
})

const byPeriod = computed(() => {
  const it = classStore.structure!
  return gradingPeriods(it.periods).map((period) => assignmentsIn(it, period))
})
const used = (id: string) => classStore.assignments.filter((each) => each.categoryId === id).length
const fullest = (id: string) =>
  Math.max(0, ...byPeriod.value.map((list) => list.filter((each) => each.categoryId === id && each.counts).length))

function mendSum(): void {
  const rules = inSum.value.map((category) => ({ category, weight: weightOf(category) }))
  weighAll(Object.fromEntries(made100(rules).map(({ id, to }) => [id, (to as Category).weight])))
}

/** Puts a category before another, and gives all of them their places anew. */
function place(id: string, at: number): void {
  const ids = classStore.categories.map((each) => each.id).filter((each) => each !== id)
  ids.splice(Math.max(0, Math.min(at, ids.length)), 0, id)
  void changePlan(ids.map((each, index): Desired => ({ kind: 'category', id: each, to: { place: index + 1 } })))
}
const grabbed = ref<string | null>(null)
const over = ref<string | null>(null)
function dropOn(id: string): void {
  const from = grabbed.value
  grabbed.value = over.value = null
  if (from && from !== id)
    place(
      from,
      classStore.categories.findIndex((each) => each.id === id),
    )
}

const removing = ref<string | null>(null)
const NOWHERE = 'nowhere'
const movesTo = ref(NOWHERE)
const orphans = computed(() =>
  Object.entries(classStore.snapshot!.records.assignment).filter(
    ([, each]) => !each.removed && each.categoryId === removing.value,
  ),
)
const others = computed(() => classStore.categories.filter((each) => each.id !== removing.value))
function askRemove(id: string): void {
  removing.value = id
  movesTo.value = others.value[0]?.id ?? NOWHERE
}
function remove(): void {
  const categoryId = movesTo.value === NOWHERE ? null : movesTo.value
  const desired: Desired[] = [
    { kind: 'category', id: removing.value!, to: { removed: true } },
    ...orphans.value.map(([id]): Desired => ({ kind: 'assignment', id, to: { categoryId } })),
  ]
  removing.value = null
  void changePlan(desired)
}
</script>

<template>
  <div>
    <table v-if="classStore.categories.length" class="plain">
      <thead>
        <tr>
          <th class="grip-col"><span class="visually-hidden">Order</span></th>
          <th class="tint-col"><span class="visually-hidden">Tint</span></th>
          <th>Name</th>
          <th class="short-col">Short name</th>
          <th class="weight-col number">Weight</th>
          <th class="number effective-col">Acts as</th>
          <th class="number items-col">Items</th>
          <th class="x-col"><span class="visually-hidden">Rules and deleting</span></th>
        </tr>
      </thead>
      <tbody v-for="(each, at) in classStore.categories" :key="each.id" :class="{ over: over === each.id }">
        <CategoryRow
          :category="ownOf(each)"
          :weight="weightOf(each)"
          :sum="sum"
          :acts="acting.get(each.id) ?? null"
          :items="used(each.id)"
          :fullest="fullest(each.id)"
          :method="method"
          :taken="classStore.categories.flatMap((one) => (one.id === each.id ? [] : one.shortName))"
          @set="setCategory(each.id, $event)"
          @weigh="weigh(each.id, $event)"
          @remove="askRemove(each.id)"
          @move="place(each.id, at + $event)"
          @grab="grabbed = each.id"
          @over="over = grabbed ? each.id : null"
          @drop="dropOn(each.id)"
        />
      </tbody>
      <tfoot>
        <tr>
          <td colspan="2" />
          <td colspan="2" class="soft">Together</td>
          <td class="number together" :class="{ warn: weighted && sum !== 100 }">{{ sum }}</td>
          <td colspan="3" class="soft">
            <template v-if="weighted && sum !== 100"
              >not 100: each weight counts as its share of this
              <button v-if="sum > 0" type="button" class="chip" @click="mendSum">Make them 100</button></template
            >
          </td>
        </tr>
      </tfoot>
    </table>
    <p v-else class="soft">A category gathers work of one kind: tests, labs, notes. Each has a weight in the grade.</p>
    <Dialog
      :visible="removing !== null"
      modal
      header="Delete this category?"
      :style="{ width: '28rem' }"
      @update:visible="removing = null"
    >
      <p v-if="orphans.length === 0">No assignment uses it. Undo brings it back.</p>
      <template v-else>
        <p>{{ counted(orphans.length, 'assignment') }} {{ orphans.length === 1 ? 'is' : 'are' }} in it.</p>
        <span id="moves-to" class="label">{{ orphans.length === 1 ? 'It goes' : 'They go' }} to</span>
        <Select
          v-model="movesTo"
          ariaLabelledby="moves-to"
          :options="[...others, { id: NOWHERE, name: 'no category, so they count nowhere' }]"
          option-label="name"
          option-value="id"
          fluid
        />
        <p class="soft small after">Undo brings everything back.</p>
      </template>
      <template #footer
        ><Button label="Keep it" severity="secondary" @click="removing = null" /><Button label="Delete" @click="remove"
      /></template>
    </Dialog>
  </div>
</template>

<style scoped>
.plain {
  table-layout: fixed;
}
.plain th {
  padding: 4px 6px;
}
tbody.over {
  box-shadow: inset 0 2px 0 var(--ai5);
}
tfoot td {
  vertical-align: middle;
  padding: 6px;
}
.grip-col,
.tint-col {
  width: 32px;
}
.short-col {
  width: 104px;
}
.weight-col {
  width: 84px;
}
.effective-col {
  width: 88px;
}
.items-col {
  width: 52px;
}
.x-col {
  width: 84px;
}
.together {
  font-weight: 640;
  font-size: 13px;
  padding-right: 16px !important;
}
.after {
  margin-top: 8px;
}
</style>
