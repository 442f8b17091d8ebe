<script setup lang="ts">
import { schemas, type Category, type Plan } from '#core/acts/records'
import { thousandths } from '#core/number/decimal'

const classroom = useClassroom()
const sectionId = computed(() => classroom.snapshot!.section.id)
const plan = computed(() => classroom.plan!)

const setPlan = (to: Partial<Plan>) => classroom.change('plan', [{ kind: 'plan', id: sectionId.value, to }])
const setCategory = (id: string, to: Partial<Category>) => classroom.change('plan', [{ kind: 'category', id, to }])

function addCategory(): void {
  const count = classroom.categories.length
  const last = classroom.categories.at(-1)
  const wanted = {
    name: `Category ${count + 1}`,
    shortName: `Cat ${count + 1}`,
    weight: count ? '0' : '100',
    tint: (count % 6) + 1,
    place: (last?.place ?? 0) + 1,
    removed: false,
  }
  // The first category is the beginning of a plan by weights.
  const changes = [{ kind: 'category' as const, id: crypto.randomUUID(), to: wanted }]
  classroom.change(
    'plan',
    count ? changes : [...changes, { kind: 'plan' as const, id: sectionId.value, to: { method: 'categories' } }],
  )
}

const used = (id: string) => classroom.assignments.filter((each) => each.categoryId === id).length
const removing = ref<string | null>(null)
const usedAnywhere = computed(
  () =>
    Object.values(classroom.snapshot!.records.assignment).filter(
      (each) => !each.removed && each.categoryId === removing.value,
    ).length,
)
function remove(): void {
  setCategory(removing.value!, { removed: true })
  removing.value = null
}

const weighted = computed(() => plan.value.method === 'categories')
const sum = computed(() => classroom.categories.reduce((total, each) => total + thousandths(each.weight), 0) / 1000)

/** What each weight comes to now, with today's empty categories left out, of 100. */
const acting = computed(() => {
  void classroom.touched
  const filled = new Set(
    classroom.students.flatMap((student) =>
      [...(classroom.gradeOfStudent(student.id)?.categories ?? [])].flatMap(([id, result]) => (result ? id : [])),
    ),
  )
  const total = classroom.categories.reduce((all, each) => all + (filled.has(each.id) ? Number(each.weight) : 0), 0)
  return new Map(
    classroom.categories.map((each) => [
      each.id,
      filled.has(each.id) && total ? (100 * Number(each.weight)) / total : null,
    ]),
  )
})

const sentence = computed(() => {
  if (!weighted.value) return 'All points count together: what was earned, of what was possible.'
  const parts = classroom.categories.map((each) => `${each.name} ${each.weight}`)
  return parts.length ? `${parts.join(', ')}, of ${sum.value}.` : 'Add a category to begin.'
})

const places = [0, 1, 2].map((value) => ({
  value: value as Plan['places'],
  words: value === 0 ? 'whole numbers, as 92' : value === 1 ? 'one place, as 91.7' : 'two places, as 91.67',
}))
const missing = [
  { value: '0', words: 'zero' },
  { value: '50', words: '50 % of the points' },
  { value: null, words: 'nothing' },
]
const incomplete = [
  { value: 'nothing' as const, words: 'nothing' },
  { value: 'zero' as const, words: 'zero' },
]
const tints = schemas.category.shape.tint.maxValue ?? 6
</script>

