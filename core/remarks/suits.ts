import { thousandths, type Decimal } from '../number/decimal'
import type { Suits } from './bank-entry'

/** What is known of a student when an entry is looked for. */
export interface StudentFacts {
  /** The effective grade as displayed; null where there is none. */
  percent: Decimal | null
  /** The value of each level of the period. */
  levels: readonly Decimal[]
  missing: number
}

const isWithin = (value: Decimal, from: Decimal | null, to: Decimal | null): boolean =>
  (from === null || thousandths(value) >= thousandths(from)) && (to === null || thousandths(value) <= thousandths(to))

/**
 * Whether an entry suits a student: in all that it asks for. A level suits when any of the student's does.
 *
 * @example suitsStudent({ ...anybody, percentTo: '79' }, { percent: '68.2', levels: [], missing: 0 }) // true
 */
export function suitsStudent(suits: Suits, { percent, levels, missing }: StudentFacts): boolean {
  const { percentFrom, percentTo, levelFrom, levelTo } = suits
  if (suits.missing && missing === 0) return false
  if ((percentFrom !== null || percentTo !== null) && (percent === null || !isWithin(percent, percentFrom, percentTo)))
    return false
  if (levelFrom === null && levelTo === null) return true
  return levels.some((each) => isWithin(each, levelFrom, levelTo))
}

/** Whether an entry asks for anything at all. */
export const asksForSomething = (suits: Suits): boolean =>
  suits.missing || [suits.percentFrom, suits.percentTo, suits.levelFrom, suits.levelTo].some((each) => each !== null)
