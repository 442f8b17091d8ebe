import { randomUUID } from 'node:crypto'
import { and, asc, eq } from 'drizzle-orm'
import { fromFiles } from '../../../core/exchange/from-files'
import { pulling, type PullDifference, type PullInput } from '../../../core/exchange/pull'
import { pulledIn } from '../../../core/exchange/pull-acts'
import type { GradebookFiles } from '../../../core/formats/oneroster/csv-gradebook'
import { same } from '../../../core/same'
import type { Db } from '../../database/client'
import { runItems, runs, sourceBaseline } from '../../database/schema'
import type { ClassroomApp } from '../../partners/classroom'
import type { Reached } from '../connections'
import { Problem } from '../problem'
import { choicesIn } from './choices'
import { courseworkOf, intakeOf, readSource, studentsOf } from './intake'
import { lastChanges } from './last-change'
import { countsOf, stateOf, writePrepared } from './prepare'
import { takeParts } from './take-parts'
import { countsIn } from './work'

/**
 * Looks what a pull from the classroom app would change in a class, and writes it down as it is shown. Nothing in the
 * gradebook is changed.
 *
 * @throws Problem `not-linked`
 */
export async function preparePull(
  db: Db,
  app: Reached<ClassroomApp>,
  sectionId: string,
  userId: string,
): Promise<string> {
  const { snapshot, intake } = await intakeOf(db, sectionId)
  const { coursework, results, students } = await courseworkOf(db, app, { snapshot, intake }, userId)
  const named = new Map(students.map((each) => [each.id, each.name]))
  return writePull(
    db,
    { sectionId, userId, connectionId: app.connectionId },
    { snapshot, intake, coursework, results, baseline: await readSource(db, sectionId) },
    named,
  )
}

/** The same for the files of a gradebook: what is in them is looked at beside what is here, and nothing is changed. */
export async function prepareFiles(db: Db, files: GradebookFiles, sectionId: string, userId: string): Promise<string> {
  const { snapshot, intake } = await intakeOf(db, sectionId)
  const standards = new Set(snapshot.standards.map((each) => each.id))
  const found = fromFiles(files, snapshot, (id) => (standards.has(id) ? id : undefined))
  if (found.coursework.length + found.baseline.size + found.cleared.length === 0)
    throw new Problem(422, 'nothing-in-files')
  return writePull(db, { sectionId, userId, connectionId: null }, { snapshot, intake, ...found })
}

type From = Pick<typeof runs.$inferInsert, 'userId' | 'connectionId'> & { sectionId: string }

async function writePull(
  db: Db,
  from: From,
  pulled: Omit<PullInput, 'newId' | 'choiceOf'>,
  named: ReadonlyMap<string, string> = new Map(),
): Promise<string> {
  const { snapshot, coursework, results } = pulled
  const theirs = [...new Set(results.map((each) => each.studentId))].map((id) => ({ id, name: named.get(id) ?? '' }))
  const ours = await studentsOf(db, snapshot, theirs)
  const differences = pulling({
    ...pulled,
    results: results.flatMap((each) => {
      const studentId = ours.get(each.studentId)
      return studentId ? { ...each, studentId } : []
    }),
    newId: randomUUID,
    choiceOf: from.connectionId === null ? undefined : await choicesIn(db, from.sectionId, 'pull'),
  })
  const unknown = theirs.filter((each) => !ours.has(each.id))
  const links = new Map(coursework.map((each) => [each.id, each.link]))
  const last = await lastChanges(db, from.sectionId, differences, changedThere(pulled, ours, differences))
  return writePrepared(db, {
    kind: 'pull',
    ...from,
    items: differences.map((each) => ({
      ...each,
      link: links.get(each.theirId) ?? '',
      lastChange: last.get(each.id),
      state: stateOf(each.step),
    })),
    unsendables: unknown.map(({ id, name }) => ({
      title: name || id,
      reason: { code: 'send.unknown-student' },
      assignmentId: '',
    })),
    outcome: { code: 'prepared', counts: countsOf(differences.map(({ step }) => stateOf(step))) },
  })
}

