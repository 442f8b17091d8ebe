import { partsOf } from '../kind'
import { entriesOf } from '../records'
import { fullName } from '../section'
import type { Find, LooseEnd } from './looseend'

/** A grade that is incomplete still, after the day by which it was to be made good. */
export const incomplete: Find = (snapshot, today) =>
  entriesOf(snapshot.records, 'override').flatMap(([id, { incompleteUntil }]): LooseEnd[] => {
    if (incompleteUntil === null || today === null || incompleteUntil >= today) return []
    const [studentId, periodId] = partsOf(id) as [string, string]
    const student = snapshot.students.find((each) => each.id === studentId)
    if (!student) return []
    const period = snapshot.periods.find((each) => each.id === periodId)?.title ?? ''
    return [
      {
        code: 'incomplete',
        message: { code: 'end.incomplete', student: fullName(student), period, until: incompleteUntil },
        mend: { view: 'close', studentId, periodId },
        fixes: [
          {
            message: { code: 'mend.made-good' },
            kind: 'override',
            desired: [{ kind: 'override', id, to: { incompleteUntil: null } }],
          },
        ],
      },
    ]
  })
