import { jointId } from '#core/kind'
import type { Override } from '#core/grading/override'
import { currentGrades, departures, isSettled, type Departure } from '#core/report-card/declared'
import { remarkStates, type RemarkState } from '#core/report-card/remark-states'
import { closingLine, examsOf } from '#core/today/closing-line'
import { fitted } from '#core/remarks/lines'
import { isMissing } from '#core/scores/missing'
import type { StudentFacts } from '#core/remarks/suits'
import { isGraded as gradedIn, planOf } from '#core/plan/rules'
import { levelWindow } from '#core/proficiency/window'
import { levelsIn } from '#core/proficiency/levels-in'
import type { StandardLevel } from '#core/proficiency/standard-level'
import type { StudentGrade } from '#core/grading/grades'
import { useClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'

export interface CloseLine extends RemarkState {
  grade: StudentGrade | undefined
  override: Readonly<Override>
  /** The levels of the period, where the class gives no grades. */
  levels: StandardLevel[]
  /** What is known of the student when the bank is searched. */
  facts: StudentFacts
  /** How much of the card's box the remark fills, in percent. */
  room: number
}

/** What is left to do before a period of the open class can be declared, student by student. */
export function useClosing() {
  const classStore = useClassStore()
  const { today } = storeToRefs(usePerson())

  /** Whether grades are computed in the period; in others levels are looked over. */
  const isGraded = computed(() => {
    const { structure, period } = classStore
    return !structure || !period || gradedIn(structure, planOf(structure), period)
  })

  const window = computed(() => {
    const { everything, period } = classStore
    return everything && period ? levelWindow(everything, period) : null
  })

  const lines = computed<CloseLine[]>(() => {
    const { students: roster, period, plan, everything } = classStore
    if (!period || !plan || !everything) return []
    const gradeOf = (id: string) => classStore.gradeOfStudent(id)?.effective ?? (isGraded.value ? null : 'not given')
    return remarkStates(everything, period, roster, today.value, gradeOf).map((state) => {
      const { student, card } = state
      const grade = classStore.gradeOfStudent(student.id)
      const levels = window.value ? levelsIn(window.value, student.id) : []
      return {
        ...state,
        grade,
        levels: isGraded.value ? [] : levels,
        facts: {
          percent: grade?.effective?.percent ?? null,
          levels: levels.flatMap((each) => each.level?.value ?? []),
          missing: missing.value.get(student.id) ?? 0,
        },
        override: classStore.get('override', jointId(student.id, period.id)),
        room: fitted(card, everything.remarkBox).percent,
      }
    })
  })

  /** How many pieces of work of the period each student has not handed in. */
  const missing = computed(() => {
    const counts = new Map<string, number>()
    for (const { id } of classStore.assignments)
      for (const student of classStore.students)
        if (isMissing(classStore.get('cell', jointId(student.id, id))))
          counts.set(student.id, (counts.get(student.id) ?? 0) + 1)
    return counts
  })

  const overridden = computed(() => lines.value.filter((line) => line.grade?.override).length)
  /** What is counted of the closing, as on *Today*; null while no class is open. */
  const counts = computed(() => {
    const { everything, period } = classStore
    return everything && period ? closingLine(everything, period, today.value, lines.value) : null
  })
  const declared = computed(() => counts.value?.declared ?? false)
  /** Grades that are no longer what was declared. */
  const departed = computed(() => {
    const { everything: snapshot, period } = classStore
    const before = snapshot && period && declared.value ? snapshot.declared[period.id] : undefined
    return before ? departures(before, currentGrades(snapshot!, period!)) : []
  })
  /** Those of them that the teacher has left so, with a reason. */
  const isLeftSo = (each: Departure) => isSettled(classStore.everything!, each, classStore.period!.id)
  /** The exam windows of the period: itself, or those in it. */
  const exams = computed(() => {
    const { structure, period } = classStore
    if (!structure || !period) return []
    return examsOf(structure, period)
  })
  const said = computed(() => classStore.get('closing', classStore.periodId ?? ''))
  /** When the office takes the grades in; null where it does not say. */
  const officeWindow = computed(() => classStore.snapshot?.windows[classStore.periodId ?? ''] ?? null)

  /** Whether the period has begun: before, there is nothing to close. */
  const begun = computed(() => (classStore.period?.firstDay ?? '') <= today.value)

  return {
    ...{ lines, isGraded, counts, overridden, declared, departed, isLeftSo, begun },
    ...{ exams, said, officeWindow },
  }
}
export type Closing = ReturnType<typeof useClosing>
