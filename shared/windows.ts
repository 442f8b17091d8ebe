import { z } from 'zod'
import { schemas } from '../core/kinds'

export const windowsResponse = z.object({
  periods: z.array(
    z.object({
      id: z.string(),
      parentId: z.string().nullable(),
      title: z.string(),
      kind: z.string(),
      firstDay: z.string(),
      lastDay: z.string(),
    }),
  ),
  windows: z.record(z.string(), schemas.reportingWindow),
  grants: z.record(z.string(), schemas.windowGrant),
  /** What teachers ask to be opened, and nobody answered. */
  requests: z.array(
    z.object({
      sectionId: z.string(),
      periodId: z.string(),
      reason: z.string(),
      askedAt: z.string(),
      title: z.string(),
      teacher: z.string(),
    }),
  ),
})
export type WindowsResponse = z.infer<typeof windowsResponse>
