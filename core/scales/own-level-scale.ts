import { z } from 'zod'
import { decimal, name, percent, text } from '../fields'
import { kind, type ChangeOf } from '../kind'
import { levelFaults } from './level-faults'

const level = z.strictObject({
  value: decimal,
  label: text(40),
  short: text(8),
  description: text(300),
  percent: percent.optional(),
  from: percent.optional(),
})

const schema = z.strictObject({
  name: name(60, 'field.scale-name'),
  /** Highest first. */
  levels: z.array(level).max(7),
  halves: z.boolean(),
  removed: z.boolean(),
})
export type OwnLevelScale = z.infer<typeof schema>

/** A proficiency scale of the district's or of a teacher's own. */
export const ownLevelScale = kind({
  names: ['itself'],
  schema,
  blank: { name: 'Untitled', levels: [], halves: false, removed: true },
  moves: 'class',
  refuse: ({ to, present }: ChangeOf<OwnLevelScale>) => {
    const next = { ...present, ...to }
    return next.removed ? null : (levelFaults(next)[0]?.message ?? null)
  },
})
