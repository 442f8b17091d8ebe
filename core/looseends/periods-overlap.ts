import type { Find } from './looseend'

/** Two grading periods side by side that share days. Work of those days is in the shorter one only. */
export const periodsOverlap: Find = ({ periods }) =>
  periods.flatMap((one, at) =>
    periods
      .slice(at + 1)
      .filter(
        (other) =>
          other.parentId === one.parentId &&
          one.kind !== 'exam' &&
          other.kind !== 'exam' &&
          one.firstDay <= other.lastDay &&
          other.firstDay <= one.lastDay,
      )
      .map((other) => ({
        code: 'periods-overlap' as const,
        message: { code: 'end.periods-overlap' as const, one: one.title, other: other.title },
        mend: { view: 'plan' as const },
      })),
  )
