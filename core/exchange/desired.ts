import type { MessageOf } from '../message'
import { scaleOf } from '../plan/level-scale'
import { isBlank } from '../scores/to-score'
import { partsOf } from '../kind'
import { entriesOf, record } from '../records'
import type { Assignment } from '../plan/assignment'
import type { Cell } from '../scores/cell'
import { periodOf, type Period } from '../calendar/periods'
import type { DeclaredGrade } from '../report-card/declared-grade'
import { assignmentsOf, categoriesOf, planOf, type Listed } from '../plan/rules'
import { districtStandards } from './levels'
import { toDouble } from '../number/ratio'
import { worthOf } from '../scores/worth'
import { marks as allMarks, valueText } from '../scores/score'
import { fullName, type ClassSnapshot } from '../section'
import { termCategoryId, termIdOf } from './terms-there'
import type { Sendable, ThingFields } from './thing'

/** Something that cannot be sent, and what to do about it. */
export interface Unsendable {
  title: string
  reason: MessageOf<'send'>
  assignmentId: string
}

/** Our ids of the class, its students and its periods to those that the other side gave them. */
export type SourcedIds = ReadonlyMap<string, string>

/**
 * Everything of a class that belongs in the district's system: categories, assignments, scores with their status, and
 * the grades, levels and remarks of declared periods.
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
  const ofDistrict = districtStandards(snapshot)
  const sendables: Sendable[] = [
    ...categories.map(({ id, name, weight }) => ({
      type: 'category' as const,
      id,
      title: name,
      fields: { name, weight },
    })),
    ...sent.map((each) => assignmentOf(snapshot, sourced, each, ofDistrict)),
    ...scoresOf(snapshot, sourced, sent),
    ...termsOf(snapshot, sourced),
  ]
  return { sendables, unsendables }
}

function assignmentOf(
  snapshot: ClassSnapshot,
  sourced: SourcedIds,
  assignment: Listed<Assignment>,
  ofDistrict: ReadonlySet<string>,
): Sendable {
  const { id, name, shortName, description, dueOn, points, multiplier, counts } = assignment
  return {
    type: 'assignment',
    id,
    title: name,
    assignmentId: id,
    fields: {
      name,
      shortName,
      description,
      dueOn,
      classId: sourced.get(snapshot.section.id)!,
      categoryId: assignment.categoryId!,
      periodId: sourced.get(periodOf(snapshot.periods, dueOn)!.id)!,
      points,
      multiplier,
      counts,
      standardIds: assignment.standardIds.filter((each) => ofDistrict.has(each)),
    },
  }
}

/** The id of a score there: ours, without the sign that no id of the standard has. @example scoreId('s1/a1') // 's1.a1' */
export const scoreId = (cellId: string): string => cellId.replace('/', '.')

function scoresOf(
  snapshot: ClassSnapshot,
  sourced: SourcedIds,
  assignments: readonly Listed<Assignment>[],
): Sendable[] {
  const byId = new Map(assignments.map((each) => [each.id, each]))
  const students = new Map(snapshot.students.map((each) => [each.id, each]))
  return entriesOf(snapshot.records, 'cell').flatMap(([id, cell]): Sendable[] => {
    const [studentId, assignmentId] = partsOf(id) as [string, string]
    const assignment = byId.get(assignmentId)
    const student = students.get(studentId)
    if (!assignment || !student || isBlank(cell)) return []
    return [
      {
        type: 'score',
        id: scoreId(id),
        title: `${assignment.name}, ${fullName(student)}`,
        studentId,
        assignmentId,
        fields: { assignmentId, studentId: sourced.get(studentId)!, ...scoreOf(snapshot, assignment, cell) },
      },
    ]
  })
}

/** A score as another system holds it: what a percent or label is worth, and the label or level as it was typed. */
export function scoreOf(
  snapshot: ClassSnapshot,
  assignment: Pick<Assignment, 'points'>,
  cell: Readonly<Cell>,
): Omit<ThingFields['score'], 'assignmentId' | 'studentId'> {
  const scales = { scale: planOf(snapshot).scale, levels: scaleOf(snapshot) }
  const worth = cell.value && worthOf(cell.value, assignment.points, scales)
  const isWord = cell.value && ('label' in cell.value || 'level' in cell.value)
  return {
    earned: worth ? toDouble(worth.earned) : null,
    text: isWord ? valueText(cell.value) : null,
    marks: allMarks.filter((mark) => cell.marks.includes(mark)),
    note: cell.noteFor === 'family' ? cell.note : '',
  }
}

/** The category that term grades belong to there. */
const TERM_GRADES = 'Term grades'

/** Term grades belong to a term of their own, one for each declared period. */
function termsOf(snapshot: ClassSnapshot, sourced: SourcedIds): Sendable[] {
  const declared = snapshot.periods.filter((period) => record(snapshot.records, 'declaration', period.id).declared)
  if (declared.length === 0) return []
  const categoryId = termCategoryId(snapshot.section.id)
  return [
    { type: 'category', id: categoryId, title: TERM_GRADES, fields: { name: TERM_GRADES, weight: '0' } },
    ...declared.flatMap((period) => termOf(snapshot, sourced, period, categoryId)),
  ]
}

function termOf(snapshot: ClassSnapshot, sourced: SourcedIds, period: Period, categoryId: string): Sendable[] {
  const termId = termIdOf(snapshot.section.id, period.id)
  const name = `${period.title} grade`
  const students = new Map(snapshot.students.map((each) => [each.id, each]))
  const { reports } = planOf(snapshot).proficiency
  const grades = (snapshot.declared[period.id] ?? []).flatMap((declared): Sendable[] => {
    const student = students.get(declared.studentId)
    const studentId = student && sourced.get(student.id)
    if (!student || !studentId) return []
    const fields = gradeOf(declared, reports !== 'levels')
    if (declared.label === null && fields.remark === '' && fields.levels.length === 0) return []
    return [
      {
        type: 'grade',
        id: `${termId}.${student.id}`,
        title: `${name}, ${fullName(student)}`,
        studentId: student.id,
        fields: { termId, studentId, ...fields },
      },
    ]
  })
  const fields = {
    name,
    lastDay: period.lastDay,
    classId: sourced.get(snapshot.section.id)!,
    categoryId,
    periodId: sourced.get(period.id)!,
  }
  return [{ type: 'term', id: termId, title: name, fields }, ...grades]
}

function gradeOf(declared: DeclaredGrade, isGraded: boolean): Omit<ThingFields['grade'], 'termId' | 'studentId'> {
  const isOwn = isGraded && declared.overridden
  return {
    percent: isGraded && declared.percent !== null ? Number(declared.percent) : null,
    label: isGraded ? declared.label : null,
    remark: declared.remark,
    computed: isOwn ? [declared.computedPercent, declared.computedLabel].filter(Boolean).join(' ') : null,
    reason: isOwn ? declared.reason : '',
    unadjusted: isGraded && declared.unadjusted ? declared.unadjusted : null,
    levels: declared.sent ?? [],
  }
}
