<script setup lang="ts">
import { standardsOf } from '#core/plan/standards-of'
import { categoryCalled } from '#core/plan/counterpart'
import type { Assignment } from '#core/plan/assignment'
import type { Pattern } from '#core/plan/pattern'
import { readDecimal } from '#core/number/decimal'
import { plainly } from '#core/number/plain'
import { multiply, ofDecimal } from '#core/number/ratio'
import { describeVisibility } from '~/words/plan'
import { useClassStore } from '~/stores/class'
import { CHOOSE, useAssignmentForm } from '~/composables/useAssignmentForm'
import { useBatch } from '~/composables/useBatch'
import { useLinkedCopies } from '~/composables/useLinkedCopies'

/** The form of one assignment: a new one, perhaps like another, or one that is there. */
const props = defineProps<{ assignmentId: string; firstDate: string; like?: Readonly<Assignment> }>()
const emit = defineEmits<{ close: []; made: [id: string]; several: [assignment: Assignment]; remove: [] }>()

const classStore = useClassStore()
const hasStandards = computed(() => standardsOf(classStore.structure!).length > 0)
const {
  form,
  isNew,
  kept,
  problems,
  shortNameTyped,
  categoryOptions,
  assignedOn,
  dueOn,
  dateNotes,
  period,
  dateWarning,
  asking,
  needsAnswer,
  read,
} = useAssignmentForm(props)

const batch = useBatch()
const { problem: batchProblem, busy } = batch
if (isNew.value || kept.value?.linkId) void batch.load()
const { copies, together, keep } = useLinkedCopies(batch, () => kept.value)

function begin({ category, ...fields }: Pattern['assignment']): void {
  const categoryId = categoryCalled(classStore.categories, category)?.id ?? form.categoryId
  Object.assign(form, fields, { categoryId })
  shortNameTyped.value = true
}

const scoredIn = [
  { value: 'points' as const, words: 'points' },
  { value: 'letters' as const, words: 'letters of the scale' },
  { value: 'levels' as const, words: 'levels' },
]
/** What a family sees of it. */
const seenWords = computed(() =>
  form.visibility.from === 'never'
    ? 'Families never see this assignment.'
    : `Families see its name, due date, points, and this description ${describeVisibility(form.visibility)}${
        form.released ? ', and each score once given' : ', and no scores'
      }. They never see private notes.`,
)
/** What the weight comes to. */
const weighs = computed(() => {
  const [points, times] = [readDecimal(form.points), readDecimal(form.multiplier)]
  if (points === null || times === null || Number(times) === 1) return ''
  return `${points} points that weigh as ${plainly(multiply(ofDecimal(points), ofDecimal(times)))}`
})

async function save(): Promise<void> {
  const desired = read()
  if (!desired || needsAnswer()) return
  const id = isNew.value ? crypto.randomUUID() : props.assignmentId
  if (!(await keep(id, desired))) return
  if (isNew.value) emit('made', id)
  emit('close')
}
function several(): void {
  const desired = read()
  if (desired && !needsAnswer()) emit('several', desired)
}
function part(): void {
  form.linkId = null
  classStore.change('assignment', [{ kind: 'assignment', id: props.assignmentId, to: { linkId: null } }])
}
</script>

