import { remarkBox } from '../../core/report-card/layout'
import { blanks } from '../../core/kinds'
import { jointId } from '../../core/kind'
import { noRecords, put } from '../../core/records'
import type { Assignment } from '../../core/plan/assignment'
import type { Category } from '../../core/plan/category'
import type { Cell } from '../../core/scores/cell'
import type { Plan } from '../../core/plan/plan'
import type { ClassSnapshot, Standard, Student } from '../../core/section'

/** A small class to test rules on: one quarter, a plan by category weights, and whatever a test adds. */
export function aClass(given: {
  plan?: Partial<Plan>
  categories?: Record<string, string>
  assignments?: Record<string, Partial<Assignment>>
  /** student id to assignment id to points, or to a whole cell */
  scores?: Record<string, Record<string, string | Partial<Cell>>>
  students?: Partial<Student>[]
}): ClassSnapshot {
  const records = noRecords()
  records.plan.class = { ...blanks.plan, method: 'categories', ...given.plan }
  Object.entries(given.categories ?? {}).forEach(([id, weight], place) => {
    records.category[id] = { ...(blanks.category as Category), name: id, weight, place, removed: false }
  })
  for (const [id, assignment] of Object.entries(given.assignments ?? {}))
    records.assignment[id] = {
      ...(blanks.assignment as Assignment),
      name: id,
      dueOn: '2026-11-10',
      points: '100',
      removed: false,
      ...assignment,
    }
  for (const [student, cells] of Object.entries(given.scores ?? {}))
    for (const [assignment, cell] of Object.entries(cells))
      put(records, 'cell', jointId(student, assignment), {
        ...(blanks.cell as Cell),
        ...(typeof cell === 'string' ? { value: { points: cell } } : cell),
      })
  const ids = [
    ...new Set([...Object.keys(given.scores ?? {}), ...(given.students ?? []).flatMap((each) => each.id ?? [])]),
  ]
  return {
    section: { id: 'class', title: 'A class', course: 'A course', school: 'A school', schoolId: 'school', meets: '1' },
    periods: [
      { id: 'year', parentId: null, kind: 'year', title: 'Year', firstDay: '2026-08-31', lastDay: '2027-06-11' },
      {
        id: 'q1',
        parentId: 'year',
        kind: 'grading',
        title: 'Quarter 1',
        firstDay: '2026-08-31',
        lastDay: '2026-10-30',
      },
      {
        id: 'q2',
        parentId: 'year',
        kind: 'grading',
        title: 'Quarter 2',
        firstDay: '2026-11-02',
        lastDay: '2026-12-16',
      },
    ],
    students: ids.map((id) => ({
      id,
      givenName: id,
      familyName: 'Test',
      pronouns: 'she',
      spans: [{ firstDay: '2026-08-31', lastDay: null }],
      ...given.students?.find((each) => each.id === id),
    })),
    standards: [],
    levelScales: [
      {
        id: 'scale',
        name: 'Levels',
        owner: 'district',
        levels: ['4', '3', '2', '1'].map((value) => ({
          value,
          label: `Level ${value}`,
          short: value,
          description: '',
        })),
      },
    ],
    scales: [],
    policy: blanks.policy,
    policyBy: null,
    remarkBox: remarkBox(blanks.cardLayout),
    bank: [],
    windows: {},
    records,
    declared: {},
  }
}

/** A standard of the district, as plain as can be. */
export const aStandard = (id: string, given: Partial<Standard> = {}): Standard => ({
  id,
  ...{ parentId: null, code: id, statement: `Does ${id}`, habit: false, reported: true, weight: '1' },
  ...{ withdrawnOn: null, owner: 'district' },
  ...given,
})

/** A class with one category and two assignments of 100 points. */
export const one = (cells: Parameters<typeof aClass>[0]['scores'], rest: Partial<Parameters<typeof aClass>[0]> = {}) =>
  aClass({
    categories: { tests: '100' },
    assignments: { a: { categoryId: 'tests' }, b: { categoryId: 'tests' } },
    scores: cells,
    ...rest,
  })
