import { z } from 'zod'

/** How the server says that something cannot be done: a code, and words for a person. */
export const problemResponse = z.object({
  data: z.object({ code: z.string(), message: z.string(), detail: z.unknown().optional() }),
})

/**
 * Why an act is never taken. Only one of these, said of that very act, takes it out of the queue of the machine that it
 * was made on.
 */
export const rejections = ['unreadable', 'act-of-another', 'not-your-class', 'too-large'] as const
export type Rejection = (typeof rejections)[number]

/** The acts that a problem is about, where a whole request was turned away. */
export const rejectedActs = z.object({ acts: z.array(z.string()) })
