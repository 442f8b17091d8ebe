import { z } from 'zod'

/** How the server says that something cannot be done: a code, and words for a person. */
export const problemResponse = z.object({
  data: z.object({ code: z.string(), message: z.string(), detail: z.unknown().optional() }),
})
