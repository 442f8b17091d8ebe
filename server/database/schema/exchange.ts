import type { Message } from '../../../core/message'
import { index, integer, jsonb, pgTable, primaryKey, text, uniqueIndex } from 'drizzle-orm/pg-core'
import {
  rosterParts,
  runStates,
  type RosterFindings,
  type RosterPart,
  type RosterRowChange,
  type RunOutcome,
  type RunState,
} from '../../../shared/exchange'
import { id, instant, oneOf } from './columns'
import { users } from './people'
import { sections } from './roster'

/** What the district and we both held after the last run, thing by thing. */
export const syncBaseline = pgTable(
  'sync_baseline',
  {
    sectionId: text('section_id')
      .notNull()
      .references(() => sections.id),
    id: text('id').notNull(),
    type: text('type').notNull(),
    title: text('title').notNull(),
    fields: jsonb('fields').$type<Record<string, unknown>>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.sectionId, t.id] })],
)

export const runs = pgTable(
  'runs',
  {
    id: id(),
    kind: text('kind').$type<'push' | 'roster' | 'import'>().notNull(),
    sectionId: text('section_id').references(() => sections.id),
    userId: text('user_id')
      .notNull()
      .references(() => users.id),
    state: text('state').$type<RunState>().notNull(),
    startedAt: instant('started_at').notNull(),
    /** Renewed while somebody works on the run; an old one means that its worker is gone. */
    aliveAt: instant('alive_at').notNull(),
    finishedAt: instant('finished_at'),
    outcome: jsonb('outcome').$type<RunOutcome>().notNull(),
    /** How far a roster has come, in steps of so many. */
    done: integer('done').notNull().default(0),
    total: integer('total').notNull().default(0),
    /** What a roster's run has to say beside its items: what it found odd, or asks about. */
    found: jsonb('found').$type<RosterFindings>(),
  },
  (t) => [
    index('runs_user').on(t.userId, t.startedAt),
    index('runs_section').on(t.sectionId),
    oneOf('runs_kind', t.kind, ['push', 'roster', 'import']),
    oneOf('runs_state', t.state, runStates),
  ],
)

export const runItems = pgTable(
  'run_items',
  {
    runId: text('run_id')
      .notNull()
      .references(() => runs.id, { onDelete: 'cascade' }),
    place: integer('place').notNull(),
    type: text('type').notNull(),
    id: text('id').notNull(),
    title: text('title').notNull(),
    step: text('step').notNull(),
    fields: jsonb('fields').$type<Record<string, unknown> | null>(),
    state: text('state').$type<'waiting' | 'sent' | 'refused' | 'held'>().notNull(),
    reason: jsonb('reason').$type<Message>(),
  },
  (t) => [
    primaryKey({ columns: [t.runId, t.place] }),
    uniqueIndex('run_items_id').on(t.runId, t.id),
    oneOf('run_items_state', t.state, ['waiting', 'sent', 'refused', 'held']),
  ],
)

/** A roster that waits for an answer or is being applied: packed, and gone when its run is over. */
export const runRosters = pgTable('run_rosters', {
  runId: text('run_id')
    .primaryKey()
    .references(() => runs.id, { onDelete: 'cascade' }),
  packed: text('packed').notNull(),
})

/** The journal of rosters: what a run did to rows of the roster, some hundred to a line, each as it was and became. */
export const rosterChanges = pgTable(
  'roster_changes',
  {
    runId: text('run_id')
      .notNull()
      .references(() => runs.id),
    place: integer('place').notNull(),
    part: text('part').$type<RosterPart>().notNull(),
    rows: jsonb('rows').$type<RosterRowChange[]>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.runId, t.place] }), oneOf('roster_changes_part', t.part, rosterParts)],
)
