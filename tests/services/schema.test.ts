import { drizzle } from 'drizzle-orm/pglite'
import { PGlite } from '@electric-sql/pglite'
import { readFile } from 'node:fs/promises'
import { fileURLToPath } from 'node:url'
import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { jointId } from '#core/kind'
import { applyMigrations, type Db } from '../../server/database/client'
import { readMigrations } from '../../server/database/migrations'
import * as schema from '../../server/database/schema'
import { actsAfter, classHistory, historyOf, lastSeq, ownActs } from '../../server/services/history'
import { moversOf } from '../../server/services/movers'
import { openClass } from '../../server/services/open-class'
import { beginSession, seeSession } from '../../server/services/sessions'
import { todayOf } from '../../server/services/today'
import { actOf, dates, takenActs, withDistrict } from '../support/world'

const migrationFolder = fileURLToPath(new URL('../../server/database/migrations/', import.meta.url))

/** Everything that was asked since the list was emptied. */
const asked: { query: string; params: unknown[] }[] = []
let client: PGlite
let db: Db
let sectionId: string
let teacherId: string
let studentId: string

beforeAll(async () => {
  client = await PGlite.create('memory://')
  db = drizzle(client, { schema, logger: { logQuery: (query, params) => void asked.push({ query, params }) } })
  await applyMigrations(db, await readMigrations((path) => readFile(migrationFolder + path, 'utf8')))
  ;({ sectionId, teacherId } = await withDistrict(db))
  const { students, records } = await openClass(db, sectionId)
  studentId = students[0]!.id
  await takenActs(db, sectionId, teacherId, [
    actOf(records, 'assignment', [{ kind: 'assignment', id: 'rocks', to: { name: 'Rocks', dueOn: '2026-11-20' } }]),
    actOf(records, 'type', [{ kind: 'cell', id: jointId(studentId, 'rocks'), to: { value: { points: '8' } } }]),
  ])
}, 60_000)
afterAll(() => client.close())

/** Tables that are small, or that a question is about as a whole. */
const WHOLE = new Set([
  'proficiency_scales',
  'comment_bank',
  'standards',
  'course_standards',
  'periods',
  'orgs',
  'courses',
])

interface Node {
  'Node Type': string
  'Relation Name'?: string
  Plans?: Node[]
}
const nodesOf = (node: Node): Node[] => [node, ...(node.Plans ?? []).flatMap(nodesOf)]

/** The large tables that a question reads from end to end, even where the planner is told that this is dear. */
async function readWhole(work: () => Promise<unknown>): Promise<string[]> {
  asked.length = 0
  await work()
  const selects = asked.filter(({ query }) => query.startsWith('select'))
  expect(selects).not.toHaveLength(0)
  await client.exec('set enable_seqscan = off')
  const found = new Set<string>()
  for (const { query, params } of selects) {
    const { rows } = await client.query<{ 'QUERY PLAN': [{ Plan: Node }] }>(`explain (format json) ${query}`, params)
    for (const node of nodesOf(rows[0]!['QUERY PLAN'][0].Plan))
      if (node['Node Type'] === 'Seq Scan' && !WHOLE.has(node['Relation Name']!)) found.add(node['Relation Name']!)
  }
  await client.exec('reset enable_seqscan')
  return [...found]
}

describe('each question that is asked often has an index', () => {
  const cell = () => jointId(studentId, 'rocks')
  it.each<[string, () => Promise<unknown>]>([
    ['a class is opened', () => openClass(db, sectionId)],
    ['Today', () => todayOf(db, teacherId, dates.today)],
    [
      'an act is taken',
      async () => {
        const { records } = await openClass(db, sectionId)
        await takenActs(db, sectionId, teacherId, [
          actOf(records, 'type', [{ kind: 'cell', id: cell(), to: { value: { points: '9' } } }]),
        ])
      },
    ],
    ['the history of a score', () => historyOf(db, sectionId, 'cell', cell())],
    ['the history of a class', () => classHistory(db, sectionId, {})],
    ['steps back', () => ownActs(db, sectionId, teacherId)],
    ['news', async () => actsAfter(db, sectionId, await lastSeq(db, sectionId))],
    ['who came from another class', () => moversOf(db, sectionId, teacherId)],
    ['every request of a session', async () => seeSession(db, await beginSession(db, teacherId, 'a browser'))],
  ])('%s', async (_, work) => {
    expect(await readWhole(work)).toEqual([])
  })

  it('and a question without one is seen by this', async () => {
    expect(
      await readWhole(() =>
        db
          .select()
          .from(schema.cells)
          .where(sql`note = 'x'`),
      ),
    ).toEqual(['cells'])
  })
})

describe('a row cannot name what is not there', () => {
  const cellOf = (id: string) =>
    sql`insert into cells (section_id, id, changed_by, changed_at, act_id, marks, note, note_for)
      values (${sectionId}, ${id}, 'x', now(), 'x', '[]', '', 'teacher')`
  it.each([
    ['a score of nobody', () => cellOf('nobody/rocks'), 'cells_student'],
    ['a score of no assignment', () => cellOf(jointId(studentId, 'none')), 'cells_assignment'],
    [
      'a remark in no period',
      () => sql`insert into remarks (section_id, id, changed_by, changed_at, act_id, text)
        values (${sectionId}, ${jointId(studentId, 'none')}, 'x', now(), 'x', '')`,
      'remarks_period',
    ],
    ['an assignment of no category', () => sql`update assignments set category_id = 'none'`, 'assignments_category'],
    ['a word that is none', () => sql`update assignments set scored_in = 'stars'`, 'assignments_scored_in'],
    ['a period under none', () => sql`update periods set parent_id = 'none'`, 'periods_parent'],
  ])('%s', async (_, statement, constraint) => {
    const refused = await db
      .transaction((tx) => tx.execute(statement()))
      .then(
        () => 'taken',
        (error: { constraint?: string; cause?: { constraint?: string } }) => (error.cause ?? error).constraint,
      )
    expect(refused).toBe(constraint)
  })
})
