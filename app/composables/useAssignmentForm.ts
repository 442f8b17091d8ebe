import { fieldFault } from '#core/fields'
import { say } from '~/words/say'
import { periodOf } from '#core/calendar/periods'
import { daysAfter } from '#core/calendar/date'
import { isWeekend } from '#core/calendar/school-days'
import { blanks, schemas } from '#core/kinds'
import { readDecimal } from '#core/number/decimal'
import type { Assignment } from '#core/plan/assignment'
import { proposedShortName } from '#core/scores/short-name'
import { longWeekday, shortDay } from '~/composables/useWords'
import { useClassStore } from '~/stores/class'
import { usePickedDay } from '~/composables/usePickedDay'

interface Begun {
  assignmentId: string
  /** The day on which a new one is due unless another is chosen. */
  firstDate: string
  /** A new one begins as another of these, a week on. */
  like?: Readonly<Assignment>
}

/** Nothing chosen yet; no id of a category is empty. */
export const CHOOSE = ''

/** The number in a name, one higher: what comes after `Field notes 5` is `Field notes 6`. */
export function nextName(name: string): string {
  const numbers = [...name.matchAll(/\d+/g)]
  const last = numbers.at(-1)
  return last ? `${name.slice(0, last.index)}${Number(last[0]) + 1}${name.slice(last.index + last[0].length)}` : name
}

/** What an assignment is made or changed with, and what is wrong with it. */
export function useAssignmentForm(props: Begun) {
  const classStore = useClassStore()
  const isNew = computed(() => props.assignmentId === 'new')
  const kept = computed(() => (isNew.value ? null : classStore.get('assignment', props.assignmentId)))
  const taken = () =>
    classStore.assignments.filter((each) => each.id !== props.assignmentId).map((each) => each.shortName)

  /** What a new assignment of a category begins with. */
  const defaultsOf = (categoryId: string | null) =>
    classStore.categories.find((each) => each.id === categoryId)?.defaults ?? {}
  const offered = computed(() =>
    classStore.categories.filter((each) => each.active || each.id === kept.value?.categoryId),
  )
  /** The plan's; of a single one there is nothing to ask. */
  const firstCategory =
    classStore.plan!.defaultCategoryId ?? (offered.value.length > 1 ? CHOOSE : (offered.value[0]?.id ?? null))

  function begun(): Partial<Assignment> {
    if (kept.value) return kept.value
    const { like } = props
    if (!like) return { dueOn: props.firstDate, categoryId: firstCategory, ...defaultsOf(firstCategory) }
    const name = nextName(like.name)
    const dueOn = like.dueOn && daysAfter(like.dueOn, 7)
    const assignedOn = like.assignedOn && daysAfter(like.assignedOn, 7)
    return {
      ...like,
      name,
      shortName: proposedShortName(name, taken()),
      assignedOn,
      dueOn,
      linkId: null,
      hidden: false,
    }
  }
  const first = begun()
  const form = reactive<Assignment>({
    ...{ ...blanks.assignment, name: '', shortName: '' },
    ...first,
    standardIds: [...(first.standardIds ?? [])],
  })
  const shortNameTyped = ref(!isNew.value)
  const problems = ref<Partial<Record<keyof Assignment, string>>>({})

  watch(
    () => form.name,
    (name) => {
      if (!shortNameTyped.value) form.shortName = proposedShortName(name, taken())
    },
  )
  // Another category brings its own beginnings, as long as nothing else was typed in their place.
  watch(
    () => form.categoryId,
    (now, before) => {
      const [own, old] = [defaultsOf(now), { ...blanks.assignment, ...defaultsOf(before) }]
      if (isNew.value && !props.like && form.points === old.points && form.counts === old.counts)
        Object.assign(form, own)
      delete problems.value.categoryId
    },
  )
  const categoryOptions = computed(() => [
    ...offered.value.map((each) => ({ id: each.id as string | null, name: each.name })),
    { id: null, name: 'No category' },
  ])

  const assignedOn = computed({
    get: () => form.assignedOn ?? '',
    set: (date) => (form.assignedOn = date || null),
  })
  const dueOn = computed({ get: () => form.dueOn ?? '', set: (date) => (form.dueOn = date || null) })
  const period = computed(() => periodOf(classStore.periods, form.dueOn))
  /** What is unusual about the date; it is kept all the same when it is confirmed. */
  const dateWarning = computed(() => {
    if (!form.dueOn) return 'Without a date it belongs to no grading period and counts nowhere.'
    if (!period.value) return 'This day lies outside every grading period: it will count nowhere.'
    return classStore.get('declaration', period.value.id).declared && form.dueOn !== kept.value?.dueOn
      ? `${period.value.title} is declared. Its grades will no longer agree with what was declared.`
      : null
  })
  /** What a teacher would want to know about the dates. It asks nothing. */
  const dateNotes = computed(() => [
    ...(form.dueOn && isWeekend(form.dueOn) ? [`${shortDay(form.dueOn)} is a ${longWeekday(form.dueOn)}.`] : []),
    ...(form.assignedOn && form.dueOn && form.assignedOn > form.dueOn ? ['It is assigned after it is due.'] : []),
  ])
  const confirmed = ref<string | null>(null)
  const mustConfirm = computed(
    () => dateWarning.value !== null && confirmed.value !== dateWarning.value && form.dueOn !== kept.value?.dueOn,
  )
  const asking = ref(false)
  watch(dateWarning, () => (asking.value = false))
  /** An unusual date is taken when it has been confirmed. */
  function needsAnswer(): boolean {
    if (!mustConfirm.value) return false
    if (!asking.value) return (asking.value = true)
    confirmed.value = dateWarning.value
    return false
  }

  // The due date can be picked on the year strip, for as long as this form is open.
  const picked = usePickedDay()
  watch(
    () => form.dueOn,
    (day) => (picked.value = { day: day ?? '', pick: (to) => (form.dueOn = to) }),
    { immediate: true },
  )
  onBeforeUnmount(() => (picked.value = null))

  /** The assignment as it is to be; null where something has to be put right first, which is then said. */
  function read(): Assignment | null {
    const desired = {
      ...form,
      points: readDecimal(form.points) ?? form.points,
      multiplier: readDecimal(form.multiplier) ?? form.multiplier,
      removed: false,
      place: kept.value?.place ?? classStore.assignments.length,
    }
    problems.value = form.categoryId === CHOOSE ? { categoryId: 'Choose a category, or No category.' } : {}
    const parsed = schemas.assignment.safeParse({ ...desired, categoryId: form.categoryId || null })
    if (parsed.success) return problems.value.categoryId ? null : parsed.data
    for (const issue of parsed.error.issues)
      problems.value[issue.path[0] as keyof Assignment] ??= say(fieldFault(issue))
    return null
  }

  return {
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
  }
}
