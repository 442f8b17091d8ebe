import type { Act, Change } from '../core/acts/act'
import { SHAPE, blanks, type Kind, type RecordOf } from '../core/kinds'
import type { Period } from '../core/calendar/periods'
import { seeded, seededId } from './random'

const random = seeded(2025)

function change<K extends Kind>(kind: K, id: string, to: Partial<RecordOf<K>>): Change {
  const from = Object.fromEntries(Object.keys(to).map((key) => [key, blanks[kind][key as keyof RecordOf<K>]]))
  return { kind, id, from, to } as Change
}
const actOf = (kind: Act['kind'], day: string, changes: Change[]): Act => ({
  id: seededId(random),
  shape: SHAPE,
  kind,
  at: `${day}T08:00:00.000Z`,
  changes: changes as Act['changes'],
})

/** The office fixes what term work and the exam weigh. */
export const policyAct = (): Act =>
  actOf('policy', '2026-08-17', [change('policy', 'district', { termWeights: { work: '80', exam: '20' } })])

/** Earth Systems as it was taught last year: its periods, its section, and the plan that can be copied from it. */
export function lastYear(courseId: string, schoolId: string) {
  const period = (
    id: string,
    parentId: string | null,
    kind: Period['kind'],
    title: string,
    firstDay: string,
    lastDay: string,
  ) => ({ id: `last-${id}`, parentId: parentId && `last-${parentId}`, kind, title, firstDay, lastDay })
  const section = {
    id: seededId(random),
    courseId,
    schoolId,
    title: 'Earth Systems 7, last year',
    meets: '',
    termIds: ['last-year'],
  }
  const categories = [
    { name: 'Investigations', shortName: 'Invest.', weight: '50', tint: 1 },
    { name: 'Checks', shortName: 'Checks', weight: '30', tint: 2, dropCount: 1, keepOne: true },
    { name: 'Shore log', shortName: 'Log', weight: '20', tint: 4, basis: 'equal' as const },
    { name: 'Extra reading', shortName: 'Extra', weight: '3', tint: 5, extraCredit: true },
  ]
  return {
    section,
    periods: [
      period('year', null, 'year', '2025-26', '2025-09-01', '2026-06-12'),
      period('s1', 'year', 'semester', 'Semester 1', '2025-09-01', '2025-12-19'),
      period('q1', 's1', 'grading', 'Quarter 1', '2025-09-01', '2025-10-31'),
      period('q2', 's1', 'grading', 'Quarter 2', '2025-11-03', '2025-12-17'),
      period('project', 'year', 'grading', 'Project weeks', '2026-05-25', '2026-06-12'),
    ],
    acts: [
      actOf('load', '2025-09-01', [
        change('plan', section.id, {
          method: 'categories',
          places: 0,
          missingCountsAs: '50',
          parents: {
            'last-year': { rule: 'compose', weights: { 'last-s1': '70', 'last-project': '30' }, enters: 'exact' },
          },
        }),
        ...categories.map((each, at) =>
          change('category', seededId(random), { ...each, place: at + 1, removed: false }),
        ),
      ]),
    ],
  }
}