<template>
  <div class="plan">
    <section>
      <h2>How the grade is made</h2>
      <div class="row-of" role="group" aria-label="Method">
        <button type="button" class="toggle" :aria-pressed="weighted" @click="setPlan({ method: 'categories' })">
          by category weights
        </button>
        <button type="button" class="toggle" :aria-pressed="!weighted" @click="setPlan({ method: 'points' })">
          by total points
        </button>
      </div>
      <p class="soft said">{{ sentence }}</p>
    </section>

    <section>
      <div class="head">
        <h2>Categories</h2>
        <Button label="Add category" severity="secondary" @click="addCategory" />
      </div>
      <table v-if="classroom.categories.length" class="plain">
        <thead>
          <tr>
            <th class="tint-col"><span class="visually-hidden">Tint</span></th>
            <th>Name</th>
            <th class="short-col">Short name</th>
            <th class="weight-col number">Weight</th>
            <th class="number acts-col">Acts as</th>
            <th class="number acts-col">Items</th>
            <th class="x-col"><span class="visually-hidden">Delete</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="each in classroom.categories" :key="each.id">
            <td>
              <button
                type="button"
                class="swatch"
                :style="{ background: `var(--tint-${each.tint})` }"
                title="Next tint"
                @click="setCategory(each.id, { tint: (each.tint % tints) + 1 })"
              >
                <span class="visually-hidden">Tint {{ each.tint }} of {{ tints }}, {{ each.name }}</span>
              </button>
            </td>
            <td>
              <KeptField
                :value="each.name"
                :label="`Name of ${each.name}`"
                :read="readers.categoryName"
                :maxlength="120"
                @keep="setCategory(each.id, { name: $event })"
              />
            </td>
            <td>
              <KeptField
                :value="each.shortName"
                :label="`Short name of ${each.name}`"
                :read="readers.categoryShortName"
                :maxlength="12"
                @keep="setCategory(each.id, { shortName: $event })"
              />
            </td>
            <td>
              <KeptField
                :value="each.weight"
                :label="`Weight of ${each.name}`"
                :read="readers.weight"
                inputmode="decimal"
                class="weight"
                @keep="setCategory(each.id, { weight: $event })"
              />
            </td>
            <td class="number acts">
              {{ !weighted ? '–' : acting.get(each.id) === null ? 'no scores yet' : acting.get(each.id)!.toFixed(1) }}
            </td>
            <td class="number acts">{{ used(each.id) }}</td>
            <td>
              <button type="button" class="toggle" :aria-label="`Delete ${each.name}`" @click="removing = each.id">
                <i class="pi pi-times" aria-hidden="true" />
              </button>
            </td>
          </tr>
        </tbody>
        <tfoot>
          <tr>
            <td />
            <td colspan="2" class="soft">Together</td>
            <td class="number together" :class="{ warn: weighted && sum !== 100 }">{{ sum }}</td>
            <td colspan="3" class="soft">
              {{ weighted && sum !== 100 ? 'not 100: each weight counts as its share of this' : '' }}
            </td>
          </tr>
        </tfoot>
      </table>
      <p v-else class="soft said">
        A category gathers work of one kind: tests, labs, notes. Each has a weight in the grade.
      </p>
    </section>

    <section>
      <h2>Letters and rounding</h2>
      <div class="pairs">
        <label class="term" for="p-places">Grades are shown in</label>
        <Select
          input-id="p-places"
          :model-value="plan.places"
          :options="places"
          option-label="words"
          option-value="value"
          @update:model-value="setPlan({ places: $event })"
        />
        <span class="term">Scale</span>
        <span class="scale"
          ><b>{{ plan.scale.name }}</b
          ><span class="soft">{{
            plan.scale.steps.map((step) => `${step.label} from ${step.from}`).join(', ')
          }}</span></span
        >
      </div>
      <p class="soft said">Halves round up. The label is that of the grade as shown.</p>
    </section>

    <section>
      <h2>Missing work and low grades</h2>
      <div class="pairs">
        <label class="term" for="p-missing">Missing counts as</label>
        <Select
          input-id="p-missing"
          :model-value="plan.missingCountsAs"
          :options="missing"
          option-label="words"
          option-value="value"
          @update:model-value="setPlan({ missingCountsAs: $event })"
        />
        <label class="term" for="p-incomplete">Incomplete counts as</label>
        <Select
          input-id="p-incomplete"
          :model-value="plan.incompleteCountsAs"
          :options="incomplete"
          option-label="words"
          option-value="value"
          @update:model-value="setPlan({ incompleteCountsAs: $event })"
        />
        <span class="term">A remark is wanted below</span>
        <KeptField
          :value="plan.lowLine"
          label="A remark is wanted below, in percent"
          :read="readers.lowLine"
          inputmode="decimal"
          class="weight"
          @keep="setPlan({ lowLine: $event })"
        />
      </div>
    </section>

    <Dialog
      :visible="removing !== null"
      modal
      header="Delete this category?"
      :style="{ width: '28rem' }"
      @update:visible="removing = null"
    >
      <p>
        {{
          usedAnywhere
            ? `${counted(usedAnywhere, 'assignment')} will have no category, and count nowhere under category weights.`
            : 'No assignment uses it.'
        }}
        Undo brings it back.
      </p>
      <template #footer
        ><Button label="Keep it" severity="secondary" @click="removing = null" /><Button label="Delete" @click="remove"
      /></template>
    </Dialog>
    <MarginPanel><ClassNow /></MarginPanel>
  </div>
</template>

<style scoped>
.plan {
  overflow-y: auto;
  background: var(--sheet);
  border-top: 1px solid var(--line);
  padding: 4px 18px 28px;
}
section {
  padding: 14px 0 4px;
  max-width: 780px;
}
h2 {
  margin-bottom: 8px;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: start;
}
.said {
  margin-top: 7px;
}
.plain {
  table-layout: fixed;
}
.plain td {
  vertical-align: middle;
  padding: 4px 6px;
}
.plain th {
  padding: 4px 6px;
}
.tint-col {
  width: 34px;
}
.short-col {
  width: 112px;
}
.weight-col {
  width: 92px;
}
.acts-col {
  width: 84px;
}
.x-col {
  width: 42px;
}
.acts {
  color: var(--soft);
}
.weight :deep(input) {
  text-align: right;
}
.together {
  font-weight: 640;
  font-size: 13px;
  padding-right: 16px !important;
}
.swatch {
  width: 20px;
  height: 20px;
  border-radius: 5px;
  border: 1px solid var(--line);
  display: block;
}
.pairs {
  display: grid;
  grid-template-columns: 170px 220px minmax(0, 1fr);
  gap: 8px 12px;
  align-items: center;
}
.pairs > .term {
  grid-column: 1;
  color: var(--soft);
  align-self: start;
  padding-top: 5px;
}
.scale {
  grid-column: 2 / -1;
  padding-top: 5px;
}
.scale b {
  display: block;
}
</style>
