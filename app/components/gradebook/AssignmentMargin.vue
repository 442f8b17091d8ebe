<script setup lang="ts">
import { categoryCalled } from '#core/plan/counterpart'
import type { Assignment } from '#core/plan/assignment'
import type { Visibility } from '#core/plan/visibility'
import { blanks, schemas } from '#core/kinds'
import { periodOf } from '#core/calendar/periods'
import { same } from '#core/same'
import { readDecimal } from '#core/number/decimal'
import { proposedShortName } from '#core/scores/short-name'
import { useClassStore } from '~/stores/class'
import { useDeed, recordsOf } from '~/composables/useDeed'
import { usePickedDay } from '~/composables/usePickedDay'
import { counted } from '~/composables/useWords'

const props = defineProps<{ assignmentId: string; firstDate: string }>()
const emit = defineEmits<{ close: []; several: [assignment: Assignment]; remove: [] }>()

const classStore = useClassStore()
const isNew = computed(() => props.assignmentId === 'new')
const kept = computed(() => (isNew.value ? null : classStore.get('assignment', props.assignmentId)))

/** What a new assignment of a category begins with. */
const defaultsOf = (categoryId: string | null) =>
  classStore.categories.find((each) => each.id === categoryId)?.defaults ?? {}
const offered = computed(() =>
  classStore.categories.filter((each) => each.active || each.id === kept.value?.categoryId),
)
const firstCategory = classStore.plan!.defaultCategoryId ?? offered.value[0]?.id ?? null

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
  cutOffs: kept.value?.cutOffs ?? null,
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

const visibilities: { value: Visibility['from']; words: string }[] = [
  { value: 'now', words: 'at once' },
  { value: 'due date', words: 'on the due date' },
  { value: 'days before', words: 'days before it' },
  { value: 'date', words: 'from a date' },
  { value: 'never', words: 'never' },
]
function seeFrom(from: Visibility['from']): void {
  form.visibility =
    from === 'days before'
      ? { from, days: 3 }
      : from === 'date'
        ? { from, date: form.dueOn ?? props.firstDate }
        : { from }
}
const scoredIn = [
  { value: 'points' as const, words: 'points' },
  { value: 'levels' as const, words: 'levels' },
]

const dueOn = computed({ get: () => form.dueOn ?? '', set: (date) => (form.dueOn = date || null) })
const period = computed(() => periodOf(classStore.periods, form.dueOn))
const categoryOptions = computed(() => [
  ...offered.value.map((each) => ({ id: each.id as string | null, name: each.name })),
  { id: null, name: 'No category' },
])

// ---- What a date means, said before it is taken ----

/** What is unusual about the date; it is kept all the same when it is confirmed. */
const dateWarning = computed(() => {
  if (!form.dueOn) return 'Without a date it belongs to no grading period and counts nowhere.'
  if (!period.value) return 'This day lies outside every grading period: it will count nowhere.'
  return classStore.get('declaration', period.value.id).declared && form.dueOn !== kept.value?.dueOn
    ? `${period.value.title} is declared. Its grades will no longer agree with what was declared.`
    : null
})
const confirmed = ref<string | null>(null)
const mustConfirm = computed(
  () => dateWarning.value !== null && confirmed.value !== dateWarning.value && form.dueOn !== kept.value?.dueOn,
)
const asking = ref(false)
watch(dateWarning, () => (asking.value = false))

// The due date can be picked on the year strip, for as long as this form is open.
const picked = usePickedDay()
watch(
  () => form.dueOn,
  (day) => (picked.value = { day: day ?? '', pick: (to) => (form.dueOn = to) }),
  { immediate: true },
)
onBeforeUnmount(() => (picked.value = null))

// ---- Patterns, and copies in other classes ----

const { plans, load, perform, problem: deedProblem, busy } = useDeed()
if (isNew.value || kept.value?.linkId) void load()

const patterns = computed(() =>
  Object.entries(plans.value?.patterns ?? {})
    .filter(([, each]) => !each.removed)
    .map(([id, each]) => ({ id, name: each.name, assignment: each.assignment }))
    .toSorted((a, b) => a.name.localeCompare(b.name)),
)
const patternId = ref<string | null>(null)
function begin(id: string): void {
  patternId.value = id
  const { category, ...fields } = patterns.value.find((each) => each.id === id)!.assignment
  const categoryId = categoryCalled(classStore.categories, category)?.id ?? form.categoryId
  Object.assign(form, fields, { categoryId })
  shortNameTyped.value = true
}
async function forget(): Promise<void> {
  const id = patternId.value!
  const wanted = [{ kind: 'pattern' as const, id, to: { removed: true } }]
  if (!(await perform('pattern', [{ home: 'desk', records: { pattern: plans.value!.patterns }, wanted }]))) return
  patternId.value = null
  await load()
}

/** The copies of it in other classes, which can be changed together with it. */
const copies = computed(() =>
  (plans.value?.classes ?? []).flatMap((each) =>
    each.id === classStore.snapshot!.section.id
      ? []
      : Object.entries(each.assignments)
          .filter(([, one]) => kept.value?.linkId && one.linkId === kept.value.linkId)
          .map(([id]) => ({ id, holder: each })),
  ),
)
const together = ref(true)
/** What stays each class's own, also in linked copies. */
const own = new Set<keyof Assignment>(['categoryId', 'dueOn', 'standardIds', 'hidden', 'place', 'removed', 'linkId'])
const shared = (wanted: Assignment) =>
  Object.fromEntries(
    (Object.keys(wanted) as (keyof Assignment)[])
      .filter((key) => !own.has(key) && !same(wanted[key], kept.value![key]))
      .map((key) => [key, wanted[key]]),
  ) as Partial<Assignment>

