import { z } from 'zod'
import type { Message } from '../core/message'

/** A message as it is sent: one of a newer release is told as far as it can be. */
export const message = z.looseObject({ code: z.string() }) as unknown as z.ZodType<Message>

/** One that an earlier release kept as a sentence. */
export const messageOrWords = z.preprocess(
  (sent) => (typeof sent === 'string' ? { code: 'refused.words', words: sent } : sent),
  message,
)
