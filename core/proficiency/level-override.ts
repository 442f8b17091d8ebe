import { z } from 'zod'
import { decimal, text } from '../fields'
import { kind, type ChangeOf, type Ground } from '../kind'
import { levelOf } from '../scales/proficiency'

const schema = z.strictObject({
  level: decimal.nullable(),
  /** For the record: families never see it. */
  reason: text(500),
})
export type LevelOverride = z.infer<typeof schema>

/** The teacher's own level of a student for a standard in a period, beside the calculated one. */
export const levelOverride = kind({
  names: ['student', 'standard', 'period'],
  schema,
  blank: { level: null, reason: '' },
  moves: 'row',
  refuse: ({ to: { level } }: ChangeOf<LevelOverride>, { levels }: Ground) =>
    level && !levelOf(levels, level)
      ? `${level} is no level of this scale. Give one of ${levels.levels.map(({ short }) => short).join(', ')}.`
      : null,
})