/** When a thing changed last there, by its difference. */
function changedThere(
  { coursework, results }: Pick<PullInput, 'coursework' | 'results'>,
  ours: ReadonlyMap<string, string>,
  differences: readonly PullDifference[],
): (each: { id: string }) => string | null | undefined {
  const byWork = new Map(coursework.map((each) => [each.id, each.changedAt]))
  const byScore = new Map(results.map((each) => [`${ours.get(each.studentId)}/${each.courseworkId}`, each.changedAt]))
  const at = new Map(
    differences.map(({ id, type, theirId, studentId }) => [
      id,
      type === 'assignment' ? byWork.get(theirId) : byScore.get(`${studentId}/${theirId}`),
    ]),
  )
  return ({ id }) => at.get(id)
}

type Item = typeof runItems.$inferSelect

/**
 * Takes in what was prepared, as one act of the teacher whose run it is, in one step with what both sides hold from then
 * on. What changed here since it was looked at is left, and said.
 *
 * @throws Problem `not-waiting` where it is not prepared, `nothing-to-send` where nothing of it is to be taken
 */
export async function takeIn(db: Db, runId: string): Promise<void> {
  await db.transaction(async (tx) => {
    const [run] = await tx
      .select()
      .from(runs)
      .where(and(eq(runs.id, runId), eq(runs.kind, 'pull'), eq(runs.state, 'prepared')))
      .for('update')
    if (!run?.sectionId) throw new Problem(409, 'not-waiting')
    const items = await tx.select().from(runItems).where(eq(runItems.runId, runId)).orderBy(asc(runItems.place))
    const waiting = items.filter((item) => item.state === 'waiting')
    if (waiting.length === 0) throw new Problem(409, 'nothing-to-send')
    const { snapshot, intake } = await intakeOf(tx, run.sectionId)
    const unmoved = waiting.filter((item) => isAsShown(snapshot.records, item))
    const pulled = pulledIn(snapshot, unmoved.map(differenceOf), intake.pointsChange === 'rescale')
    const settle = (item: Item, set: Partial<Item>) =>
      tx
        .update(runItems)
        .set({ ...set, settledAt: new Date() })
        .where(and(eq(runItems.runId, runId), eq(runItems.place, item.place)))
    const parts = pulled.map(({ desired }, at) => ({ item: unmoved[at]!, desired }))
    for (const { item, isTaken, reason } of await takeParts(tx, snapshot, run.userId, parts)) {
      // What came by a file belongs to nobody else: it is of here from now on.
      if (isTaken && run.connectionId) await agreed(tx, run.sectionId, item)
      await settle(item, { state: isTaken ? 'taken' : 'refused', reason })
    }
    const still = new Set(unmoved)
    for (const item of waiting) if (!still.has(item)) await settle(item, { state: 'moved' })
    const counts = await countsIn(tx, runId)
    await tx
      .update(runs)
      .set({ state: 'done', finishedAt: new Date(), outcome: { code: 'sent', counts } })
      .where(eq(runs.id, runId))
  })
}

const differenceOf = ({ type, step, here, there, base, after, theirId, ...rest }: Item): PullDifference => ({
  ...rest,
  type: type as PullDifference['type'],
  step,
  here: here ?? null,
  there: there ?? null,
  base: base ?? null,
  after: after ?? null,
  theirId: theirId ?? '',
})

/** Whether a thing is here as it was when it was shown. */
function isAsShown(
  records: { assignment: Record<string, object>; cell: Record<string, object> },
  { type, id, here, step }: Item,
): boolean {
  if (!here || step === 'create' || type !== 'assignment') return true
  const now = records.assignment[id] as Record<string, unknown> | undefined
  return now !== undefined && Object.entries(here).every(([name, value]) => same(value, now[name]))
}

/** What both sides hold from now on: what is there, for what is taken and for what was decided to stay. */
async function agreed(tx: Db, sectionId: string, { id, type, theirId, title, link, there, step }: Item): Promise<void> {
  const here = and(eq(sourceBaseline.sectionId, sectionId), eq(sourceBaseline.id, id))
  // Gone there: from now on it is of here alone.
  if (!there) return void (await tx.delete(sourceBaseline).where(here))
  const row = {
    type: type as 'assignment' | 'score',
    theirId: theirId ?? '',
    title,
    link: link ?? '',
    fields: there,
    isIn: step !== 'remove',
  }
  await tx
    .insert(sourceBaseline)
    .values({ sectionId, id, ...row })
    .onConflictDoUpdate({ target: [sourceBaseline.sectionId, sourceBaseline.id], set: row })
}
