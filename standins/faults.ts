import { z } from 'zod'

const statuses = [401, 403, 404, 408, 409, 422, 429, 500, 503] as const

/** How a stand-in misbehaves on request. Each count goes down as it is used. */
export const faultsSchema = z.object({
  /** Answer this many requests with 503. */
  fail: z.int().min(0).default(0),
  /** Answer the next requests with these, one each. */
  statuses: z.array(z.literal(statuses)).max(500).default([]),
  /** What a 429 or 503 says in Retry-After, in seconds; null says nothing. */
  retryAfter: z.int().min(0).nullable().default(null),
  /** Do this many requests and close the line without an answer. */
  mute: z.int().min(0).default(0),
  /** Answer this many requests with half of the JSON. */
  broken: z.int().min(0).default(0),
  /** Each page begins so many entities too early. */
  overlap: z.int().min(0).max(50).default(0),
  /** Wait before each answer, in milliseconds. */
  slow: z.int().min(0).max(30_000).default(0),
  /** A share of all requests fails, each in one of these ways, always the same for the same seed. */
  storm: z
    .object({ share: z.number().min(0).max(1), seed: z.int() })
    .nullable()
    .default(null),
  /** sourcedIds of students whom it says it does not know. */
  unknownStudents: z.array(z.string()).default([]),
  /** sourcedIds of academic sessions that it takes nothing for. */
  closedSessions: z.array(z.string()).default([]),
})
export type Faults = z.infer<typeof faultsSchema>

export const noFaults = (): Faults => faultsSchema.parse({})

/** What a stand-in is told just now. */
export interface Switches {
  faults: Faults
  /** Requests so far: what a storm draws by. */
  requests?: number
}

/** What one request meets: an answer in place of the right one, or a line that breaks before or after the work. */
export type Mishap = { status: (typeof statuses)[number] } | 'broken' | 'unheard' | 'unanswered' | null

const stormy: Mishap[] = [
  { status: 503 },
  { status: 500 },
  { status: 429 },
  { status: 408 },
  { status: 401 },
  'broken',
  'unheard',
  'unanswered',
]

/** A number from 0 to 1 that is the same for the same place and seed (splitmix32). */
function drawn(seed: number, place: number): number {
  let mixed = (seed + Math.imul(place, 0x9e3779b9)) | 0
  mixed = Math.imul(mixed ^ (mixed >>> 16), 0x21f0aaad)
  mixed = Math.imul(mixed ^ (mixed >>> 15), 0x735a2d97)
  return ((mixed ^ (mixed >>> 15)) >>> 0) / 4294967296
}

/** What the next request meets; counts go down. */
export function nextMishap(switches: Switches): Mishap {
  const { faults } = switches
  const place = (switches.requests = (switches.requests ?? 0) + 1)
  if (faults.fail > 0) {
    faults.fail--
    return { status: 503 }
  }
  const status = faults.statuses.shift()
  if (status) return { status }
  if (faults.broken > 0) {
    faults.broken--
    return 'broken'
  }
  if (faults.mute > 0) {
    faults.mute--
    return 'unanswered'
  }
  const { storm } = faults
  if (!storm || drawn(storm.seed, place) >= storm.share) return null
  return stormy[Math.floor(drawn(storm.seed + 1, place) * stormy.length)]!
}
