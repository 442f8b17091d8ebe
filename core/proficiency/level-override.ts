import { z } from 'zod'
import { decimal, text } from '../fields'
import { kind, partsOf, type ChangeOf, type Ground } from '../kind'
import { allowedLevels, levelOf } from '../scales/proficiency'

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
  closes: true,
  moves: 'row',
  refuse: ({ id, to: { level } }: ChangeOf<LevelOverride>, { levelsFor }: Ground) => {
    const scale = levelsFor(partsOf(id)[1]!)
    if (!level || levelOf(scale, level)) return null
    return { code: 'refused.level' as const, level, levels: allowedLevels(scale).map((each) => each.short) }
  },
})
