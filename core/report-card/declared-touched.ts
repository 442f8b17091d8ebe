import { belongs, type Period } from '../calendar/periods'
import type { Change } from '../acts/act'
import { partsOf } from '../kind'
import { record } from '../records'
import type { ClassSnapshot } from '../section'

/**
 * The declared periods whose grades changes of scores and marks can move: those that hold the assignment's due date.
 *
 * @example declaredTouched(snapshot, [{ kind: 'cell', id: 'ann/quiz', … }]).map((each) => each.title) // ['Quarter 1']
 */
export function declaredTouched(
  { periods, records }: Pick<ClassSnapshot, 'periods' | 'records'>,
  changes: readonly Pick<Change, 'kind' | 'id' | 'to'>[],
): Period[] {
  const declared = periods.filter(({ id }) => record(records, 'declaration', id).declared)
  if (!declared.length) return []
  return declared.filter((period) =>
    changes.some(({ kind, id, to }) => {
      if (kind !== 'cell' || !('value' in to || 'marks' in to)) return false
      const { dueOn, counts } = record(records, 'assignment', partsOf(id)[1]!)
      return counts && belongs(periods, period, dueOn)
    }),
  )
}
