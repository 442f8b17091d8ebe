<script setup lang="ts">
import { categoryIdCalled } from '#core/plan/counterpart'
import type { Assignment } from '#core/plan/assignment'
import { daysAfter } from '#core/calendar/date'
import { periodOf } from '#core/calendar/periods'
import { onUsualDay, usualDays } from '#core/calendar/usual-days'
import type { ClassPlan } from '#shared/plans'
import type { Part } from '~/composables/useDeed'
import { useClassStore } from '~/stores/class'
import { useDeed, recordsOf } from '~/composables/useDeed'
import { shortDay, counted } from '~/composables/useWords'
import { useNotices } from '~/stores/notices'

/**
 * Puts an assignment into several classes as one deed, each with its own due date. Without an id it is new here too. The
 * copies are linked, so that a later change can go to all.
 */
const props = defineProps<{
  assignment: Readonly<Assignment>
  assignmentId: string | null
  /** The classes that are looked at: where it goes, unless the teacher says otherwise. */
  to: string[]
}>()
const emit = defineEmits<{ close: []; done: [] }>()
const classStore = useClassStore()
const notices = useNotices()
const { plans, problem, busy, load, perform } = useDeed()
await load()

const here = classStore.snapshot!.section.id
const linkId = props.assignment.linkId ?? crypto.randomUUID()
const ids = new Map<string, string>()
const idIn = (classId: string) => {
  if (!ids.has(classId)) ids.set(classId, crypto.randomUUID())
  return ids.get(classId)!
}

type Rule = 'same' | 'later' | 'usual'
const rules: { value: Rule; words: string }[] = [
  { value: 'same', words: 'the same day' },
  { value: 'later', words: 'some days later' },
  { value: 'usual', words: "each class's usual days" },
]
const rule = ref<Rule>('same')
const later = ref('1')
const dates = ref<Record<string, string>>({})
const toIds = ref<string[]>(props.assignmentId ? props.to.filter((each) => each !== here) : props.to)

const classes = computed(() =>
  (plans.value?.classes ?? []).filter((each) => !each.past && (each.id !== here || !props.assignmentId)),
)
const linkedIn = (each: ClassPlan) =>
  props.assignment.linkId !== null &&
  Object.values(each.assignments).some((one) => one.linkId === props.assignment.linkId)
const chosen = computed(() => classes.value.filter((each) => toIds.value.includes(each.id) && !linkedIn(each)))

function byRule(each: ClassPlan): string {
  const { dueOn } = props.assignment
  if (!dueOn || (each.id === here && !props.assignmentId)) return dueOn ?? ''
  if (rule.value === 'later') return daysAfter(dueOn, Math.round(Number(later.value)) || 0)
  if (rule.value === 'usual') return onUsualDay(dueOn, daysOf(each))
  return dueOn
}
const daysOf = (each: ClassPlan) => usualDays(Object.values(each.assignments).flatMap((one) => one.dueOn ?? []))
const dueIn = (each: ClassPlan) => dates.value[each.id] ?? byRule(each)
watch([rule, later], () => (dates.value = {}))

const categoryName = classStore.categories.find((each) => each.id === props.assignment.categoryId)?.name
const categoryIn = (each: ClassPlan) => categoryIdCalled(each.categories, categoryName)
const course = computed(() => plans.value?.classes.find((each) => each.id === here)?.course)

/** What it will be in a class that is not as here. */
function asides(each: ClassPlan): string[] {
  const due = dueIn(each)
  const period = due ? periodOf(each.periods, due) : null
  return [
    period ? `in ${period.title}` : 'in no grading period: it counts nowhere',
    ...(categoryName && !categoryIn(each) ? [`no category ${categoryName} there: it gets none`] : []),
    ...(props.assignment.standardIds.length && each.course !== course.value ? ['without the standards'] : []),
  ]
}

async function copy(): Promise<void> {
  const parts: Part[] = chosen.value.map((each) => ({
    home: each.id,
    records: recordsOf(each),
    wanted: [
      {
        kind: 'assignment' as const,
        id: idIn(each.id),
        to: {
          ...props.assignment,
          categoryId: categoryIn(each),
          dueOn: dueIn(each) || null,
          standardIds: each.course === course.value ? props.assignment.standardIds : [],
          linkId: chosen.value.length > 1 || props.assignmentId ? linkId : null,
          hidden: false,
          place: Object.keys(each.assignments).length,
          removed: false,
        },
      },
    ],
  }))
  // The one that is copied is linked with its copies.
  const own = plans.value?.classes.find((each) => each.id === here)
  if (props.assignmentId && own && props.assignment.linkId !== linkId)
    parts.push({
      home: here,
      records: recordsOf(own),
      wanted: [{ kind: 'assignment', id: props.assignmentId, to: { linkId } }],
    })
  if (!(await perform('assignment', parts))) return
  notices.say(
    `${props.assignment.name} is in ${counted(chosen.value.length, 'class', 'classes')} now. Undo takes it back.`,
  )
  emit('done')
  emit('close')
}
</script>

<template>
  <Dialog
    visible
    modal
    :header="assignmentId ? 'To other classes' : 'To several classes'"
    :style="{ width: '40rem' }"
    @update:visible="emit('close')"
  >
    <p>
      <b>{{ assignment.name }}</b><span class="soft"
        >, {{ assignment.points }} points, due {{ shortDay(assignment.dueOn) }} here</span
      >
    </p>
    <div class="rule">
      <span class="term">Due on</span>
      <ToggleRow label="Due on" :value="rule" :options="rules" @choose="rule = $event" />
      <label v-if="rule === 'later'" class="beside"
        ><input v-model="later" class="field figure" inputmode="numeric" aria-label="Days later" /> days</label
      >
    </div>
    <p v-if="rule === 'usual'" class="soft small">The weekdays on which most of a class's work has been due.</p>
    <table class="ruled" aria-label="Classes">
      <tbody>
        <tr v-for="each in classes" :key="each.id">
          <th scope="row">
            <label class="check"
              ><Checkbox v-model="toIds" :value="each.id" :disabled="linkedIn(each)" />{{ each.title }}</label
            >
          </th>
          <td>
            <input
              v-if="toIds.includes(each.id) && !linkedIn(each)"
              type="date"
              class="field"
              :aria-label="`Due date in ${each.title}`"
              :value="dueIn(each)"
              @change="dates[each.id] = ($event.target as HTMLInputElement).value"
            />
          </td>
          <td class="soft small">
            <template v-if="linkedIn(each)">has a copy already</template>
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
