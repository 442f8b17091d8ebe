import type { CivilDate } from '../calendar/date'
import type { Period } from '../calendar/periods'
import type { FamilyGrade } from '../families/family-grade'
import { Grades } from '../grading/grades'
import { studentsIn } from '../grading/section'
import type { StandardLevel } from '../proficiency/standard-level'
import { levelWindow, type LevelWindow } from '../proficiency/window'
import { record } from '../records'
import type { ProficiencyScale } from '../scales/proficiency'
import { enrolledOn, type ClassSnapshot } from '../section'
import { cardBodies, declaredBody } from './body'
import type { GradePart } from '../families/grade-part'

/** What one class says of a student on a card. */
export interface ClassCard {
  course: string
  className: string
  teachers: string[]
  declared: boolean
  /** Whether grades are given here at all; else the card speaks of levels alone. */
  isGraded: boolean
  grade: FamilyGrade | null
  parts: GradePart[]
  standards: StandardLevel[]
  /** Learning habits, apart from grades and levels. */
  habits: StandardLevel[]
  /** The scales in which those are judged. */
  scales: ProficiencyScale[]
  remark: string
}

/** One student's report card of a period, of one class or of all of theirs, ready to compose. */
export interface ReportCard {
  studentId: string
  student: string
  /** As it stands in a roster: what the card's file is called by. */
  rosterName: string
  school: string
  schoolId: string
  /** Left before the period ended: their cards stand apart, behind the others. */
  left: boolean
  period: Pick<Period, 'title' | 'firstDay' | 'lastDay'>
  classes: ClassCard[]
}

/**
 * The report cards of a period of one class, in roster order. Of a declared period they are as it was declared. Private
 * notes and reasons have no place in them.
 *
 * @param studentId one student; null for the whole class
 * @param teachers the names of those who teach it
 * @param today the day of the print: who is not there on it, or on the period's last day before it, has left
 * @example cardsOf(snapshot, quarter2, null, [], '2026-11-26')[0]?.classes[0]?.grade?.percent // '88.7'
 */
export function cardsOf(
  snapshot: ClassSnapshot,
  period: Period,
  studentId: string | null,
  teachers: string[],
  today: CivilDate,
): ReportCard[] {
  const grades = new Grades(snapshot)
  const { school, schoolId, course, title: className } = snapshot.section
  const window = levelWindow(snapshot, period)
  const isDeclared = record(snapshot.records, 'declaration', period.id).declared
  const kept = new Map((isDeclared ? (snapshot.declared[period.id] ?? []) : []).map((each) => [each.studentId, each]))
  const bodyOf = cardBodies(snapshot, period, grades, window)
  const day = today < period.lastDay ? today : period.lastDay
  const students = studentsIn(snapshot, period).filter((each) => studentId === null || each.id === studentId)
  return students.map((student): ReportCard => {
    const was = kept.get(student.id)
    const declaredAs = was ? declaredBody(snapshot, was) : null
    const { name, rosterName, ...body } = declaredAs ?? bodyOf(student)
    return {
      studentId: student.id,
      student: name,
      rosterName,
      ...{ school, schoolId },
      left: !enrolledOn(student, day),
      period: { title: period.title, firstDay: period.firstDay, lastDay: period.lastDay },
      classes: [
        {
          // A student who came after the declaration was not part of it.
          ...{ course, className, teachers, declared: was !== undefined },
          ...body,
          scales: scalesOf(window, [...body.standards, ...body.habits]),
        },
      ],
    }
  })
}

const scalesOf = (window: LevelWindow, levels: readonly StandardLevel[]): ProficiencyScale[] => [
  ...new Map(levels.map(({ standardId }) => window.scaleFor(standardId)).map((scale) => [scale.id, scale])).values(),
]

/**
 * Cards of several classes as one for each student, by their names in the roster, those who left behind the others; a
 * student's classes stay in their order.
 *
 * @example together([...ofEarth, ...ofMaps]).find((card) => card.student === 'Ann Ito')?.classes.length // 2
 */
export function together(cards: readonly ReportCard[]): ReportCard[] {
  const byStudent = new Map<string, ReportCard>()
  for (const card of cards) {
    const known = byStudent.get(card.studentId)
    if (known) {
      known.classes.push(...card.classes)
      known.left &&= card.left
    } else byStudent.set(card.studentId, { ...card, classes: [...card.classes] })
  }
  return [...byStudent.values()].sort(
    (a, b) => Number(a.left) - Number(b.left) || order.compare(a.rosterName, b.rosterName),
  )
}
const order = new Intl.Collator('en', { sensitivity: 'base' })
