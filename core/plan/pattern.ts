import { z } from 'zod'
import { text } from '../fields'
import { kind } from '../kind'
import { assignment, type Assignment } from './assignment'
import { name } from './names'

/** What an assignment of one class says only there. */
const ofOneClass = {
  categoryId: true,
  assignedOn: true,
  dueOn: true,
  hidden: true,
  linkId: true,
  standardIds: true,
  cutOffs: true,
  place: true,
  removed: true,
} as const
const { categoryId, assignedOn, dueOn, hidden, linkId, standardIds, cutOffs, place, removed, ...anywhere } =
  assignment.blank

const schema = z.strictObject({
  name,
  assignment: assignment.schema.omit(ofOneClass).extend({
    /** By name, so that it fits any class. */
    category: text(120).nullable(),
  }),
  removed: z.boolean(),
})
export type Pattern = z.infer<typeof schema>

/**
 * Returns what a pattern keeps of an assignment: everything but what says something only in its class.
 *
 * @param category the name of its category
 * @example patternFields(assignment, 'Checks').points // '40'
 */
export const patternFields = (assignment: Readonly<Assignment>, category: string | null): Pattern['assignment'] => ({
  ...(Object.fromEntries(
    (Object.keys(anywhere) as (keyof typeof anywhere)[]).map((name) => [name, assignment[name]]),
  ) as typeof anywhere),
  category,
})

/** An assignment to be made again: what a new one begins with. */
export const pattern = kind({
  names: ['itself'],
  schema,
  blank: {
    name: 'Untitled',
    assignment: { ...anywhere, category: null },
    removed: true,
  },
  older: [
    {
      until: 2,
      read: (fields) =>
        'assignment' in fields
          ? { ...fields, assignment: { extraCredit: false, ...(fields.assignment as object) } }
          : { ...fields },
    },
  ],
  moves: 'class',
})
