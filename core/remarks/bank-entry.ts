import { z } from 'zod'
import { decimal, text } from '../fields'
import { kind } from '../kind'

/** Whom an entry suits; what is left open suits anybody. Grades in percent and levels by value, both ends inclusive. */
const suits = z.strictObject({
  percentFrom: decimal.nullable(),
  percentTo: decimal.nullable(),
  levelFrom: decimal.nullable(),
  levelTo: decimal.nullable(),
  /** Somebody with missing work. */
  missing: z.boolean(),
})
export type Suits = z.infer<typeof suits>

export const anybody: Suits = { percentFrom: null, percentTo: null, levelFrom: null, levelTo: null, missing: false }

const schema = z.strictObject({
  code: text(12),
  topic: text(40),
  text: text(1000),
  suits,
  place: z.int(),
  removed: z.boolean(),
})
export type BankEntryRecord = z.infer<typeof schema>

/**
 * An entry of a comment bank, the district's or a teacher's own. In its text stand
 * `{name}`; `{they}`, `{them}`, `{their}`, `{theirs}`, `{themself}` for the student's pronouns; and
 * `{explains|explain}` for a verb after a pronoun, singular first (after the name it is singular). A capital in a placeholder asks for a capital.
 */
export const bankEntry = kind({
  names: ['itself'],
  schema,
  blank: { code: '', topic: '', text: '', suits: anybody, place: 0, removed: true },
  moves: 'class',
  refuse: ({ to, present }) => {
    const { text: written, code, removed } = { ...present, ...to }
    return !removed && (written.trim() === '' || code.trim() === '') ? { code: 'refused.empty-entry' } : null
  },
})

/** An entry as somebody sees it. */
export interface BankEntry extends Omit<BankEntryRecord, 'removed' | 'place'> {
  id: string
  starred: boolean
  owner: 'district' | 'mine'
}
