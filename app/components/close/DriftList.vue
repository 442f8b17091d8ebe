<script setup lang="ts">
import { asOwnGrade, type Departure } from '#core/report-card/declared'
import { jointId } from '#core/kind'
import { record } from '#core/records'
import { fullName } from '#core/section'
import { counted } from '~/composables/useWords'
import { differingWords } from '~/words/drift'
import { useClassStore } from '~/stores/class'

/** Students who no longer match what was declared: old and new, and what can be done about each. */
const props = defineProps<{
  departed: Departure[]
  /** Whether the teacher has said that it stays so. */
  isLeft: (departed: Departure) => boolean
}>()
const classStore = useClassStore()
const nameOf = (id: string) => {
  const found = classStore.students.find((each) => each.id === id)
  return found ? fullName(found) : 'A student who left'
}
const words = (grade: { percent: string | null; label: string | null } | null) =>
  grade?.percent == null ? 'no grade' : [grade.percent, grade.label].filter(Boolean).join(' ')
/** What moved it, as far as it is plain. */
function cause({ studentId, was, now, differs }: Departure): string {
  const others = differs.filter((each) => each !== 'grade')
  if (others.length) return `${differingWords(others)} changed`
  if (was && was.computedPercent === now.computedPercent) return 'an override was changed'
  if (classStore.get('override', jointId(studentId, classStore.periodId!)).percent !== null)
    return 'its scores changed under an override'
  return `its scores come to ${now.computedPercent ?? 'nothing'}, ${was?.computedPercent ?? 'nothing'} then`
}
/** The declaration is made again with what stands now; what was declared before stays in the history. */
const declareAgain = () =>
  classStore.change('declare', [
    {
      kind: 'declaration',
      id: classStore.periodId!,
      to: { declared: true, reason: `Declared again: ${counted(props.departed.length, 'student')} had changed` },
    },
  ])
const putBack = ({ studentId, was }: Departure) =>
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
const leaving = shallowRef<Departure | null>(null)
const reason = ref('')
const idOf = ({ studentId }: Departure) => jointId(studentId, classStore.periodId!)
function leave(): void {
  const to = { ...asOwnGrade(leaving.value!.now), reason: reason.value.trim() }
  classStore.change('closing', [{ kind: 'driftLeft', id: idOf(leaving.value!), to }])
  leaving.value = null
  reason.value = ''
}
const whyLeft = (each: Departure) => record(classStore.everything!.records, 'driftLeft', idOf(each)).reason
const unleave = (each: Departure) =>
  classStore.change('closing', [{ kind: 'driftLeft', id: idOf(each), to: { percent: null, label: null, reason: '' } }])
</script>

<template>
  <details class="drift" open>
    <summary>
      <b class="warn"
        >{{ counted(departed.length, 'student') }} no longer {{ departed.length === 1 ? 'matches' : 'match' }} what was
        declared</b
      >
      <span v-if="left.length" class="soft">{{ left.length }} left so</span>
      <button type="button" class="chip" @click.prevent="declareAgain">Declare again</button>
    </summary>
    <table class="plain">
      <tbody>
        <tr v-for="each in [...moved, ...left]" :key="each.studentId">
          <td>{{ nameOf(each.studentId) }}</td>
          <td>declared {{ words(each.was) }}</td>
          <td>
            <template v-if="each.differs.includes('grade')"
              >now <b>{{ words(each.now) }}</b></template
            >
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
              v-else-if="each.differs.includes('grade')"
              type="button"
              class="chip"
              :aria-label="`Leave ${words(each.now)} for ${nameOf(each.studentId)}`"
              @click="leaving = each"
            >
              Leave it so
            </button>
            <button
              v-if="
                each.differs.includes('grade') && !isLeft(each) && each.was?.percent != null && !each.was.unadjusted
              "
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
