import type { MessageOf } from '../message'
import { scaleOf } from '../plan/level-scale'
import { isBlank } from '../scores/to-score'
import { jointId, partsOf } from '../kind'
import { record } from '../records'
import type { Assignment } from '../plan/assignment'
import type { Cell } from '../scores/cell'
import { periodOf } from '../calendar/periods'
import type { DeclaredGrade } from '../grading/declaration'
import { assignmentsOf, categoriesOf, planOf, type Listed } from '../plan/rules'
import { toDouble } from '../number/ratio'
import { worthOf } from '../scores/worth'
import { valueText } from '../scores/score'
import { levelWindow } from '../proficiency/window'
import { fullName, type ClassSnapshot } from '../section'
import { levelFields, objectivesOf, reportedOf } from './objectives'

export type SendableType = 'category' | 'lineItem' | 'result'

/**
 * One thing that the district should hold, as OneRoster 1.2 names its fields. `fields` is what the three-way comparison
 * looks at: all but the id, the status and the dates of writing.
 */
export interface Sendable {
  type: SendableType
  id: string
  /** What a teacher calls it. */
  title: string
  /** The cell that a score is of. */
  cellId?: string
  fields: Record<string, unknown>
}

/** Something that cannot be sent, and what to do about it. */
export interface Unsendable {
  title: string
  reason: MessageOf<'send'>
  assignmentId: string
}

/** Ids of the sourcedIds that classes, people and periods came with. */
export type SourcedIds = ReadonlyMap<string, string>

/**
 * Everything of a class that belongs in the district's system: categories, assignments, scores with their status, and
 * the grades and remarks of declared periods.
 *
 * @param sourced our ids to the district's, for the class, its students and its periods
 */
export function desired(
  snapshot: ClassSnapshot,
  sourced: SourcedIds,
): { sendables: Sendable[]; unsendables: Unsendable[] } {
  const categories = categoriesOf(snapshot)
  const known = new Set(categories.map((each) => each.id))
  const unsendables: Unsendable[] = []
  const sent = assignmentsOf(snapshot).filter((each) => {
    const code =
      !each.categoryId || !known.has(each.categoryId)
        ? 'send.no-category'
        : periodOf(snapshot.periods, each.dueOn)
          ? null
          : 'send.no-period'
    if (code) unsendables.push({ title: each.name, reason: { code }, assignmentId: each.id })
    return code === null
  })
  const sendables: Sendable[] = [
    ...categories.map((each) => ({
      type: 'category' as const,
      id: each.id,
      title: each.name,
      fields: { title: each.name, weight: Number(each.weight) / 100 },
    })),
    ...sent.map((each) => lineItemOf(snapshot, sourced, each)),
    ...resultsOf(snapshot, sourced, sent),
    ...termGradesOf(snapshot, sourced),
  ]
  return { sendables, unsendables }
}

const ref = (sourcedId: string, type: string) => ({ sourcedId, type })

function lineItemOf(snapshot: ClassSnapshot, sourced: SourcedIds, assignment: Listed<Assignment>): Sendable {
  const period = periodOf(snapshot.periods, assignment.dueOn)!
  return {
    type: 'lineItem',
    id: assignment.id,
    title: assignment.name,
    fields: {
      title: assignment.name,
      description: assignment.description,
      assignDate: assignment.dueOn,
      dueDate: assignment.dueOn,
      class: ref(sourced.get(snapshot.section.id)!, 'class'),
      category: ref(assignment.categoryId!, 'category'),
      academicSession: ref(sourced.get(period.id)!, 'academicSession'),
      resultValueMin: 0,
      resultValueMax: Number(assignment.points),
      metadata: {
        shortName: assignment.shortName,
        multiplier: assignment.multiplier,
        counts: String(assignment.counts),
      },
      ...objectivesOf(snapshot, assignment.standardIds),
    },
  }
}

function resultsOf(
  snapshot: ClassSnapshot,
  sourced: SourcedIds,
  assignments: readonly Listed<Assignment>[],
): Sendable[] {
  const byId = new Map(assignments.map((each) => [each.id, each]))
  const students = new Map(snapshot.students.map((each) => [each.id, each]))
  return Object.entries(snapshot.records.cell).flatMap(([id, cell]): Sendable[] => {
    const [studentId, assignmentId] = partsOf(id) as [string, string]
    const assignment = byId.get(assignmentId)
    const student = students.get(studentId)
    if (!assignment || !student || isBlank(cell)) return []
    return [
      {
        type: 'result',
        id: id.replace('/', '.'),
        cellId: id,
        title: `${assignment.name}, ${fullName(student)}`,
        fields: {
          lineItem: ref(assignmentId, 'lineItem'),
          student: ref(sourced.get(studentId)!, 'user'),
          ...scoreFields(snapshot, assignment, cell),
        },
      },
    ]
  })
}