function read(): Assignment | null {
  const wanted = {
    ...form,
    points: readDecimal(form.points) ?? form.points,
    multiplier: readDecimal(form.multiplier) ?? form.multiplier,
    removed: false,
    place: kept.value?.place ?? classStore.assignments.length,
  }
  const parsed = schemas.assignment.safeParse(wanted)
  problems.value = {}
  if (parsed.success) return parsed.data
  for (const issue of parsed.error.issues) problems.value[issue.path[0] as keyof Assignment] ??= issue.message
  return null
}

async function save(): Promise<void> {
  const wanted = read()
  if (!wanted || needsAnswer()) return
  const id = isNew.value ? crypto.randomUUID() : props.assignmentId
  const changed = isNew.value || !together.value ? {} : shared(wanted)
  if (copies.value.length && Object.keys(changed).length) {
    const here = plans.value!.classes.find((each) => each.id === classStore.snapshot!.section.id)!
    const parts = [
      { home: here.id, records: recordsOf(here), wanted: [{ kind: 'assignment' as const, id, to: wanted }] },
      ...copies.value.map((copy) => ({
        home: copy.holder.id,
        records: recordsOf(copy.holder),
        wanted: [{ kind: 'assignment' as const, id: copy.id, to: changed as Assignment }],
      })),
    ]
    if (!(await perform('assignment', parts))) return
    classStore.notices.push(`It was changed in ${counted(parts.length, 'class', 'classes')}. Undo takes it back.`)
  } else classStore.change('assignment', [{ kind: 'assignment', id, to: wanted }])
  emit('close')
}

/** An unusual date is taken when it has been confirmed. */
function needsAnswer(): boolean {
  if (!mustConfirm.value) return false
  if (!asking.value) return (asking.value = true)
  confirmed.value = dateWarning.value
  return false
}

function several(): void {
  const wanted = read()
  if (wanted && !needsAnswer()) emit('several', wanted)
}
function part(): void {
  form.linkId = null
  classStore.change('assignment', [{ kind: 'assignment', id: props.assignmentId, to: { linkId: null } }])
}
</script>

<template>
  <form class="assignment" @submit.prevent="save" @keydown.esc="emit('close')">
    <h2>{{ isNew ? 'New assignment' : 'Assignment' }}</h2>
    <template v-if="isNew && patterns.length">
      <span id="a-pattern" class="label">From a pattern</span>
      <span class="pattern">
        <Select
          :model-value="patternId"
          ariaLabelledby="a-pattern"
          :options="patterns"
          option-label="name"
          option-value="id"
          placeholder="none"
          fluid
          @update:model-value="begin"
        />
        <button v-if="patternId" type="button" class="toggle" @click="forget">Forget</button>
      </span>
    </template>
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

    <TextField v-model="dueOn" label="Due, also by a click on the year above" type="date" :problem="problems.dueOn" />
    <p v-if="dateWarning" class="warn" :role="asking ? 'alert' : undefined">{{ dateWarning }}</p>
    <p v-else class="soft small">In {{ period?.title }}.</p>

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
          :model-value="form.visibility.from"
          ariaLabelledby="a-shown"
          :options="visibilities"
          option-label="words"
          option-value="value"
          fluid
          @update:model-value="seeFrom"
        />
      </div>
    </div>
    <label v-if="form.visibility.from === 'days before'" class="beside days"
      ><InputText
        :model-value="String(form.visibility.days)"
        class="figure"
        inputmode="numeric"
        @update:model-value="form.visibility = { from: 'days before', days: Math.round(Number($event)) }"
      />
      days before</label
    >
    <TextField
      v-if="form.visibility.from === 'date'"
      :model-value="form.visibility.date"
      label="From"
      type="date"
      @update:model-value="form.visibility = { from: 'date', date: $event }"
    />
    <p v-if="problems.visibility" class="warn" role="alert">{{ problems.visibility }}</p>
    <label class="standard released"
      ><Checkbox v-model="form.released" binary input-id="a-released" /><span>Families see its scores too</span></label
    >

    <fieldset v-if="classStore.snapshot!.standards.length">
      <legend class="label">Standards</legend>
      <label
        v-for="standard in classStore.snapshot!.standards"
        :key="standard.id"
        class="standard"
        :title="standard.statement"
      >
        <Checkbox v-model="form.standardIds" :value="standard.id" :input-id="`a-${standard.id}`" /><span
          ><b>{{ standard.code }}</b> {{ standard.statement }}</span
        >
      </label>
    </fieldset>
    <CutOffFields
      v-if="form.standardIds.length && form.scoredIn === 'points'"
      v-model="form.cutOffs"
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

    <label class="label" for="a-description">Description</label>
    <Textarea id="a-description" v-model="form.description" rows="2" maxlength="4000" fluid />

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
    <p v-if="deedProblem" class="warn" role="alert">{{ deedProblem }}</p>

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
.standard {
  display: flex;
  gap: 8px;
  align-items: start;
  padding: 3px 0;
  line-height: 1.3;
}
.counts,
.released,
.linked,
.days {
  margin-top: 10px;
}
.pattern {
  display: flex;
  gap: 5px;
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
