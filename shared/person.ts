import { z } from 'zod'

export const signInRequest = z.object({
  email: z.email('Write the whole e-mail address.'),
  password: z.string().min(1, 'Write the password.'),
})

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