/** The score and its status in OneRoster's words. */
function scoreFields(snapshot: ClassSnapshot, assignment: Listed<Assignment>, cell: Cell): Record<string, unknown> {
  const has = (mark: Cell['marks'][number]) => cell.marks.includes(mark)
  const status = has('excused')
    ? 'exempt'
    : cell.value !== null
      ? 'fully graded'
      : has('incomplete')
        ? 'partially graded'
        : has('late')
          ? 'submitted'
          : 'not submitted'
  const scales = { scale: planOf(snapshot).scale, levels: scaleOf(snapshot) }
  const worth = cell.value && worthOf(cell.value, assignment.points, scales)
  return {
    scoreStatus: status,
    ...(worth ? { score: toDouble(worth.earned) } : {}),
    ...(cell.value && ('label' in cell.value || 'level' in cell.value) ? { textScore: valueText(cell.value) } : {}),
    ...(cell.note && cell.noteFor === 'family' ? { comment: cell.note } : {}),
    late: String(has('late')),
    missing: String(has('missing')),
    incomplete: String(has('incomplete')),
  }
}

/**
 * Term grades travel as results of a line item of their own, one for each declared period, in the category
 * *Term grades*; the remark is the result's comment.
 */
function termGradesOf(snapshot: ClassSnapshot, sourced: SourcedIds): Sendable[] {
  const declared = snapshot.periods.filter((period) => record(snapshot.records, 'declaration', period.id).declared)
  if (declared.length === 0) return []
  const section = sourced.get(snapshot.section.id)!
  const categoryId = `${snapshot.section.id}.term-grades`
  const students = new Map(snapshot.students.map((each) => [each.id, each]))
  return [
    { type: 'category', id: categoryId, title: 'Term grades', fields: { title: 'Term grades', weight: 0 } },
    ...declared.flatMap((period): Sendable[] => {
      const itemId = `${snapshot.section.id}.${period.id}.grade`
      const { reports } = planOf(snapshot).proficiency
      const window = levelWindow(snapshot, period)
      const reported = reports === 'grades' ? [] : reportedOf(window)
      const item: Sendable = {
        type: 'lineItem',
        id: itemId,
        title: `${period.title} grade`,
        fields: {
          title: `${period.title} grade`,
          description: '',
          assignDate: period.lastDay,
          dueDate: period.lastDay,
          class: ref(section, 'class'),
          category: ref(categoryId, 'category'),
          academicSession: ref(sourced.get(period.id)!, 'academicSession'),
          resultValueMin: 0,
          resultValueMax: 100,
          metadata: { termGrade: 'true' },
        },
      }
      const results = (snapshot.declared[period.id] ?? []).flatMap((grade): Sendable[] => {
        const student = students.get(grade.studentId)
        const levels = student ? levelFields(window, student.id, reported) : null
        if (!student || (grade.label === null && grade.remark === '' && !levels)) return []
        const { metadata: ofGrade, ...fields } = gradeFields(snapshot, period.id, grade, reports !== 'levels')
        const metadata = { ...(ofGrade as object | undefined), ...levels?.metadata }
        return [
          {
            type: 'result',
            id: `${itemId}.${grade.studentId}`,
            title: `${period.title} grade, ${fullName(student)}`,
            fields: {
              lineItem: ref(itemId, 'lineItem'),
              student: ref(sourced.get(student.id)!, 'user'),
              ...fields,
              ...(levels ? { learningObjectiveSet: levels.learningObjectiveSet, scoreStatus: 'fully graded' } : {}),
              ...(Object.keys(metadata).length ? { metadata } : {}),
            },
          },
        ]
      })
      return [item, ...results]
    }),
  ]
}

function gradeFields(
  snapshot: ClassSnapshot,
  periodId: string,
  grade: DeclaredGrade,
  isGraded: boolean,
): Record<string, unknown> {
  const { reason } = record(snapshot.records, 'override', jointId(grade.studentId, periodId))
  const computed = [grade.computedPercent, grade.computedLabel].filter(Boolean).join(' ')
  return {
    scoreStatus: grade.label === null || !isGraded ? 'not submitted' : 'fully graded',
    ...(grade.percent === null || !isGraded ? {} : { score: Number(grade.percent) }),
    ...(grade.label === null || !isGraded ? {} : { textScore: grade.label }),
    ...(grade.remark === '' ? {} : { comment: grade.remark }),
    ...(isGraded && (grade.overridden || grade.unadjusted)
      ? {
          metadata: {
            ...(grade.overridden ? { overridden: 'true', computed, reason } : {}),
            ...(grade.unadjusted ? { unadjusted: grade.unadjusted } : {}),
          },
        }
      : {}),
  }
}
