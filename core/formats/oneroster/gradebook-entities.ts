import { z } from 'zod'
import { base, metadata, ref } from './rest'
import { civilDate } from '../../fields'

/** The entities of the gradebook service of OneRoster (1EdTech), as far as they are read here. Names from memory of the standard. */
export const category = z.object({ ...base, title: z.string(), weight: z.number().optional(), metadata })
export const lineItem = z.object({
  ...base,
  title: z.string(),
  description: z.string().optional(),
  assignDate: z.string(),
  dueDate: z.string(),
  class: ref,
  school: ref.optional(),
  category: ref,
  gradingPeriod: ref.optional(),
  academicSession: ref.optional(),
  resultValueMin: z.number().optional(),
  resultValueMax: z.number().optional(),
  learningObjectiveSet: z.array(z.object({ source: z.string(), learningObjectiveIds: z.array(z.string()) })).optional(),
  metadata,
})
export const scoreStatuses = ['exempt', 'fully graded', 'not submitted', 'partially graded', 'submitted'] as const
export const result = z.object({
  ...base,
  lineItem: ref,
  student: ref,
  class: ref.optional(),
  scoreStatus: z.enum(scoreStatuses),
  score: z.number().optional(),
  textScore: z.string().optional(),
  scoreDate: civilDate,
  comment: z.string().optional(),
  late: z.string().optional(),
  missing: z.string().optional(),
  incomplete: z.string().optional(),
  learningObjectiveSet: z
    .array(
      z.object({
        source: z.string(),
        learningObjectiveResults: z.array(
          z.object({
            learningObjectiveId: z.string(),
            score: z.number().optional(),
            textScore: z.string().optional(),
          }),
        ),
      }),
    )
    .optional(),
  metadata,
})
export const gradebookEntities = { category, lineItem, result }
export type GradebookEntity = keyof typeof gradebookEntities
