import type { Refusal } from '../core/kind'
import { message, messageOrWords } from './message'
import { z } from 'zod'
import { shippedLevelScales } from '../core/scales/shipped-levels'
import {
  blanks,
  isOfStudents,
  kindNames,
  schemas,
  SHAPE,
  wholeFromShape,
  type Kind,
  type RecordOf,
  type StudentKind,
} from '../core/kinds'
import { id, instant } from '../core/fields'
import { entriesOf, noRecords, put, recordsOf, type Records, type WrittenRecords } from '../core/records'
import { anybody } from '../core/remarks/bank-entry'
import { remarkBox } from '../core/report-card/layout'
import { pronounSets } from '../core/remarks/pronouns'
import type { ClassSnapshot } from '../core/section'
import { availableLevelScale, availableScale } from './plans'
import { rejections } from './problem'

const span = z.object({ firstDay: z.string(), lastDay: z.string().nullable() })
type ById<S extends z.ZodType> = z.ZodRecord<z.ZodString, S>
const byId = <S extends z.ZodType>(of: S): ById<S> => z.record(z.string(), of)
/** The records of each kind, as `Records` keeps them. */
const recordSchemas = Object.fromEntries(
  kindNames.map((kind) => [kind, isOfStudents(kind) ? byId(byId(schemas[kind])) : byId(schemas[kind])]),
) as unknown as {
  [K in Kind]: K extends StudentKind ? ById<ById<(typeof schemas)[K]>> : ById<(typeof schemas)[K]>
}

const declaredLevel = z.object({
  standardId: z.string(),
  code: z.string(),
  isArea: z.boolean(),
  level: z.object({ value: z.string(), label: z.string(), short: z.string() }).nullable(),
})
const whyNone = z.enum([
  'no scores',
  'only score is dropped',
  'all scores are dropped',
  'only extra points',
  'no grade yet',
])
const declaredCard = z.object({
  name: z.string(),
  rosterName: z.string(),
  isGraded: z.boolean(),
  grade: z
    .object({
      percent: z.string().nullable(),
      label: z.string().nullable(),
      unadjusted: z.string().nullable(),
      computed: z.string().nullable(),
      incompleteUntil: z.string().nullable(),
      line: z.string(),
    })
    .nullable(),
  parts: z.array(
    z.object({
      name: z.string(),
      weight: z.string().nullable(),
      result: z.union([z.string(), z.object({ none: whyNone })]),
    }),
  ),
  standards: z.array(declaredLevel),
  habits: z.array(declaredLevel),
})
const sentLevel = z.object({
  standardId: z.string(),
  value: z.number(),
  label: z.string(),
  own: z.string().nullable(),
})
const declaredGrade = z.object({
  studentId: z.string(),
  percent: z.string().nullable(),
  label: z.string().nullable(),
  unadjusted: z.string().nullable(),
  overridden: z.boolean(),
  computedPercent: z.string().nullable(),
  computedLabel: z.string().nullable(),
  remark: z.string(),
  reason: z.string().default(''),
  card: declaredCard.nullable().default(null),
  sent: z.array(sentLevel).nullable().default(null),
})

/** An entry of a bank as its reader sees it; one that an earlier release kept is the district's and suits anybody. */
export const bankEntryAsSeen = schemas.bankEntry.omit({ removed: true, place: true }).extend({
  id: z.string(),
  suits: schemas.bankEntry.shape.suits.default(anybody),
  starred: z.boolean(),
  owner: z.enum(['district', 'mine']).default('district'),
})

/** One class, whole. */
export const classResponse = z.object({
  section: z.object({
    id: z.string(),
    title: z.string(),
    course: z.string(),
    school: z.string(),
    schoolId: z.string().default(''),
    meets: z.string(),
  }),
  periods: z.array(
    z.object({
      id: z.string(),
      parentId: z.string().nullable(),
      kind: z.enum(['year', 'semester', 'grading', 'exam']),
      title: z.string(),
      firstDay: z.string(),
      lastDay: z.string(),
    }),
  ),
  students: z.array(
    z.object({
      id: z.string(),
      givenName: z.string(),
      familyName: z.string(),
      pronouns: z.enum(pronounSets).nullable(),
      spans: z.array(span),
    }),
  ),
  standards: z.array(
    z.object({
      id: z.string(),
      parentId: z.string().nullable(),
      code: z.string(),
      statement: z.string(),
      habit: z.boolean(),
      reported: z.boolean(),
      weight: z.string(),
      withdrawnOn: z.string().nullable(),
      owner: z.enum(['district', 'class']),
    }),
  ),
  levelScales: z.array(availableLevelScale),
  scales: z.array(availableScale),
  policy: schemas.policy,
  policyBy: z.string().nullable(),
  remarkBox: z
    .object({ width: z.number(), size: z.number(), lines: z.number() })
    .default(() => remarkBox(blanks.cardLayout)),
  bank: z.array(bankEntryAsSeen),
  windows: z
    .record(z.string(), z.object({ dueOn: z.string().nullable(), isClosed: z.boolean(), answer: z.string() }))
    .default({}),
  records: z.object(recordSchemas),
  declared: z.record(z.string(), z.array(declaredGrade)),
}) satisfies z.ZodType<ClassSnapshot>

