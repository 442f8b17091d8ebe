import { z } from 'zod'
import { act } from '../core/acts/act'
import { schemas } from '../core/kinds'
import { id, instant } from '../core/fields'
import { gradingScale } from '../core/scales/grading'

/** A scale that a plan can take a copy of. */
export const availableScale = gradingScale.extend({ id: z.string(), owner: z.enum(['district', 'mine']) })
/** A proficiency scale that a plan can choose. */
export const availableLevelScale = schemas.levelScale
  .pick({ name: true, levels: true })
  .extend({ id: z.string(), halves: z.boolean().optional(), owner: z.enum(['shipped', 'district', 'mine']) })
const policyParts = { policy: schemas.policy, policyBy: z.string().nullable() }

const period = z.object({
  id: z.string(),
  parentId: z.string().nullable(),
  kind: z.enum(['year', 'semester', 'grading', 'exam']),
  title: z.string(),
  firstDay: z.string(),
  lastDay: z.string(),
})

/** The plan of one class, with what copying it from or to needs to know. */
export const classPlan = z.object({
  id: z.string(),
  title: z.string(),
  course: z.string(),
  year: z.string(),
  /** Whether its school year is over. */
  past: z.boolean(),
  periods: z.array(period),
  plan: schemas.plan.nullable(),
  categories: z.record(z.string(), schemas.category),
  assignments: z.record(z.string(), schemas.assignment),
})
export type ClassPlan = z.infer<typeof classPlan>

/** All plans of a teacher's classes, past years among them. */
export const plansResponse = z.object({
  classes: z.array(classPlan),
  scales: z.array(availableScale),
  /** The teacher's own patterns of assignments. */
  patterns: z.record(z.string(), schemas.pattern),
  ...policyParts,
})
export type PlansResponse = z.infer<typeof plansResponse>

/** What the district's office fixes and offers; `own` and `ownLevels` are the scales that it can change. */
export const districtResponse = z.object({
  ...policyParts,
  scales: z.array(availableScale),
  own: z.record(z.string(), schemas.scale),
  levelScales: z.array(availableLevelScale),
  ownLevels: z.record(z.string(), schemas.levelScale),
  uses: z.record(z.string(), z.number()),
})
export type DistrictResponse = z.infer<typeof districtResponse>

/** A policy that is thought of, to see what it would do. */
export const policyOutlookRequest = z.object({ policy: schemas.policy })

/** What another policy would do to grades and levels, by class and period. */
export const policyOutlook = z.object({
  /** Of all classes, how many could be looked at in the time. */
  looked: z.number(),
  all: z.number(),
  classes: z.array(
    z.object({
      title: z.string(),
      school: z.string(),
      moved: z.array(
        z.object({
          title: z.string(),
          declared: z.boolean(),
          grades: z.number(),
          labels: z.number(),
          levels: z.number(),
        }),
      ),
    }),
  ),
  /** Classes whose scale would not be allowed any more. */
  offScale: z.number(),
})
export type PolicyOutlook = z.infer<typeof policyOutlook>

/** A batch: acts on several scopes: `user`, `district`, or a class by its id. */
export const togetherRequest = z.object({
  acts: z
    .array(z.object({ scope: id, act }))
    .min(1)
    .max(60)
    .refine((all) => new Set(all.map((each) => each.act.id)).size === all.length, 'field.id')
    .refine((all) => new Set(all.map((each) => each.scope)).size === all.length, 'field.id'),
  /** The sender's clock as it sends. */
  sentAt: instant.optional(),
  /** Who made them. */
  by: id.optional(),
})
export type Together = z.infer<typeof togetherRequest>['acts']

/** All standards of the district, and which courses are taught by which. */
export const standardsResponse = z.object({
  standards: z.record(z.string(), schemas.standard),
  courseStandards: z.record(z.string(), schemas.courseStandard),
  courses: z.array(z.object({ id: z.string(), title: z.string(), code: z.string() })),
  /** The classes that each proficiency scale is of, the first by name; under the empty name, those that choose none. */
  levelUses: z.record(z.string(), z.object({ count: z.number(), titles: z.array(z.string()) })),
})
export type StandardsResponse = z.infer<typeof standardsResponse>

/** Frameworks of standards as a partner has them. */
export const frameworksResponse = z.object({
  frameworks: z.array(
    z.object({ id: z.string(), title: z.string(), standards: z.record(z.string(), schemas.standard) }),
  ),
})
