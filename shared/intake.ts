import { z } from 'zod'
import { schemas } from '../core/kinds'

/** A class of the classroom app that one of ours may be. */
const offer = z.object({
  id: z.string(),
  title: z.string(),
  connectionId: z.string(),
  /** How many of its students are in ours, of how many, and who is not. */
  alike: z.number(),
  of: z.number(),
  unknown: z.array(z.string()),
})
export type Offer = z.infer<typeof offer>
export const offersResponse = z.array(offer)

const coursework = z.object({
  id: z.string(),
  title: z.string(),
  description: z.string(),
  topic: z.string(),
  workType: z.string(),
  dueOn: z.string().nullable(),
  points: z.string(),
  link: z.string(),
})

/** What is there now, for rules to be tried on, and the rules that corrections by hand suggest. */
export const courseworkResponse = z.object({
  coursework: z.array(coursework),
  learnt: schemas.intake.shape.rules,
})
export type CourseworkThere = z.infer<typeof courseworkResponse>
