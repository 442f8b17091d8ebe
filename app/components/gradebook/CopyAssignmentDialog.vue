<script setup lang="ts">
import { categoryIdCalled } from '#core/plan/counterpart'
import type { Assignment } from '#core/plan/assignment'
import { weekdaysAfter } from '#core/calendar/school-days'
import { periodOf } from '#core/calendar/periods'
import { onUsualDay, usualDays } from '#core/calendar/usual-days'
import type { ClassPlan } from '#shared/plans'
import type { Part } from '~/composables/useBatch'
import { useClassStore } from '~/stores/class'
import { useBatch, recordsOf } from '~/composables/useBatch'
import { shortDay, counted } from '~/composables/useWords'
import { useNotices } from '~/stores/notices'

/** One assignment that is put into other classes; without an id it is new here too. */
interface Work {
  id: string | null
  assignment: Readonly<Assignment>
}

/**
 * Puts assignments into several classes as one batch, each with its own due date. The copies are linked, so that a later
 * change can go to all.
 */
const props = defineProps<{
  works: readonly Work[]
  /** The classes that are looked at: where it goes, unless the teacher says otherwise. */
  to: string[]
}>()
const emit = defineEmits<{ close: []; done: [idHere: string | null] }>()
const classStore = useClassStore()
const notices = useNotices()
const { plans, problem, busy, load, perform } = useBatch()
await load()

const here = classStore.snapshot!.section.id
const [first] = props.works as [Work, ...Work[]]
const isNew = first.id === null
const single = props.works.length === 1
const linkIds = new Map(props.works.map((each) => [each, each.assignment.linkId ?? crypto.randomUUID()]))
/** The same ids again when it is tried again. */
const ids = new Map<string, string>()
function idIn(classId: string, work: Work): string {
  const key = `${classId} ${linkIds.get(work)}`
  if (!ids.has(key)) ids.set(key, crypto.randomUUID())
  return ids.get(key)!
}

type Rule = 'same' | 'later' | 'usual'
const rules: { value: Rule; words: string }[] = [
  { value: 'same', words: 'the same day' },
  { value: 'later', words: 'some weekdays later' },
  { value: 'usual', words: "each class's usual days" },
]
const rule = ref<Rule>('same')
const later = ref('1')
const dates = ref<Record<string, string>>({})
const toIds = ref<string[]>(isNew ? props.to : props.to.filter((each) => each !== here))

const classes = computed(() => (plans.value?.classes ?? []).filter((each) => !each.past && (each.id !== here || isNew)))
const hasCopy = (each: ClassPlan, { assignment }: Work) =>
  assignment.linkId !== null && Object.values(each.assignments).some((one) => one.linkId === assignment.linkId)
/** What a class does not have yet. */
const worksFor = (target: ClassPlan) => props.works.filter((work) => !hasCopy(target, work))
const chosen = computed(() => classes.value.filter((each) => toIds.value.includes(each.id) && worksFor(each).length))

function byRule(each: ClassPlan, { assignment: { dueOn } }: Work): string {
  if (!dueOn || (each.id === here && isNew)) return dueOn ?? ''
  if (rule.value === 'later') return weekdaysAfter(dueOn, Math.round(Number(later.value)) || 0)
  if (rule.value === 'usual') return onUsualDay(dueOn, daysOf(each))
  return dueOn
}
const daysOf = (each: ClassPlan) => usualDays(Object.values(each.assignments).flatMap((one) => one.dueOn ?? []))
/** Of a single assignment each date can be set by hand. */
const dueIn = (each: ClassPlan, work: Work) => (single ? dates.value[each.id] : undefined) ?? byRule(each, work)
watch([rule, later], () => (dates.value = {}))

const categoryName = ({ assignment }: Work) =>
  classStore.categories.find((each) => each.id === assignment.categoryId)?.name
const categoryIn = (each: ClassPlan, work: Work) => categoryIdCalled(each.categories, categoryName(work))
const course = computed(() => plans.value?.classes.find((each) => each.id === here)?.course)

/** What the copies will be in a class that is not as here. */
function asides(target: ClassPlan): string[] {
  const works = worksFor(target)
  const periods = [
    ...new Set(
      works.map((work) => {
        const due = dueIn(target, work)
        return (due && periodOf(target.periods, due)?.title) || ''
      }),
    ),
  ]
  const lost = [...new Set(works.flatMap((work) => (categoryIn(target, work) ? [] : (categoryName(work) ?? []))))]
  const gets = single ? 'it gets none' : 'their work gets none'
  return [
    ...(single ? [] : [counted(works.length, 'assignment')]),
    ...periods.map((title) => (title ? `in ${title}` : 'in no grading period: it counts nowhere')),
    ...(lost.length ? [`no category ${lost.join(', ')} there: ${gets}`] : []),
    ...(works.some(({ assignment }) => assignment.standardIds.length) && target.course !== course.value
      ? ['without the standards']
      : []),
  ]
}

