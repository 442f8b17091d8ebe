import { z } from 'zod'
import { decimal, id, text } from '../fields'
import { kind } from '../kind'
import type { Coursework } from './coursework'

const rule = z.strictObject({
  /** What it is about: its topic, words of its title, its type. What is left empty is not looked at. */
  topic: text(120),
  words: text(120),
  workType: text(60),
  leaveOut: z.boolean(),
  categoryId: id.nullable(),
  multiplier: decimal.refine((typed) => Number(typed) > 0, 'field.multiplier').nullable(),
  counts: z.boolean().nullable(),
  standardIds: z.array(id).max(40),
})
export type IntakeRule = z.infer<typeof rule>

const schema = z.strictObject({
  connectionId: id.nullable(),
  /** The class of the classroom app that this one is linked to. */
  theirClassId: text(250),
  theirTitle: text(200),
  rules: z.array(rule).max(60),
  /** What becomes of scores that were typed here when the points possible change at the source. */
  pointsChange: z.enum(['keep', 'rescale']),
  /** Whether what is ready goes to the district's system each night, where the district leaves that to the teacher. */
  nightlySend: z.boolean(),
})
export type Intake = z.infer<typeof schema>

/** How a class exchanges: what it takes in of the classroom app, and whether it sends by night. */
export const intake = kind({
  names: ['section'],
  schema,
  blank: { connectionId: null, theirClassId: '', theirTitle: '', rules: [], pointsChange: 'keep', nightlySend: false },
  moves: 'class',
  refuse: ({ to }, { knows }) => {
    const gone = to.rules?.some(({ categoryId }) => categoryId !== null && !knows('category', categoryId))
    if (gone) return { code: 'refused.not-there', what: 'category' }
    const unknown = to.rules?.some(({ standardIds }) => standardIds.some((each) => !knows('standard', each)))
    return unknown ? { code: 'refused.standard-of-course' } : null
  },
})

export const blankRule = (): IntakeRule => ({
  topic: '',
  words: '',
  workType: '',
  leaveOut: false,
  categoryId: null,
  multiplier: null,
  counts: null,
  standardIds: [],
})

const plain = (words: string) => words.trim().toLocaleLowerCase()

/**
 * The rule that a piece of coursework is taken in by: the first that fits it, in all that the rule says.
 *
 * @returns its place among the rules; -1 for none
 * @example ruleFor([{ ...blankRule(), topic: 'Labs', leaveOut: true }], labReport) // 0
 */
export function ruleFor(rules: readonly IntakeRule[], { topic, title, workType }: Coursework): number {
  return rules.findIndex((each) => {
    const words = plain(each.words).split(/\s+/).filter(Boolean)
    if (!each.topic && !words.length && !each.workType) return false
    if (each.topic && plain(each.topic) !== plain(topic)) return false
    if (each.workType && plain(each.workType) !== plain(workType)) return false
    return words.every((word) => plain(title).includes(word))
  })
}