/** One class as it is opened: with the number of its last act, and the cells that the district does not hold as they are; null before the first exchange. */
export const openClassResponse = classResponse.extend({
  seq: z.number(),
  /** The release of shapes that its records are in. */
  shape: z.number(),
  /** Assignments that came from the classroom app, with the address of each there. */
  sources: z.record(z.string(), z.string()).default({}),
  /** Cells that the district does not hold as they are, and those of them that changed there; null before any exchange. */
  outOfSync: z
    .object({
      unsent: z.array(z.string()),
      held: z.array(z.string()),
      /** What the last exchange left, with the score as it was then. */
      left: z
        .array(
          z.object({
            studentId: z.string(),
            assignmentId: z.string(),
            state: z.enum(['refused', 'held']),
            reason: messageOrWords.nullable(),
            seen: schemas.cell,
          }),
        )
        .default([]),
    })
    .nullable(),
})
export type OpenClass = z.infer<typeof openClassResponse>

/** A class as it was kept on this machine, maybe by an earlier release. */
export const keptClass = z.preprocess(currentClass, openClassResponse)

function currentClass(value: unknown): unknown {
  const { shape = 1, records: kept } = (value ?? {}) as { shape?: number; records?: Records | WrittenRecords }
  if (!kept) return value
  // A release that did not know a kind kept none of it.
  const records = shape < BY_STUDENT ? recordsOf(kept as WrittenRecords) : { ...noRecords(), ...(kept as Records) }
  if (shape >= SHAPE) return { ...(value as object), records }
  const read = noRecords()
  for (const kind of kindNames)
    for (const [id, fields] of entriesOf(records, kind))
      put(read, kind, id, wholeFromShape(kind, fields, shape) as RecordOf<Kind>)
  return {
    ...(value as object),
    ...(shape < 4 ? levelsOfBefore(value as Fields) : {}),
    policy: { ...blanks.policy, ...((value as Fields).policy as object | undefined) },
    outOfSync: (value as Fields).outOfSync ?? (value as Fields).apart ?? null,
    shape: SHAPE,
    records: read,
  }
}

/** Until shape 9 every record was kept by its whole id. */
const BY_STUDENT = 9

/** Until shape 4 a class had one scale of levels, which was the district's, and standards that were no more than named. */
function levelsOfBefore({ proficiencyScale, standards, policy }: Fields): Fields {
  const plain = { habit: false, reported: true, weight: '1', withdrawnOn: null, owner: 'district' }
  return {
    levelScales: [...shippedLevelScales, ...(proficiencyScale ? [{ ...proficiencyScale, owner: 'district' }] : [])],
    standards: Array.isArray(standards) ? standards.map((each: object) => ({ ...plain, ...each })) : [],
    policy: { ...schemas.policy.parse({ ...blanks.policy, ...(policy as object) }) },
  }
}
type Fields = Record<string, unknown>

/**
 * Acts on one class, each read by itself, so that one that cannot be read takes no other down. `sentAt` is the sender's
 * clock as it sends: what the server's differs by is taken off each act's own time.
 */
export const actsRequest = z.object({
  acts: z
    .array(z.looseObject({ id: z.uuid() }))
    .min(1)
    .max(100),
  sentAt: instant.optional(),
  /** Who made them. A browser has one session: somebody else may have signed in beside the page that they were made in. */
  by: id.optional(),
})

const outcome = z.discriminatedUnion('done', [
  z.object({ done: z.literal('applied') }),
  z.object({ done: z.literal('conflict'), present: z.record(z.string(), z.unknown()) }),
  z.object({ done: z.literal('refused'), reason: messageOrWords as unknown as z.ZodType<Refusal> }),
])
/** An act that was taken: its place in the order of taking, and what became of each change. */
export const takenAct = z.object({ id: z.string(), seq: z.number(), outcomes: z.array(outcome) })
export type TakenAct = z.infer<typeof takenAct>
/** What became of a batch of acts that are all taken or none. */
export const togetherResponse = z.array(takenAct)

/** What became of one act: taken, rejected for good and why, or to be sent again. */
export const actResult = z.union([
  takenAct,
  z.object({ id: z.string(), rejected: z.object({ code: z.enum(rejections), fault: message.optional() }) }),
  z.object({ id: z.string(), later: z.literal(true) }),
])
export type ActResult = z.infer<typeof actResult>
export const actsResponse = z.object({ results: z.array(actResult) })

/** A student who came from another class of the course, and until when they were there. */
const mover = z.object({ studentId: z.string(), sectionId: z.string(), title: z.string(), lastDay: z.string() })
export type Mover = z.infer<typeof mover>
export const moversResponse = z.array(mover)
