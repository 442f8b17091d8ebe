<script setup lang="ts">
import { methods, type Plan } from '#core/plan/plan'
import { describeMethod } from '~/words/plan'
import { focusMade } from '~/focus/made'
import { useChangePlan } from '~/composables/useChangePlan'
import { usePlanQuestion } from '~/stores/plan-question'
import { useClassStore } from '~/stores/class'
import { methodWords } from '~/words/methods'

const classStore = useClassStore()
const sectionId = computed(() => classStore.snapshot!.section.id)
const plan = computed(() => classStore.plan!)
const asking = ref<'copy' | 'add' | 'periods' | null>(null)

const { changePlan } = useChangePlan()
const question = usePlanQuestion()
provide(
  'kept-field-reset',
  toRef(() => question.canceled),
)
const setPlan = (to: Partial<Plan>) => changePlan([{ kind: 'plan', id: sectionId.value, to }])

const declared = computed(() =>
  classStore.periods.filter(({ id }) => classStore.get('declaration', id).declared).map(({ title }) => title),
)

/** The method and weights that the period looked at has of its own, if it has. */
const own = computed(() => (classStore.periodId ? (plan.value.own[classStore.periodId] ?? null) : null))
const method = computed(() => own.value?.method ?? plan.value.method)
function setMethod(desired: Plan['method']): void {
  if (own.value) setOwn({ ...own.value, method: desired })
  else setPlan({ method: desired })
}
function setOwn(set: Plan['own'][string] | null): void {
  const { [classStore.periodId!]: _, ...others } = plan.value.own
  setPlan({ own: set ? { ...others, [classStore.periodId!]: set } : others })
}
/** Begins with the class's method and weights, or with those that another period has of its own. */
const beginOwn = (from: string | null) =>
  setOwn(
    (from && plan.value.own[from]) || {
      method: plan.value.method,
      weights: Object.fromEntries(classStore.categories.map((each) => [each.id, each.weight])),
    },
  )
const others = computed(() =>
  classStore.snapshot!.periods.filter((each) => each.id !== classStore.periodId && plan.value.own[each.id]),
)

function addCategory(): void {
  const count = classStore.categories.length
  const last = classStore.categories.at(-1)
  const desired = {
    name: `Category ${count + 1}`,
    shortName: `Cat ${count + 1}`,
    weight: count ? '0' : '100',
    tint: (count % 6) + 1,
    place: (last?.place ?? 0) + 1,
    removed: false,
  }
  // The first category is the beginning of a plan by weights.
  const id = crypto.randomUUID()
  const changes = [{ kind: 'category' as const, id, to: desired }]
  const method = { kind: 'plan' as const, id: sectionId.value, to: { method: 'categories' as const } }
  void changePlan(count ? changes : [...changes, method]).then((made) => made && focusMade(id))
}

const methodOptions = methods.map((value) => ({ value, words: methodWords[value] }))
const unplanned = computed(() => !(sectionId.value in classStore.structure!.records.plan))
const defaultCategories = computed(() => [
  { id: 'ask', name: 'asked for each time' },
  ...classStore.categories.filter((each) => each.active).map(({ id, name }) => ({ id, name })),
])
</script>

<template>
  <div class="view">
    <div class="tools">
      <Button
        v-if="!classStore.pencil"
        label="Take up the pencil"
        severity="secondary"
        @click="classStore.takePencil()"
      />
      <Button label="Copy a plan" severity="secondary" :disabled="!!classStore.pencil" @click="asking = 'copy'" />
      <Button
        label="Add a category to several classes"
        severity="secondary"
        :disabled="!!classStore.pencil"
        @click="asking = 'add'"
      />
      <LooseEndsChip />
    </div>
    <div :key="question.canceled" class="plan">
      <p v-if="declared.length" class="soft default">
        {{ declared.join(' and ') }} {{ declared.length === 1 ? 'is' : 'are' }} declared complete. A change that would
        move declared grades asks first.
      </p>
      <p v-if="unplanned" class="soft default">
        This class has no plan yet. Until it has one, all points count together, in letters with plus and minus, to one
        place.
      </p>
      <section>
        <h2>How the grade is made</h2>
        <ToggleRow label="Method" :value="method" :options="methodOptions" @choose="setMethod" />
        <p class="soft said">{{ describeMethod(method) }}</p>
        <p class="own">
          <template v-if="own"
            ><b>{{ classStore.period?.title }} has a method and weights of its own</b>, shown here.
            <button type="button" class="chip" @click="setOwn(null)">Go back to the class's</button></template
          >
          <template v-else-if="classStore.period">
            <button type="button" class="chip" @click="beginOwn(null)">
              Give {{ classStore.period.title }} a method and weights of its own
            </button>
            <button v-for="each in others" :key="each.id" type="button" class="chip" @click="beginOwn(each.id)">
              Take those of {{ each.title }}
            </button>
          </template>
          <button type="button" class="chip" @click="asking = 'periods'">Several periods at once</button>
        </p>
      </section>

      <section>
        <div class="head">
          <h2>Categories</h2>
          <Button label="Add category" severity="secondary" @click="addCategory" />
        </div>
        <PlanCategories :own="own" />
        <div v-if="classStore.categories.length" class="pairs next">
          <span id="new-work" class="term">New work is in</span>
          <Select
            ariaLabelledby="new-work"
            :model-value="plan.defaultCategoryId ?? 'ask'"
            :options="defaultCategories"
            option-label="name"
            option-value="id"
            fluid
            @update:model-value="setPlan({ defaultCategoryId: $event === 'ask' ? null : $event })"
          />
        </div>
      </section>

      <section>
        <h2>Letters and rounding</h2>
        <PlanLetters @set="setPlan" />
      </section>
      <section>
        <h2>Missing work, low grades, families</h2>
        <PlanMarks @set="setPlan" />
      </section>
      <section>
        <h2>Longer periods</h2>
        <PlanPeriods @set="setPlan" />
      </section>
      <section>
        <h2>Proficiency</h2>
        <PlanLevels @set="setPlan" />
      </section>
    </div>
    <Suspense>
      <CopyPlanDialog v-if="asking === 'copy'" @close="asking = null" />
      <AddCategoryDialog v-else-if="asking === 'add'" @close="asking = null" />
    </Suspense>
    <SamePeriodsDialog v-if="asking === 'periods'" @close="asking = null" />
    <MarginPanel><ClassNow /></MarginPanel>
  </div>
</template>

<style scoped>
.plan {
  overflow-y: auto;
  background: var(--sheet);
  padding: 4px 18px 28px;
}
section {
  padding: 14px 0 4px;
  max-width: 800px;
}
h2 {
  margin-bottom: 8px;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: start;
}
.own {
  margin-top: 8px;
}
.own .chip {
  border: 0;
}
.default {
  padding-top: 12px;
  max-width: 44rem;
}
</style>
