import { countingDay, gradingPeriods, type Period } from '#core/calendar/periods'
import type { StudentGrade } from '#core/grading/grades'
import { classGrades, studentsIn } from '#core/grading/section'
import { mean as meanIn, spreadOf, worthsOf, type Spread } from '#core/grading/spread'
import type { GradeWork } from '#core/grading/work/grade'
import { blanks } from '#core/kinds'
import { looseEnds } from '#core/looseends'
import { leftEnds } from '#core/looseends/left'
import { unreadEnds } from '#core/looseends/unread'
import type { Assignment } from '#core/plan/assignment'
import { assignmentsIn, categoriesOf, planOf, rulesOf, withAncestors, type Listed } from '#core/plan/rules'
import { levelContext } from '#core/proficiency/context'
import { enrolledOn, hasLeft as leftBefore, type Student } from '#core/section'
import { studentsAndLeft } from '~/words/counts'
import { usePerson } from '../person'
import { useUnread } from '../unread'
import type { ClassRecords } from './records'

/** A note that is longer is not offered again. */
const NOTE_LENGTH = 60

/** How long the list of loose ends may lag behind typing. */
const ENDS_MS = 300

/** Everything shown of a class: computed from its records on this machine, and made again by itself when they move. */
export function classSelectors(records: ClassRecords) {
  const { snapshot, structure, everything, about } = records
  const person = usePerson()
  const unread = useUnread()
  const periodId = ref<string | null>(null)

  const periods = computed(() => (snapshot.value ? gradingPeriods(snapshot.value.periods) : []))
  const period = computed<Period | null>(
    () => snapshot.value?.periods.find((each) => each.id === periodId.value) ?? null,
  )
  /** The period looked at and the longer ones that it is part of. */
  const lineage = computed<Period[]>(() => (period.value ? withAncestors(snapshot.value!, period.value) : []))
  /** The method and weights of the period looked at. */
  const rules = computed(() =>
    structure.value && period.value ? rulesOf(structure.value, planOf(structure.value), period.value) : null,
  )
  const plan = computed(() => structure.value && planOf(structure.value))
  /** What levels are judged by. */
  const levels = computed(() => structure.value && levelContext(structure.value))
  const categories = computed(() => (structure.value ? categoriesOf(structure.value) : []))
  const assignments = computed<Listed<Assignment>[]>(() =>
    structure.value && period.value ? assignmentsIn(structure.value, period.value) : [],
  )
  const students = computed<Student[]>(() =>
    snapshot.value && period.value ? studentsIn(snapshot.value, period.value) : [],
  )
  /** The day by which students are counted, and whether one has left by then. */
  const day = computed(() => countingDay(snapshot.value?.periods ?? [], person.today))
  const hasLeft = (student: Student) => leftBefore(student, day.value)
  /** The students of the period as every page counts them. */
  const studentWords = computed(() => studentsAndLeft(students.value.length, students.value.filter(hasLeft).length))
  const byId = computed(() => new Map(snapshot.value?.students.map((student) => [student.id, student])))
  /** Whether a student was in the class on a day. */
  function wasThere(studentId: string, day: string): boolean {
    const student = byId.value.get(studentId)
    return student !== undefined && enrolledOn(student, day)
  }

  const typed = refThrottled(
    computed(() => [everything.value]),
    ENDS_MS,
  )
  const ends = computed(() => {
    void typed.value
    const it = structure.value
    if (!it) return []
    return [
      ...unreadEnds(it, unread.of(it.section.id)),
      ...leftEnds(it, records.left.value),
      ...looseEnds(it, person.today),
    ]
  })

  const graded = (studentId: string) => records.grades()?.columns.rowOf.has(studentId) ?? false
  /** A grade as it stands, whoever asks: nothing is made again by it. */
  const peekGrade = (studentId: string, ofPeriod = periodId.value): StudentGrade | undefined =>
    ofPeriod !== null && graded(studentId) ? records.grades()!.of(studentId, ofPeriod) : undefined
  /** A student's grade in a period, by default the one looked at. */
  function gradeOfStudent(studentId: string, ofPeriod = periodId.value): StudentGrade | undefined {
    void about(studentId)
    return peekGrade(studentId, ofPeriod)
  }
  /** How a student's grade in a period comes about. */
  function workOf(studentId: string, ofPeriod = periodId.value): GradeWork | null {
    void about(studentId)
    return ofPeriod !== null && graded(studentId) ? records.grades()!.work(studentId, ofPeriod) : null
  }
  /** The assignments whose score is dropped from a student's grade in the period looked at; for what a row shows. */
  const droppedOf = (studentId: string): ReadonlySet<string> =>
    periodId.value ? (records.grades()?.dropped(studentId, periodId.value) ?? new Set()) : new Set()

  /** What the class's numbers are made of, by result: the grades of the period and the longer ones, and its categories. */
  const numbers = computed(() => {
    const of = new Map(lineage.value.map((each) => [each.id, numbersOf((grade) => grade.effective, each.id)]))
    for (const { id } of categories.value)
      of.set(
        id,
        numbersOf((grade) => grade.categories.get(id)),
      )
    return of
  })
  function numbersOf(of: Parameters<typeof classGrades>[3], ofPeriod?: string) {
    const it = everything.value
    return it ? classGrades(it, (id) => peekGrade(id, ofPeriod), person.today, of) : []
  }
  const mean = computed(() => meanIn(numbers.value.get(periodId.value ?? '') ?? [], plan.value ?? blanks.plan))

  /** What the scores of an assignment are worth. */
  const worths = (assignmentId: string) =>
    worthsOf(snapshot.value!, { ...records.peek('assignment', assignmentId), id: assignmentId })
  const spreads = new Map<string, Spread>()
  records.onScores((assignmentId) => (assignmentId === null ? spreads.clear() : spreads.delete(assignmentId)))
  /** How the scores of an assignment lie; made again when one of them changes. */
  function spread(assignmentId: string): Spread {
    void everything.value
    let found = spreads.get(assignmentId)
    if (!found) spreads.set(assignmentId, (found = spreadOf(worths(assignmentId))))
    return found
  }

  /** The notes written more than once in the class, the most frequent first. */
  const frequentNotes = computed(() => {
    const counts = new Map<string, number>()
    for (const of of Object.values(structure.value?.records.cell ?? {}))
      for (const { note } of Object.values(of))
        if (note && note.length <= NOTE_LENGTH) counts.set(note, (counts.get(note) ?? 0) + 1)
    const often = [...counts].filter(([, count]) => count > 1)
    return often.toSorted((a, b) => b[1] - a[1]).map(([note]) => note)
  })

  return {
    periodId,
    periods,
    period,
    lineage,
    rules,
    plan,
    levels,
    categories,
    assignments,
    students,
    countingDay: day,
    hasLeft,
    studentWords,
    wasThere,
    ends,
    peekGrade,
    gradeOfStudent,
    workOf,
    droppedOf,
    numbers,
    mean,
    worths,
    spread,
    frequentNotes,
  }
}
export type ClassSelectors = ReturnType<typeof classSelectors>
