import { compositionOf, planOf } from '../plan/rules'
import { Grades } from '../grading/grades'
import type { Find } from './looseend'

/** A longer period whose children enter as displayed, where that changes what somebody is shown. */
export const roundedTwice: Find = (snapshot) => {
  const plan = planOf(snapshot)
  const displayed = snapshot.periods.filter((period) => {
    const composition = compositionOf(snapshot, plan, period)
    return composition?.rule === 'compose' && composition.enters === 'displayed'
  })
  if (displayed.length === 0) return []
  const grades = new Grades(snapshot)
  return displayed.flatMap((period) => {
    const changed = snapshot.students.filter((student) => {
      const { how } = grades.work(student.id, period.id)
      return how.made === 'of periods' && how.unrounded !== null
    })
    if (changed.length === 0) return []
    return [
      {
        code: 'rounded-twice' as const,
        message: { code: 'end.rounded-twice' as const, period: period.title, students: changed.length },
        mend: { view: 'plan' as const },
        fixes: [
          {
            message: { code: 'mend.unrounded' as const },
            kind: 'plan' as const,
            desired: [
              {
                kind: 'plan' as const,
                id: snapshot.section.id,
                to: {
                  parents: {
                    ...plan.parents,
                    [period.id]: {
                      rule: 'compose' as const,
                      weights: {},
                      ...plan.parents[period.id],
                      enters: 'exact' as const,
                    },
                  },
                },
              },
            ],
          },
        ],
      },
    ]
  })
}
