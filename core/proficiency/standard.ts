import { z } from 'zod'
import { civilDate, decimal, id, place, text } from '../fields'
import { kind, type ChangeOf, type Ground, type Refusal } from '../kind'

const short = text(60)

/** What a standard brought along from its owner, kept so that it goes out as it came (CASE 1.0, CFItem). */
const source = z.strictObject({
  /** The framework that it is of. */
  documentId: id,
  type: short,
  listEnumeration: short,
  abbreviated: text(200),
  educationLevels: z.array(short).max(20),
  subjects: z.array(short).max(20),
})

const schema = z.strictObject({
  parentId: id.nullable(),
  code: text(40),
  statement: text(1000),
  habit: z.boolean(),
  reported: z.boolean(),
  weight: decimal,
  withdrawnOn: civilDate.nullable(),
  place,
  source: source.nullable(),
  removed: z.boolean(),
})
export type StandardRecord = z.infer<typeof schema>

/** A framework as records: the framework itself at the top, areas and standards below it. */
export interface Framework {
  id: string
  title: string
  standards: Record<string, StandardRecord>
}

/** A standard or an area, of the district's or made by a teacher for one class. */
export const standard = kind({
  names: ['itself'],
  schema,
  blank: {
    parentId: null,
    code: '',
    statement: '',
    habit: false,
    reported: true,
    weight: '1',
    withdrawnOn: null,
    place: 0,
    source: null,
    removed: true,
  },
  moves: 'class',
  refuse: ({ id, to, present }: ChangeOf<StandardRecord>, { knows }: Ground): Refusal | null => {
    const next = { ...present, ...to }
    if (next.removed) return null
    if (!next.code.trim() && !next.statement.trim()) return { code: 'refused.standard-empty' }
    if (next.parentId === id) return { code: 'refused.own-area' }
    if (to.parentId && !knows('standard', to.parentId)) return { code: 'refused.area-gone' }
    return null
  },
})

const used = z.strictObject({ used: z.boolean() })
export type CourseStandard = z.infer<typeof used>

/** Whether a course is taught by a standard, or by an area with all that is below it. */
export const courseStandard = kind({
  names: ['course', 'standard'],
  schema: used,
  blank: { used: false },
  moves: 'class',
})
