import { z } from 'zod'
import { civilDate, decimal, id, place, text } from '../fields'
import { kind, type ChangeOf, type Ground, type Refusal } from '../kind'
import { cutOff } from '../proficiency/cut-off'
import { name, shortName } from './names'
import { visibility } from './visibility'

const schema = z.strictObject({
  name,
  shortName,
  categoryId: id.nullable(),
  /** When it was given out, if the teacher notes it. No rule depends on it. */
  assignedOn: civilDate.nullable(),
  dueOn: civilDate.nullable(),
  points: decimal,
  multiplier: decimal.refine((text) => Number(text) > 0, 'field.multiplier'),
  /** Off: scored and shown, in no calculation of a grade. */
  counts: z.boolean(),
  /** It only adds: in what was earned, and not in what it is out of. No drop takes it. */
  extraCredit: z.boolean(),
  scoredIn: z.enum(['points', 'letters', 'levels']),
  visibility,
  /** Whether families see its scores, once they see it. */
  released: z.boolean(),
  /** Put away: not a column of the sheet until it is asked for. It counts as ever. */
  hidden: z.boolean(),
  /** Copies in several classes that were made as one share it. */
  linkId: id.nullable(),
  description: text(4000),
  standardIds: z.array(id).max(40),
  /** From which percent of its points on they show which level; null leaves it to the scale, and none converts nothing. */
  cutOffs: z.array(cutOff).max(12).nullable(),
  /** Its place among assignments of one due date. */
  place,
  removed: z.boolean(),
})
export type Assignment = z.infer<typeof schema>

/** One piece of work of a class. */
export const assignment = kind({
  names: ['itself'],
  schema,
  blank: {
    name: 'Untitled',
    shortName: 'Untitled',
    categoryId: null,
    assignedOn: null,
    dueOn: null,
    points: '10',
    multiplier: '1',
    counts: true,
    extraCredit: false,
    scoredIn: 'points',
    visibility: { from: 'now' },
    released: true,
    hidden: false,
    linkId: null,
    description: '',
    standardIds: [],
    cutOffs: null,
    place: 0,
    removed: true,
  },
  moves: 'class',
  refuse,
})

function refuse({ to }: ChangeOf<Assignment>, { knows }: Ground): Refusal | null {
  if (to.categoryId && !knows('category', to.categoryId)) return { code: 'refused.not-there', what: 'category' }
  if (to.standardIds?.some((each) => !knows('standard', each))) return { code: 'refused.standard-of-course' }
  return null
}
