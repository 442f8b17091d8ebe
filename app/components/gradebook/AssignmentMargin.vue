<script setup lang="ts">
import type { Assignment, Visibility } from '#core/acts/records'
import { blanks, schemas } from '#core/acts/records'
import { periodOf } from '#core/calendar/periods'
import { saidOfVisibility } from '#core/grading/said'
import { readDecimal } from '#core/number/decimal'
import { proposedShortName } from '#core/scores/short-name'

const props = defineProps<{ assignmentId: string; firstDate: string }>()
const emit = defineEmits<{ close: [] }>()

const classroom = useClassroom()
const isNew = computed(() => props.assignmentId === 'new')
const kept = computed(() => (isNew.value ? null : classroom.get('assignment', props.assignmentId)))

/** What a new assignment of a category begins with. */
const defaultsOf = (categoryId: string | null) =>
  classroom.categories.find((each) => each.id === categoryId)?.defaults ?? {}
const offered = computed(() => classroom.categories.filter((each) => each.active || each.id === kept.value?.categoryId))
const firstCategory = classroom.plan!.defaultCategoryId ?? offered.value[0]?.id ?? null

const form = reactive({
  ...{
    ...blanks.assignment,
    name: '',
    shortName: '',
    dueOn: props.firstDate,
    categoryId: firstCategory,
    ...defaultsOf(firstCategory),
  },
  ...(kept.value ?? {}),
  standardIds: [...(kept.value?.standardIds ?? [])],
})
const shortNameTyped = ref(!isNew.value)
const problems = ref<Partial<Record<keyof Assignment, string>>>({})

watch(
  () => form.name,
  (name) => {
    if (!shortNameTyped.value) form.shortName = proposedShortName(name)
  },
)

// Another category brings its own beginnings, as long as nothing else was typed in their place.
watch(
  () => form.categoryId,
  (now, before) => {
    const [own, old] = [defaultsOf(now), { ...blanks.assignment, ...defaultsOf(before) }]
    if (isNew.value && form.points === old.points && form.counts === old.counts) Object.assign(form, own)
  },
)

const visibilities = computed(() =>
  (['now', 'due date', 'never'] as const)
    .map((from) => ({ from }) as Visibility)
    .concat({ from: 'days before', days: form.visibility.from === 'days before' ? form.visibility.days : 3 })
    .concat(form.visibility.from === 'date' ? [form.visibility] : [])
    .map((value) => ({ value, words: saidOfVisibility(value) })),
)
const shownFrom = computed(
  () => visibilities.value.find((each) => each.value.from === form.visibility.from)?.value ?? null,
)
const scoredIn = [
  { value: 'points' as const, words: 'points' },
  { value: 'levels' as const, words: 'levels' },
]

const dueOn = computed({ get: () => form.dueOn ?? '', set: (date) => (form.dueOn = date || null) })
const period = computed(() => periodOf(classroom.periods, form.dueOn))
const categoryOptions = computed(() => [
  ...offered.value.map((each) => ({ id: each.id as string | null, name: each.name })),
  { id: null, name: 'No category' },
])
const scores = computed(
  () =>
    Object.keys(classroom.snapshot!.records.cell).filter(
      (id) => id.endsWith(`/${props.assignmentId}`) && classroom.get('cell', id).value !== null,
    ).length,
)
const confirming = ref(false)

function read(): Assignment | null {
  const wanted = {
    ...form,
    points: readDecimal(form.points) ?? form.points,
    multiplier: readDecimal(form.multiplier) ?? form.multiplier,
    removed: false,
    place: kept.value?.place ?? classroom.assignments.length,
  }
  const parsed = schemas.assignment.safeParse(wanted)
  problems.value = {}
  if (parsed.success) return parsed.data
  for (const issue of parsed.error.issues) problems.value[issue.path[0] as keyof Assignment] ??= issue.message
  return null
}

function save(): void {
  const wanted = read()
  if (!wanted) return
  classroom.change('assignment', [
    { kind: 'assignment', id: isNew.value ? crypto.randomUUID() : props.assignmentId, to: wanted },
  ])
  emit('close')
}

function remove(): void {
  classroom.change('assignment', [{ kind: 'assignment', id: props.assignmentId, to: { removed: true } }])
  confirming.value = false
  emit('close')
}
</script>

<template>
  <form class="assignment" @submit.prevent="save" @keydown.esc="emit('close')">
    <h2>{{ isNew ? 'New assignment' : 'Assignment' }}</h2>
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
      v-model="form.categoryId"
      ariaLabelledby="a-category"
      :options="categoryOptions"
      option-label="name"
      option-value="id"
      fluid
    />

    <TextField v-model="dueOn" label="Due" type="date" :problem="problems.dueOn" />
    <p class="small" :class="period ? 'soft' : 'warn'">
      {{
        period
          ? `In ${period.title}.`
          : form.dueOn
            ? 'Outside every grading period: it will count nowhere.'
            : 'Without a date it counts nowhere.'
      }}
    </p>

    <div class="two">
      <TextField v-model="form.points" label="Points possible" inputmode="decimal" :problem="problems.points" />
      <TextField v-model="form.multiplier" label="Times" inputmode="decimal" :problem="problems.multiplier" />
    </div>

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
      <div>
        <span id="a-shown" class="label">Families see it</span>
        <Select
          :model-value="shownFrom"
          ariaLabelledby="a-shown"
          :options="visibilities"
          option-label="words"
          option-value="value"
          fluid
          @update:model-value="form.visibility = $event"
        />
      </div>
    </div>

    <fieldset v-if="classroom.snapshot!.standards.length">
      <legend class="label">Standards</legend>
      <label
        v-for="standard in classroom.snapshot!.standards"
        :key="standard.id"
        class="standard"
        :title="standard.statement"
      >
        <Checkbox v-model="form.standardIds" :value="standard.id" :input-id="`a-${standard.id}`" /><span
          ><b>{{ standard.code }}</b> {{ standard.statement }}</span
        >
      </label>
    </fieldset>

    <label class="standard counts"
      ><Checkbox v-model="form.counts" binary input-id="a-counts" /><span>Counts in the grade</span></label
    >

    <div class="row-of acts">
      <Button type="submit" :label="isNew ? 'Add assignment' : 'Keep'" />
      <Button type="button" label="Back" severity="secondary" @click="emit('close')" />
      <Button
        v-if="!isNew"
        type="button"
        label="Delete"
        severity="secondary"
        class="delete"
        @click="confirming = true"
      />
    </div>
    <Dialog v-model:visible="confirming" modal header="Delete this assignment?" :style="{ width: '28rem' }">
      <p>
        {{ scores ? `${counted(scores, 'score')} will leave the grades with it.` : 'It has no scores.' }} Undo brings it
        all back.
      </p>
      <template #footer
        ><Button label="Keep it" severity="secondary" @click="confirming = false" /><Button
          label="Delete"
          @click="remove"
      /></template>
    </Dialog>
  </form>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
.standard {
  display: flex;
  gap: 8px;
  align-items: start;
  padding: 3px 0;
  line-height: 1.3;
}
.counts {
  margin-top: 10px;
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
