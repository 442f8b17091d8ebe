import type { Message } from '../../../core/message'
import { sql } from 'drizzle-orm'
import { bigint, boolean, index, integer, jsonb, pgTable, primaryKey, text, uniqueIndex } from 'drizzle-orm/pg-core'
import { choices, steps, type Choice, type LastChange, type Step } from '../../../core/exchange/compare'
import {
  rosterKinds,
  type RosterHead,
  type RosterKind,
  type RosterThings,
} from '../../../core/formats/oneroster/roster'
import type { Unsendable } from '../../../core/exchange/desired'
import type { Fields, ThingType } from '../../../core/exchange/thing'
import { itemStates, type ItemState } from '../../../shared/exchange'
import { protocols, type Protocol } from '../../../shared/connections'
import {
  rosterParts,
  type RosterFindings,
  type RosterPart,
  type RosterRowChange,
  type RosterWorking,
} from '../../../shared/roster-runs'
import { runKinds, runStates, type RunKind, type RunOutcome, type RunState } from '../../../shared/runs'
import { id, instant, oneOf } from './columns'
import { users } from './people'
import { sections } from './roster'

/** A system that we speak with. Its secret is sealed, and is opened for a request alone. */
export const connections = pgTable(
  'connections',
  {
    id: id(),
    protocol: text('protocol').$type<Protocol>().notNull(),
    name: text('name').notNull(),
    url: text('url').notNull(),
    clientId: text('client_id').notNull(),
    secret: text('secret').notNull(),
    isOn: boolean('is_on').notNull().default(true),
    createdAt: instant('created_at').notNull(),
    /** When it last did what it was asked, and when it last did not, and why. */
    workedAt: instant('worked_at'),
    failedAt: instant('failed_at'),
    fault: jsonb('fault').$type<{ code: string; figures: Record<string, unknown> }>(),
    /** Its own clock's time to which its roster is here; null where it has to be read whole. */
    rosterAt: text('roster_at'),
  },
  (t) => [oneOf('connections_protocol', t.protocol, protocols)],
)

/** What a person decided once for all of a difference; without an id, for every thing of the type in that class. */
export const syncChoices = pgTable(
  'sync_choices',
  {
    sectionId: text('section_id')
      .notNull()
      .references(() => sections.id),
    direction: text('direction').$type<'push' | 'pull'>().notNull(),
    type: text('type').$type<ThingType>().notNull(),
    thingId: text('thing_id').notNull().default(''),
    title: text('title').notNull(),
    choice: text('choice').$type<Choice>().notNull(),
    userId: text('user_id')
      .notNull()
      .references(() => users.id),
    at: instant('at').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.sectionId, t.direction, t.type, t.thingId] }),
    oneOf('sync_choices_direction', t.direction, ['push', 'pull']),
    oneOf('sync_choices_choice', t.choice, choices),
  ],
)

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
    fields: jsonb('fields').$type<Fields>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.sectionId, t.id] })],
)

/** What came from the classroom app, as both held it after the last pull. */
export const sourceBaseline = pgTable(
  'source_baseline',
  {
    sectionId: text('section_id')
      .notNull()
      .references(() => sections.id),
    id: text('id').notNull(),
    type: text('type').$type<'assignment' | 'score'>().notNull(),
    theirId: text('their_id').notNull(),
    title: text('title').notNull(),
    link: text('link').notNull().default(''),
    fields: jsonb('fields').$type<Fields>().notNull(),
    isIn: boolean('is_in').notNull(),
  },
  (t) => [primaryKey({ columns: [t.sectionId, t.id] })],
)

