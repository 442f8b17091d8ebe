/** @module-tag engine */
import { readFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { act as actSchema, type Act, type Change } from '#core/acts/act'
import { inverse } from '#core/acts/apply'
import { Grades } from '#core/grading/grades'
import { jointId } from '#core/kind'
import { kindNames, SHAPE } from '#core/kinds'
import { entriesOf, find } from '#core/records'
import { keptClass } from '#shared/class'
import { applyMigrations, openDb, type DbHandle } from '../../server/database/client'
import { readMigrations } from '../../server/database/migrations'
import { takeActs } from '../../server/services/acts'
import { classHistory, ownActs, snapshotAsOf } from '../../server/services/history'
import { openClass } from '../../server/services/open-class'
import { readRecords } from '../../server/services/records-store'
import { freshDatabaseUrl } from '../support/database'
import { takenActs } from '../support/world'

/**
 * Rows, journal and a queue as the first release left them (its migrations 0000 to 0002), read by this one. They stay as
 * they are: whatever changes its shape later has to read them.
 */
const release = JSON.parse(
  await readFile(fileURLToPath(new URL('../fixtures/release-1.json', import.meta.url)), 'utf8'),
) as {
  sectionId: string
  teacherId: string
  ann: string
  ben: string
  q1: string
  typed: string
  tables: Record<string, object[]>
  queue: { id: string; changes: { kind: string; to: Record<string, unknown> }[] }[]
}
const MIGRATIONS_THEN = 3
const { sectionId, teacherId, ann, ben, q1 } = release
const migrationFolder = fileURLToPath(new URL('../../server/database/migrations/', import.meta.url))

let handle: DbHandle
beforeAll(async () => {
  handle = await openDb({ databaseUrl: await freshDatabaseUrl(), dataDir: 'memory://' })
  const migrations = await readMigrations((path) => readFile(migrationFolder + path, 'utf8'))
  expect(migrations.length).toBeGreaterThan(MIGRATIONS_THEN)
  await applyMigrations(handle.db, migrations.slice(0, MIGRATIONS_THEN))
  await handle.db.transaction(async (tx) => {
    // In whatever order the tables come.
    await tx.execute(sql`set local session_replication_role = replica`)
    for (const [name, rows] of Object.entries(release.tables)) {
      const table = sql.identifier(name)
      await tx.execute(
        sql`insert into ${table} select * from jsonb_populate_recordset(null::${table}, ${JSON.stringify(rows)}::jsonb)`,
      )
    }
    await tx.execute(sql`select setval(pg_get_serial_sequence('journal', 'seq'), (select max(seq) from journal))`)
  })
  await applyMigrations(handle.db, migrations)
}, 60_000)
afterAll(() => handle.close())

const opened = () => openClass(handle.db, sectionId)

describe('what the last release left', () => {
  it('opens, with every record and the grades that they made', async () => {
    const snapshot = await opened()
    expect(snapshot.shape).toBe(SHAPE)
    expect(snapshot.records.assignment['asg-1']).toMatchObject({ name: 'Rock cycle', extraCredit: false })
    expect(find(snapshot.records, 'cell', jointId(ann, 'asg-2'))).toMatchObject({
      value: { percent: '92.455' },
      marks: ['late'],
    })
    expect(find(snapshot.records, 'evidence', jointId(ann, 'asg-1', 'std-1'))).toEqual({ level: '3' })
    const { computed, effective } = new Grades(snapshot).of(ann, q1)
    // Tests have one score and keep it: 17.5 of 20; class work 92.455 %. (70 x 87.5 + 30 x 92.455) / 100 = 88.9865.
    expect(computed?.percent).toBe('89.0')
    expect(effective).toMatchObject({ percent: '91.0', label: 'A-' })
    const desk = await readRecords(handle.db, teacherId, ['scale', 'pattern'])
    expect(desk.pattern['own-pattern']!.assignment.extraCredit).toBe(false)
  })

  it('tells its history, and the class as it was', async () => {
    const lines = await classHistory(handle.db, sectionId, {})
    expect(lines.map((each) => each.kind)).toContain('declare')
    const then = await snapshotAsOf(handle.db, sectionId, '2027-01-01')
    expect(then.records.assignment['asg-1']).toEqual((await opened()).records.assignment['asg-1'])
  })

  it('is taken back, over the change of shape', async () => {
    const steps = await ownActs(handle.db, sectionId, teacherId, new Date('2026-11-20T12:00:00Z'))
    const made = steps.map((step) => step[0]!.act).find((act) => act.kind === 'assignment')!
    const undo = {
      id: crypto.randomUUID(),
      shape: SHAPE,
      kind: 'undo',
      at: made.at,
      of: made.id,
      changes: (made.changes as Change[]).map(inverse).reverse() as Act['changes'],
    } as Act
    const [taken] = await takenActs(handle.db, sectionId, teacherId, [undo])
    expect(taken!.outcomes.map((each) => each.done)).toEqual(['applied', 'applied'])
    const redo = { ...undo, id: crypto.randomUUID(), kind: 'redo', changes: made.changes } as Act
    const [again] = await takenActs(handle.db, sectionId, teacherId, [redo])
    expect(again!.outcomes.map((each) => each.done)).toEqual(['applied', 'applied'])
  })

  it('takes what a browser still had to send', async () => {
    const results = await takenActs(handle.db, sectionId, teacherId, release.queue as never)
    expect(results.flatMap(({ outcomes }) => outcomes.map((each) => each.done))).toEqual([
      'applied',
      'applied',
      'applied',
    ])
    const { records } = await opened()
    expect(records.assignment['asg-3']).toMatchObject({ name: 'Map', extraCredit: false, removed: false })
    expect(find(records, 'cell', jointId(ben, 'asg-1'))!.value).toEqual({ points: '12' })
  })

  it('is read where a browser kept it', async () => {
    const { shape: _, outOfSync, ...now } = await opened()
    const then = JSON.parse(JSON.stringify({ ...now, apart: outOfSync })) as typeof now
    for (const each of Object.values(then.records.assignment)) Reflect.deleteProperty(each, 'extraCredit')
    const byWholeIds = kindNames.map((kind) => [kind, Object.fromEntries(entriesOf(then.records, kind))])
    expect(keptClass.parse({ ...then, records: Object.fromEntries(byWholeIds) })).toMatchObject({
      records: now.records,
      outOfSync,
    })
  })

  it('reads an act on what has become deeper since: a pattern from before there was extra credit', () => {
    const [{ assignment }] = release.tables.patterns as [{ assignment: object }]
    expect(assignment).not.toHaveProperty('extraCredit')
    const change = { kind: 'pattern', id: 'own-pattern', from: { assignment }, to: { assignment } }
    const read = actSchema.parse({ id: release.typed, kind: 'pattern', at: '2026-11-20T10:00:00Z', changes: [change] })
    const { from, to } = read.changes[0] as Change<'pattern'>
    expect([from.assignment!.extraCredit, to.assignment!.extraCredit]).toEqual([false, false])
    expect(read.shape).toBe(SHAPE)
  })

  it('reads which acts were taken together by the name that they had then', () => {
    const [{ changes }] = release.queue as unknown as [{ changes: object[] }]
    const then = { shape: 4, id: release.typed, kind: 'plan', at: '2026-11-20T10:00:00Z', deed: release.typed, changes }
    expect(actSchema.parse(then)).toMatchObject({ shape: SHAPE, batch: release.typed })
  })

  it('leaves an act of a newer release waiting, with what comes after it', async () => {
    const [first, ...rest] = release.queue
    const ahead = [{ ...first!, id: crypto.randomUUID(), shape: SHAPE + 1 }, ...rest]
    const results = await takeActs(handle.db, sectionId, teacherId, ahead)
    expect(results).toEqual(ahead.map(({ id }) => ({ id, later: true })))
  })
})
