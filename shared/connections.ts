import { z } from 'zod'
import { text } from '../core/fields'

/** How a system is spoken with. */
export const protocols = ['oneroster-1.2', 'oneroster-1.1', 'classroom'] as const
export type Protocol = (typeof protocols)[number]

const trial = z.object({
  part: z.enum(['key', 'roster', 'gradebook', 'standards']),
  fault: z.object({ code: z.string(), figures: z.looseObject({}) }).nullable(),
  count: z.number().nullable(),
})
export const triesResponse = z.array(trial)
const webAddress = z
  .url({ protocol: /^https?$/, error: 'field.web-address' })
  .max(500)
  .transform((url) => url.replace(/\/+$/, ''))
export const connectionRequest = z.object({
  protocol: z.enum(protocols),
  name: text(80).min(1, 'field.name'),
  url: webAddress,
  clientId: text(200).min(1, 'field.key'),
  /** Left out, the one that is kept stays. */
  clientSecret: text(500).min(1, 'field.key').optional(),
  isOn: z.boolean().default(true),
})
export type ConnectionRequest = z.infer<typeof connectionRequest>
export const connectionsResponse = z.array(
  z.object({
    id: z.string(),
    protocol: z.enum(protocols),
    name: z.string(),
    url: z.string(),
    clientId: z.string(),
    isOn: z.boolean(),
    /** It comes from the settings of this installation, and is changed there. */
    isSetUp: z.boolean(),
    workedAt: z.coerce.date().nullable(),
    failedAt: z.coerce.date().nullable(),
    fault: z.object({ code: z.string(), figures: z.looseObject({}) }).nullable(),
  }),
)
export type Connection = z.infer<typeof connectionsResponse>[number]
