import { bigserial, boolean, index, jsonb, pgTable, primaryKey, smallint, text } from 'drizzle-orm/pg-core'
import type { Change } from '../../../core/acts/act'
import type { SentLevel } from '../../../core/exchange/thing'
import type { DeclaredCard } from '../../../core/families/declared-card'
import type { Outcome } from '../../../core/acts/apply'
import { id, instant } from './columns'
import { users } from './people'
import { periods, sections, students } from './roster'

/** Grades as they were when a period was declared; a declaration after reopening writes a new set. */
export const declaredGrades = pgTable(
  'declared_grades',
  {
    actId: text('act_id').notNull(),
    sectionId: text('section_id')
      .notNull()
      .references(() => sections.id),
    periodId: text('period_id')
      .notNull()
      .references(() => periods.id),
    studentId: text('student_id')
      .notNull()
      .references(() => students.id),
    percent: text('percent'),
    label: text('label'),
    unadjusted: text('unadjusted'),
    overridden: boolean('overridden').notNull(),
    computedPercent: text('computed_percent'),
    computedLabel: text('computed_label'),
    remark: text('remark').notNull(),
    reason: text('reason').notNull().default(''),
    card: jsonb('card').$type<DeclaredCard>(),
    sent: jsonb('sent').$type<SentLevel[]>(),
  },
  (t) => [
    primaryKey({ columns: [t.actId, t.periodId, t.studentId] }),
    index('declared_grades_section').on(t.sectionId, t.periodId),
  ],
)

/**
 * The journal: every act, in the order in which it was taken. It is only ever added to; a text that is being written has
 * one line for the sitting, which moves to its end with each writing.
 */
export const journal = pgTable(
  'journal',
  {
    seq: bigserial('seq', { mode: 'number' }).notNull().unique(),
    id: id(),
    /** The class, the person or the district whose records it changed. */
    scopeId: text('scope_id').notNull(),
    userId: text('user_id')
      .notNull()
      .references(() => users.id),
    kind: text('kind').notNull(),
    /** Acts on several scopes that are taken together share it. */
    batchId: text('batch_id'),
    /** The act that this one takes back or does again. */
    ofId: text('of_id'),
    /** Writings of one text in one sitting share it, and are one line: the last, which names the earlier ones. */
    sitting: text('sitting'),
    earlierIds: jsonb('earlier_ids').$type<string[]>().notNull().default([]),
    /** The release of shapes that its changes are written in. */
    shape: smallint('shape').notNull().default(1),
    madeAt: instant('made_at').notNull(),
    takenAt: instant('taken_at').notNull(),
    changes: jsonb('changes').$type<Change[]>().notNull(),
    outcomes: jsonb('outcomes').$type<Outcome[]>().notNull(),
  },
  (t) => [
    index('journal_scope').on(t.scopeId, t.seq),
    index('journal_batch').on(t.batchId),
    index('journal_sitting').on(t.sitting),
  ],
)
