import { z } from 'zod'

export const signInRequest = z.object({
  email: z.email('field.email').max(254),
  password: z.string().min(1, 'field.password').max(1000),
})

export const SHORTEST_PASSWORD = 12
/** One's own password, as it is and as it shall be. */
export const passwordRequest = z.object({
  present: z.string().min(1, 'field.present-password').max(1000),
  next: z.string().min(SHORTEST_PASSWORD, 'field.new-password').max(1000),
})

/** Where somebody is signed in; `here` is the session that asks. */
export const ownSession = z.object({
  id: z.string(),
  device: z.string(),
  begunAt: z.string(),
  seenAt: z.string(),
  here: z.boolean(),
})
export type OwnSession = z.infer<typeof ownSession>
export const sessionsResponse = z.array(ownSession)

/** Who is signed in, and what day it is for the school. */
export const personResponse = z.object({
  id: z.string(),
  role: z.enum(['teacher', 'registrar']),
  name: z.string(),
  today: z.string(),
})
export type PersonResponse = z.infer<typeof personResponse>
/** `person` is null when nobody is signed in. */
export const whoResponse = z.object({ person: personResponse.nullable() })
export type WhoResponse = z.infer<typeof whoResponse>