async function copy(): Promise<void> {
  const parts: Part[] = chosen.value.map((target) => ({
    scope: target.id,
    records: recordsOf(target),
    desired: worksFor(target).map((work, at) => ({
      kind: 'assignment' as const,
      id: idIn(target.id, work),
      to: {
        ...work.assignment,
        categoryId: categoryIn(target, work),
        dueOn: dueIn(target, work) || null,
        standardIds: target.course === course.value ? work.assignment.standardIds : [],
        linkId: chosen.value.length > 1 || !isNew ? linkIds.get(work)! : null,
        hidden: false,
        place: Object.keys(target.assignments).length + at,
        removed: false,
      },
    })),
  }))
  // What is copied is linked with its copies.
  const own = plans.value?.classes.find((each) => each.id === here)
  const unlinked = props.works.filter((work) => work.id !== null && work.assignment.linkId !== linkIds.get(work))
  if (own && unlinked.length)
    parts.push({
      scope: here,
      records: recordsOf(own),
      desired: unlinked.map((work) => ({ kind: 'assignment', id: work.id!, to: { linkId: linkIds.get(work)! } })),
    })
  if (!(await perform('assignment', parts))) return
  const what = single ? `${first.assignment.name} is` : `${counted(props.works.length, 'assignment')} are`
  notices.say(`${what} in ${counted(chosen.value.length, 'class', 'classes')} now. Undo takes it back.`)
  emit('done', isNew && chosen.value.some((each) => each.id === here) ? idIn(here, first) : null)
  emit('close')
}
</script>

<template>
  <Dialog
    visible
    modal
    :header="isNew ? 'To several classes' : 'To other classes'"
    :style="{ width: '40rem' }"
    @update:visible="emit('close')"
  >
    <p v-for="{ id, assignment } in works" :key="id ?? 'new'">
      <b>{{ assignment.name }}</b><span class="soft"
        >, {{ assignment.points }} points, due {{ shortDay(assignment.dueOn) }} here</span
      >
    </p>
    <div class="rule">
      <span class="term">Due on</span>
      <ToggleRow label="Due on" :value="rule" :options="rules" @choose="rule = $event" />
      <label v-if="rule === 'later'" class="beside"
        ><input v-model="later" class="field figure" inputmode="numeric" aria-label="Days later" /> weekdays</label
      >
    </div>
    <p v-if="rule === 'usual'" class="soft small">The weekdays on which most of a class's work has been due.</p>
    <table class="ruled" aria-label="Classes">
      <tbody>
        <tr v-for="each in classes" :key="each.id">
          <th scope="row">
            <label class="check"
              ><Checkbox v-model="toIds" :value="each.id" :disabled="!worksFor(each).length" />{{ each.title }}</label
            >
          </th>
          <td>
            <input
              v-if="single && toIds.includes(each.id) && worksFor(each).length"
              type="date"
              class="field"
              :aria-label="`Due date in ${each.title}`"
              :value="dueIn(each, first)"
              @change="dates[each.id] = ($event.target as HTMLInputElement).value"
            />
          </td>
          <td class="soft small">
            <template v-if="!worksFor(each).length">{{ single ? 'has a copy already' : 'has copies of all' }}</template>
            <template v-else-if="toIds.includes(each.id)">{{ asides(each).join('; ') }}</template>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="classes.length === 0" class="soft">You have no other class this year.</p>
    <p v-if="problem" class="warn" role="alert">{{ problem }}</p>
    <template #footer>
      <Button label="Back" severity="secondary" @click="emit('close')" />
      <Button
        :label="chosen.length ? `Put into ${counted(chosen.length, 'class', 'classes')}` : 'Choose the classes'"
        :disabled="busy || chosen.length === 0"
        @click="copy"
      />
    </template>
  </Dialog>
</template>

<style scoped>
.rule {
  display: flex;
  gap: 10px;
  align-items: center;
  margin: 12px 0 4px;
}
.term {
  color: var(--soft);
}
table {
  margin-top: 8px;
}
th {
  white-space: nowrap;
  height: 36px;
}
</style>