export const runs = pgTable(
  'runs',
  {
    id: id(),
    kind: text('kind').$type<RunKind>().notNull(),
    sectionId: text('section_id').references(() => sections.id),
    userId: text('user_id')
      .notNull()
      .references(() => users.id),
    connectionId: text('connection_id').references(() => connections.id, { onDelete: 'set null' }),
    state: text('state').$type<RunState>().notNull(),
    /** How often the partner was away, and when it is asked again. */
    tries: integer('tries').notNull().default(0),
    nextAt: instant('next_at'),
    /** Who works on it: one that was thought gone and comes back sees that it is another's. */
    worker: text('worker'),
    /** Nobody asked for it: it is the night's. */
    isNightly: boolean('is_nightly').notNull().default(false),
    /** Of one thing that was decided where it stands, and not of its whole class. */
    isPartial: boolean('is_partial').notNull().default(false),
    /** The reopened period whose declared grades it removes there, because a teacher asked for that. */
    removesPeriodId: text('removes_period_id'),
    startedAt: instant('started_at').notNull(),
    /** Renewed while somebody works on the run; an old one means that its worker is gone. */
    aliveAt: instant('alive_at').notNull(),
    finishedAt: instant('finished_at'),
    outcome: jsonb('outcome').$type<RunOutcome>().notNull(),
    /** What of a push cannot be sent. */
    unsendables: jsonb('unsendables').$type<Unsendable[]>(),
    /** How far a roster has come, in steps of so many. */
    done: integer('done').notNull().default(0),
    total: integer('total').notNull().default(0),
    /** What a roster's run has to say beside its items: what it found odd, or asks about. */
    found: jsonb('found').$type<RosterFindings>(),
  },
  (t) => [
    index('runs_user').on(t.userId, t.startedAt),
    index('runs_section').on(t.sectionId),
    // One at a time for each class, whatever the number of processes.
    uniqueIndex('runs_one_push')
      .on(t.sectionId)
      .where(sql`kind = 'push' and state in ('queued', 'running')`),
    index('runs_to_do')
      .on(t.state, t.aliveAt)
      .where(sql`state in ('queued', 'running')`),
    oneOf('runs_kind', t.kind, runKinds),
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
    type: text('type').$type<ThingType>().notNull(),
    id: text('id').notNull(),
    title: text('title').notNull(),
    studentId: text('student_id'),
    assignmentId: text('assignment_id'),
    /** What it is at its source, and where it is opened there. */
    theirId: text('their_id'),
    link: text('link'),
    step: text('step').$type<Step>().notNull(),
    /** As it was shown: here, there, when both last agreed, and as both are to be after it. */
    here: jsonb('here').$type<Fields | null>(),
    there: jsonb('there').$type<Fields | null>(),
    base: jsonb('base').$type<Fields | null>(),
    after: jsonb('after').$type<Fields | null>(),
    /** Names of the fields that differ, and of those that changed on both sides. */
    differing: jsonb('differing').$type<string[]>().notNull().default([]),
    conflicts: jsonb('conflicts').$type<string[]>().notNull().default([]),
    /** When it changed last on each side, where it changed on both, and who did it here. */
    lastChange: jsonb('last_change').$type<LastChange | null>(),
    choice: text('choice').$type<Choice>(),
    state: text('state').$type<ItemState>().notNull(),
    tries: integer('tries').notNull().default(0),
    settledAt: instant('settled_at'),
    reason: jsonb('reason').$type<Message>(),
  },
  (t) => [
    primaryKey({ columns: [t.runId, t.place] }),
    uniqueIndex('run_items_id').on(t.runId, t.id),
    oneOf('run_items_state', t.state, itemStates),
    oneOf('run_items_step', t.step, steps),
  ],
)

/** A roster that is whole with its run, and waits for an answer or is being applied. It is gone when its run is over. */
export const runRosters = pgTable('run_rosters', {
  runId: text('run_id')
    .primaryKey()
    .references(() => runs.id, { onDelete: 'cascade' }),
  head: jsonb('head').$type<RosterHead>().notNull(),
  /** How it is to be worked on. */
  working: jsonb('working').$type<RosterWorking>().notNull(),
})

/** The things of such a roster, as they come: none is held but for some hundred at a time. */
export const runThings = pgTable(
  'run_things',
  {
    runId: text('run_id')
      .notNull()
      .references(() => runs.id, { onDelete: 'cascade' }),
    kind: text('kind').$type<RosterKind>().notNull(),
    id: text('id').notNull(),
    place: bigint('place', { mode: 'number' }).generatedAlwaysAsIdentity(),
    thing: jsonb('thing').$type<RosterThings[RosterKind][number]>().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.runId, t.kind, t.id] }),
    index('run_things_place').on(t.runId, t.kind, t.place),
    oneOf('run_things_kind', t.kind, rosterKinds),
  ],
)

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
