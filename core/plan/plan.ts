import { z } from 'zod'
import { decimal, id, percent } from '../fields'
import { kind, type ChangeOf, type Ground, type Refusal } from '../kind'
import { methodFits } from '../proficiency/methods'
import { blankProficiency, olderProficiency, proficiencySettings } from '../proficiency/settings'
import { same } from '../same'
import { scaleFaults } from '../scales/faults'
import { gradingScale } from '../scales/grading'
import { plusMinus } from '../scales/shipped'
import { categoryRules } from './category'
import { composition } from './composition'
import { rounding } from './rounding'

export const methods = ['categories', 'points', 'assignments', 'none'] as const
const method = z.enum(methods)

const schema = z.strictObject({
  method,
  /** A copy of a scale of the district's or the teacher's. */
  scale: gradingScale,
  ...rounding,
  /** No computed percent goes above it; null leaves grades above 100 as they are. */
  cap: percent.nullable(),
  /** Percent of the points possible that a missing score counts as; null counts nothing. */
  missingCountsAs: percent.nullable(),
  incompleteCountsAs: z.enum(['nothing', 'zero']),
  /** A grade under this percent wants a remark. */
  lowLine: percent,
  /** Whether a single score under the line wants a note. */
  lowScoresWantNote: z.boolean(),
  /** What a new assignment's category is; null asks. */
  defaultCategoryId: id.nullable(),
  /** Periods that have a method and weights of their own, and perhaps rules of their own for some categories. */
  own: z.record(
    id,
    z.strictObject({
      method,
      weights: z.record(id, percent),
      categories: z.record(id, z.strictObject(categoryRules)).optional(),
    }),
  ),
  /** How each longer period is made; one that is not named is composed by the weights of kinds. */
  parents: z.record(id, composition),
  /** Percentage points added when the grades of these periods are reported. */
  coursePoints: z.strictObject({ points: decimal, periodIds: z.array(id).max(40) }),
  proficiency: proficiencySettings,
  /** What of a grade families see. */
  families: z.enum(['percent', 'label', 'both', 'neither']),
})
export type Plan = z.infer<typeof schema>
export type Method = Plan['method']

/** How grades are made in a class. */
export const plan = kind({
  names: ['section'],
  schema,
  blank: {
    method: 'points',
    scale: plusMinus,
    places: 1,
    rounding: 'half up',
    labelFrom: 'displayed',
    cap: null,
    missingCountsAs: '0',
    incompleteCountsAs: 'nothing',
    lowLine: '70',
    lowScoresWantNote: false,
    defaultCategoryId: null,
    own: {},
    parents: {},
    coursePoints: { points: '0', periodIds: [] },
    proficiency: blankProficiency,
    families: 'both',
  },
  older: [
    {
      until: 4,
      read: (fields) =>
        'proficiency' in fields ? { ...fields, proficiency: olderProficiency(fields.proficiency) } : { ...fields },
    },
  ],
  moves: 'class',
  refuse: (change: ChangeOf<Plan>, ground: Ground) => refusedScale(change, ground) ?? refusedRest(change, ground),
})

function refusedScale({ to }: ChangeOf<Plan>, { policy, scales }: Ground): Refusal | null {
  if (!to.scale) return null
  const fault = scaleFaults(to.scale.steps).find((each) => each.severity === 'fault')
  if (fault) return { code: 'refused.scale', fault: fault.message }
  if (policy.scaleIds === null) return null
  // A copy of an allowed scale, and unchanged.
  const original = scales.find((each) => each.id === to.scale!.id)
  const isAllowed =
    original !== undefined && policy.scaleIds.includes(original.id) && same(to.scale.steps, original.steps)
  return isAllowed ? null : { code: 'refused.scale-not-allowed' }
}

function refusedRest({ to }: ChangeOf<Plan>, { policy, levelScales, districtLevels, knows }: Ground): Refusal | null {
  const fixed = policy.rounding
  const roundingParts = Object.keys(rounding) as (keyof typeof rounding)[]
  if (fixed && roundingParts.some((part) => part in to && to[part] !== fixed[part]))
    return { code: 'refused.rounding-fixed' }
  if (policy.lowLine !== null && to.lowLine !== undefined && to.lowLine !== policy.lowLine)
    return { code: 'refused.low-line-fixed', lowLine: policy.lowLine }
  const { scaleId = null, calculation } = to.proficiency ?? {}
  const levels = levelScales.find((each) => each.id === scaleId)
  if (scaleId !== null && !levels) return { code: 'refused.level-scale-gone' }
  const acting = levels ?? districtLevels
  if (calculation && !methodFits(calculation.method, acting)) return { code: 'refused.power-law', scale: acting.name }
  const periods = [
    ...Object.keys(to.own ?? {}),
    ...Object.keys(to.parents ?? {}),
    ...(to.coursePoints?.periodIds ?? []),
  ]
  if (periods.some((each) => !knows('period', each))) return { code: 'refused.period-of-plan' }
  if (to.defaultCategoryId && !knows('category', to.defaultCategoryId))
    return { code: 'refused.not-there', what: 'category' }
  return null
}