<template>
  <form class="assignment" @submit.prevent="save" @keydown.esc="emit('close')">
    <h2>{{ isNew ? 'New assignment' : 'Assignment' }}</h2>
    <PatternPicker v-if="isNew" :batch="batch" @begin="begin" />
    <TextField v-model="form.name" label="Name" autofocus :maxlength="120" :problem="problems.name" />
    <TextField
      v-model="form.shortName"
      label="Short name, for the column head"
      :maxlength="12"
      :problem="problems.shortName"
      @typed="shortNameTyped = true"
    />
    <span id="a-category" class="label">Category</span>
    <Select
      :model-value="form.categoryId === CHOOSE ? undefined : form.categoryId"
      ariaLabelledby="a-category"
      :options="categoryOptions"
      option-label="name"
      option-value="id"
      placeholder="Choose one"
      :invalid="!!problems.categoryId"
      fluid
      @update:model-value="form.categoryId = $event"
    />
    <p v-if="problems.categoryId" class="warn" role="alert">{{ problems.categoryId }}</p>

    <TextField v-model="dueOn" label="Due, or click the year above" type="date" :problem="problems.dueOn" />
    <p v-if="dateWarning" class="warn" :role="asking ? 'alert' : undefined">{{ dateWarning }}</p>
    <p v-else class="soft small">In {{ period?.title }}.</p>
    <p v-for="note in dateNotes" :key="note" class="warn">{{ note }}</p>

    <div class="two figures">
      <TextField v-model="form.points" label="Points possible" inputmode="decimal" :problem="problems.points" />
      <TextField
        v-model="form.multiplier"
        label="Weight in its category, ×"
        inputmode="decimal"
        :problem="problems.multiplier"
      />
    </div>

    <p v-if="weighs" class="soft small">{{ weighs }}.</p>

    <div class="two">
      <div>
        <span id="a-scored" class="label">Scored in</span>
        <Select
          v-model="form.scoredIn"
          ariaLabelledby="a-scored"
          :options="scoredIn"
          option-label="words"
          option-value="value"
          fluid
        />
      </div>
      <ShownToFamilies v-model="form.visibility" :first-date="form.dueOn ?? firstDate" :problem="problems.visibility" />
    </div>
    <label class="standard released"
      ><Checkbox v-model="form.released" binary input-id="a-released" /><span>Families see its scores too</span></label
    >

    <StandardPicker v-if="hasStandards" v-model="form.standardIds" />
    <CutOffFields
      v-if="form.standardIds.length && form.scoredIn !== 'levels'"
      v-model="form.cutOffs"
      :standard-ids="form.standardIds"
      :problem="problems.cutOffs"
    />

    <label class="standard counts"
      ><Checkbox v-model="form.counts" binary input-id="a-counts" /><span>Counts in the grade</span></label
    >
    <label v-if="form.counts" class="standard"
      ><Checkbox v-model="form.extraCredit" binary input-id="a-extra" /><span
        >Extra credit: it adds to what is earned, not to what it is out of, and is never dropped</span
      ></label
    >

    <TextField v-model="assignedOn" label="Assigned on (optional)" type="date" :problem="problems.assignedOn" />
    <label class="label" for="a-description">Description, for families</label>
    <Textarea
      id="a-description"
      v-model="form.description"
      rows="2"
      maxlength="4000"
      fluid
      aria-describedby="a-description-seen"
    />
    <p id="a-description-seen" class="soft small">{{ seenWords }}</p>

    <div v-if="copies.length" class="linked">
      <label class="standard"
        ><Checkbox v-model="together" binary input-id="a-together" /><span
          >Change the copies in {{ copies.map((each) => each.holder.title).join(' and ') }} too</span
        ></label
      >
      <p class="soft small">
        Dates and categories stay each class's own.
        <button type="button" class="link" @click="part">Part it from them</button>
      </p>
    </div>
    <p v-if="batchProblem" class="warn" role="alert">{{ batchProblem }}</p>

    <div class="row-of acts">
      <Button
        type="submit"
        :disabled="busy"
        :label="asking ? 'Keep it all the same' : isNew ? 'Add assignment' : 'Keep'"
      />
      <Button v-if="isNew" type="button" label="To several classes" severity="secondary" @click="several" />
      <Button type="button" label="Back" severity="secondary" @click="emit('close')" />
      <Button v-if="!isNew" type="button" label="Delete" severity="secondary" class="delete" @click="emit('remove')" />
    </div>
  </form>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
/* The fields stand side by side, whichever label takes two lines. */
.figures {
  row-gap: 0;
}
.figures > :deep(div) {
  display: grid;
  grid-row: span 3;
  grid-template-rows: subgrid;
}
.figures :deep(.label) {
  align-self: end;
}
.standard {
  display: flex;
  gap: 8px;
  align-items: start;
  padding: 3px 0;
  line-height: 1.3;
}
.counts,
.released,
.linked {
  margin-top: 10px;
}
.link {
  border: 0;
  background: none;
  padding: 0;
  color: var(--ai5);
  text-decoration: underline;
  text-underline-offset: 2px;
}
.acts {
  margin-top: 14px;
  gap: 6px;
}
.delete {
  margin-left: auto;
  color: var(--shu);
}
</style>
