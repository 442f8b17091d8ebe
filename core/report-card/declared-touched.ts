import { belongs, type Period } from '../calendar/periods'
import type { Change } from '../acts/act'
import { partsOf } from '../kind'
import { record } from '../records'
import type { ClassSnapshot } from '../section'

/**
 * Returns the declared periods whose grades or levels a change can move. A score, mark, or typed level moves those that hold
 * the assignment's due date; an override of a level moves its own period.
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
      const [, second, third] = partsOf(id)
      if (kind === 'levelOverride') return 'level' in to && third === period.id
      if (kind !== 'evidence' && !(kind === 'cell' && ('value' in to || 'marks' in to))) return false
      const { dueOn, counts } = record(records, 'assignment', second!)
      return (counts || kind === 'evidence') && belongs(periods, period, dueOn)
    }),
  )
}
