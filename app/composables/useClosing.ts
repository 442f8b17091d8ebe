import { jointId } from '#core/kind'
import type { Override } from '#core/grading/override'
import { departures, currentGrades } from '#core/grading/declared'
import { toScore } from '#core/grading/section'
import { cardBox, checkRemark, type RemarkFinding } from '#core/remarks/checks'
import { isGraded as gradedIn, planOf } from '#core/plan/rules'
import { levelWindow } from '#core/proficiency/window'
import { levelsIn, type StandardLevel } from '#core/proficiency/levels-in'
import type { Student } from '#core/section'
import type { StudentGrade } from '#core/grading/grades'
import { useClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'

export interface CloseLine {
  student: Student
  grade: StudentGrade | undefined
  override: Readonly<Override>
  /** The levels of the period, where the class gives no grades. */
  levels: StandardLevel[]
  remark: string
  findings: RemarkFinding[]
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
    const { students, period, plan } = classStore
    if (!period || !plan) return []
    return students.map((student) => {
      const id = jointId(student.id, period.id)
      const grade = classStore.gradeOfStudent(student.id)
      const remark = classStore.get('remark', id).text
      return {
        student,
        grade,
        levels: isGraded.value ? [] : window.value ? levelsIn(window.value, student.id) : [],
        remark,
        override: classStore.get('override', id),
        findings: checkRemark(
          remark,
          student,
          students,
          grade?.effective ?? (isGraded.value ? null : 'not given'),
          plan.lowLine,
        ),
        room: Math.min(100, (100 * remark.length) / cardBox.characters),
      }
    })
  })

  const unscored = computed(() => {
    return classStore.everything && classStore.period
      ? toScore(classStore.everything, classStore.period, today.value)
      : { now: 0, notYetDue: 0, ofLeavers: 0 }
  })
  const written = computed(() => lines.value.filter((line) => line.remark.trim() !== '').length)
  const overridden = computed(() => lines.value.filter((line) => line.grade?.override).length)
  /** Levels for which there is not enough evidence. */
  const withoutLevel = computed(() => lines.value.flatMap((line) => line.levels).filter((each) => !each.level).length)
  const toLookAt = computed(() => lines.value.filter((line) => line.findings.length).length)

  const declared = computed(() => {
    return classStore.period ? classStore.get('declaration', classStore.period.id).declared : false
  })
  /** Grades that are no longer what was declared. */
  const departed = computed(() => {
    const { everything: snapshot, period } = classStore
    const before = snapshot && period && declared.value ? snapshot.declared[period.id] : undefined
    return before ? departures(before, currentGrades(snapshot!, period!)) : []
  })
  /** Whether the period has begun: before, there is nothing to close. */
  const begun = computed(() => (classStore.period?.firstDay ?? '') <= today.value)

  return { lines, isGraded, withoutLevel, unscored, written, overridden, toLookAt, declared, departed, begun }
}
export type Closing = ReturnType<typeof useClosing>
