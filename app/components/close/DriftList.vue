<script setup lang="ts">
import { asOwnGrade, type departures } from '#core/report-card/declared'
import { jointId } from '#core/kind'
import { record } from '#core/records'
import { fullName } from '#core/section'
import { counted } from '~/composables/useWords'
import { useClassStore } from '~/stores/class'

type Departed = ReturnType<typeof departures>[number]

/** Grades that are no longer what was declared: old and new, and what can be done about each. */
const props = defineProps<{
  departed: ReturnType<typeof departures>
  /** Whether the teacher has said that it stays so. */
  isLeft: (departed: Departed) => boolean
}>()
const classStore = useClassStore()
const nameOf = (id: string) => {
  const found = classStore.students.find((each) => each.id === id)
  return found ? fullName(found) : 'A student who left'
}
const words = (grade: { percent: string | null; label: string | null } | null) =>
  grade?.percent == null ? 'no grade' : [grade.percent, grade.label].filter(Boolean).join(' ')
/** What moved it, as far as it is plain. */
function cause({ studentId, was, now }: Departed): string {
  if (was && was.computedPercent === now.computedPercent) return 'an override was changed'
  if (classStore.get('override', jointId(studentId, classStore.periodId!)).percent !== null)
    return 'its scores changed under an override'
  return `its scores come to ${now.computedPercent ?? 'nothing'}, ${was?.computedPercent ?? 'nothing'} then`
}
/** The declaration is made again with what stands now; what was declared before stays in the history. */
const declareAnew = () =>
  classStore.change('declare', [
    {
      kind: 'declaration',
      id: classStore.periodId!,
      to: { declared: true, reason: `Declared anew: ${counted(props.departed.length, 'grade')} had changed` },
    },
  ])
const putBack = ({ studentId, was }: Departed) =>
  classStore.change('override', [
    {
      kind: 'override',
      id: jointId(studentId, classStore.periodId!),
      to: asOwnGrade(was!),
    },
  ])
const moved = computed(() => props.departed.filter((each) => !props.isLeft(each)))
const left = computed(() => props.departed.filter((each) => props.isLeft(each)))
/** Whose grade is to stay so, while the reason is asked for. */
const leaving = shallowRef<Departed | null>(null)
const reason = ref('')
const idOf = ({ studentId }: Departed) => jointId(studentId, classStore.periodId!)
function leave(): void {
  const to = { ...asOwnGrade(leaving.value!.now), reason: reason.value.trim() }
  classStore.change('closing', [{ kind: 'driftLeft', id: idOf(leaving.value!), to }])
  leaving.value = null
  reason.value = ''
}
const whyLeft = (each: Departed) => record(classStore.everything!.records, 'driftLeft', idOf(each)).reason
const unleave = (each: Departed) =>
  classStore.change('closing', [{ kind: 'driftLeft', id: idOf(each), to: { percent: null, label: null, reason: '' } }])
</script>

<template>
  <details class="drift" open>
    <summary>
      <b class="warn"
        >{{ counted(departed.length, 'grade') }} no longer {{ departed.length === 1 ? 'is' : 'are' }} what was
        declared</b
      >
      <span v-if="left.length" class="soft">{{ left.length }} left so</span>
      <button type="button" class="chip" @click.prevent="declareAnew">Declare anew</button>
    </summary>
    <table class="plain">
      <tbody>
        <tr v-for="each in [...moved, ...left]" :key="each.studentId">
          <td>{{ nameOf(each.studentId) }}</td>
          <td>declared {{ words(each.was) }}</td>
          <td>
            now <b>{{ words(each.now) }}</b>
          </td>
          <td class="soft">{{ isLeft(each) ? `left so: ${whyLeft(each)}` : cause(each) }}</td>
          <td class="do">
            <button
              v-if="isLeft(each)"
              type="button"
              class="chip"
              :aria-label="`Look at ${nameOf(each.studentId)} again`"
              @click="unleave(each)"
            >
              Look again
            </button>
            <button
              v-else
              type="button"
              class="chip"
              :aria-label="`Leave ${words(each.now)} for ${nameOf(each.studentId)}`"
              @click="leaving = each"
            >
              Leave it so
            </button>
            <button
              v-if="!isLeft(each) && each.was?.percent != null && !each.was.unadjusted"
              type="button"
              class="chip"
              :aria-label="`Put ${words(each.was)} back for ${nameOf(each.studentId)}`"
              @click="putBack(each)"
            >
              Put {{ words(each.was) }} back
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <Dialog
      v-if="leaving"
      visible
      modal
      :header="`Leave ${words(leaving.now)} for ${nameOf(leaving.studentId)}`"
      :style="{ width: '30rem' }"
      @update:visible="leaving = null"
    >
      <p>The declared grade stays {{ words(leaving.was) }} on what was sent. A further change speaks up again.</p>
      <TextField v-model="reason" label="Why, for the record" autofocus :maxlength="500" />
      <template #footer>
        <Button label="Back" severity="secondary" @click="leaving = null" />
        <Button label="Leave it so" :disabled="!reason.trim()" @click="leave" />
      </template>
    </Dialog>
  </details>
</template>

<style scoped>
.drift {
  padding: 6px 18px;
  max-height: 150px;
  overflow-y: auto;
  border-bottom: 1px solid var(--line);
}
summary {
  display: flex;
  gap: 10px;
  align-items: center;
  cursor: pointer;
}
.do {
  text-align: right;
  white-space: nowrap;
}
.do > * + * {
  margin-left: 6px;
}
</style>
