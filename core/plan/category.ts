import { z } from 'zod'
import { decimal, percent, place } from '../fields'
import { kind, type ChangeOf } from '../kind'
import { name, shortName } from './names'
import { visibility } from './visibility'

export const bases = ['points', 'equal'] as const
export const dropRules = ['lowest percent', 'best for the student'] as const
export const DROP_MOST = 99
/** Extra credit is in percentage points, so its weight has a sensible end. */
const EXTRA_MOST = 100

/** The fields that say how a category's result is made, besides its weight. A period can have its own. */
export const categoryRules = {
  /** `points`: by the points of its items; `equal`: every item the same size. */
  basis: z.enum(bases),
  dropCount: z.int().min(0, 'field.not-negative').max(DROP_MOST, 'field.drop-most'),
  dropRule: z.enum(dropRules),
  /** Where the drop would take everything, all but the one that leaves the best result go. */
  keepOne: z.boolean(),
  extraCredit: z.boolean(),
  /** Off: its result is shown and is in no grade. */
  counts: z.boolean(),
}

const schema = z.strictObject({
  name,
  shortName,
  tint: z.int().min(1).max(6),
  weight: percent,
  ...categoryRules,
  /** Off: no longer offered for new assignments. */
  active: z.boolean(),
  /** What a new assignment of this category begins with. */
  defaults: z.strictObject({ points: decimal, counts: z.boolean(), visibility }),
  place,
  removed: z.boolean(),
})
export type Category = z.infer<typeof schema>

/** Work of one sort, with its part in the grade. */
export const category = kind({
  names: ['itself'],
  schema,
  blank: {
    name: 'Untitled',
    shortName: 'Untitled',
    tint: 1,
    weight: '0',
    basis: 'points',
    dropCount: 0,
    dropRule: 'lowest percent',
    keepOne: false,
    extraCredit: false,
    counts: true,
    active: true,
    defaults: { points: '10', counts: true, visibility: { from: 'now' } },
    place: 0,
    removed: true,
  },
  moves: 'class',
  refuse: ({ to, present }: ChangeOf<Category>) => {
    const next = { ...present, ...to }
    return next.extraCredit && Number(next.weight) > EXTRA_MOST
      ? { code: 'refused.extra-most' as const, most: EXTRA_MOST }
      : null
  },
})
