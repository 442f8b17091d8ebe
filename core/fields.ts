import { z } from 'zod'
import { isCivilDate } from './calendar/date'
import { readDecimal } from './number/decimal'

/** The kinds of value that records are made of, checked wherever data enters. */

export const id = z.string().min(1).max(80)
export const civilDate = z.string().refine(isCivilDate, 'Write a real date, as 2026-11-25.')

/** A decimal of 0 or more in canonical form. */
export const decimal = z
  .string()
  .refine(
    (text) => readDecimal(text) === text && !text.startsWith('-'),
    'Write a number of 0 or more, with up to three decimals.',
  )

export const percent = decimal.refine((text) => Number(text) <= 1000, 'A percent here ends at 1000.')
