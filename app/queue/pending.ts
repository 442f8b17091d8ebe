import type { Act, Change } from '#core/acts/act'
import type { Outcome } from '#core/acts/apply'
import type { ActResult } from '#shared/class'
import { readFrom, writeTo, wrote, type AnsweredAct, type Conflict, type PendingAct, type PutAside } from './database'
import { forgetAhead } from './ahead'

/** Acts that the browser's database did not take: they live as long as the page, and are sent from there. */
let unkept: PendingAct[] = []
let unkeptOrder = 0

/** Keeps an act on this machine. What storage refuses stays in the page. */
export async function keep(pending: Omit<PendingAct, 'order'>): Promise<void> {
  try {
    // `strict` asks for the disk, not only for the operating system's promise.
    await writeTo(['pending'], (to) => to.objectStore('pending').add(pending as PendingAct), { durability: 'strict' })
    wrote()
    forgetAhead(pending.personId, pending.act.id)
  } catch (error) {
    if ((error as Error).name === 'ConstraintError') return forgetAhead(pending.personId, pending.act.id)
    if (!unkept.some(({ act }) => act.id === pending.act.id)) unkept.push({ ...pending, order: --unkeptOrder })
  }
}

/** The acts of a person that wait, oldest first; those that storage refused come last, as they were made. */
export async function waiting(personId: string): Promise<PendingAct[]> {
  const kept = await readFrom(['pending'], (from) =>
    from.objectStore('pending').index('person').getAll(personId),
  ).catch(() => [])
  return [...kept.sort((a, b) => a.order - b.order), ...unkept.filter((each) => each.personId === personId)]
}

/** What storage refused was written ahead all the same, where there was room: the next page would take it up again. */
function forgetUnkept(isDone: (each: PendingAct) => boolean): void {
  for (const { personId, act } of unkept.filter(isDone)) forgetAhead(personId, act.id)
  unkept = unkept.filter((each) => !isDone(each))
}

/** Whether acts wait that only this page has. */
export const hasUnkept = (): boolean => unkept.length > 0

/** What the server said of an act that waited. */
export interface Answer {
  pending: PendingAct
  result: Exclude<ActResult, { later: true }>
}

/** What an answer leaves to be decided: scores that came too late, and whatever else was not taken. */
export interface Leftovers {
  conflicts: Conflict[]
  aside: PutAside[]
}

/** What is left to decide of an answer, before any of it is kept. */
export function leftoversOf({ pending: { personId, sectionId, act }, result }: Answer): Leftovers {
  const changes = act.changes as Change[]
  const put = (why: PutAside['why'], of: Change[]): PutAside[] =>
    of.length ? [{ at: Date.now(), personId, sectionId, act, changes: of, why }] : []
  if ('rejected' in result)
    return { conflicts: [], aside: put({ code: result.rejected.code, reason: result.rejected.fault }, changes) }
  const outcomeOf = (at: number): Outcome => result.outcomes[at] ?? { done: 'applied' }
  const late = changes.filter((_, at) => outcomeOf(at).done === 'conflict')
  const refused = changes.filter((_, at) => outcomeOf(at).done === 'refused')
  const reason = result.outcomes.find((each) => each.done === 'refused')
  const isScore = (each: Change) => each.kind === 'cell'
  return {
    conflicts: late
      .filter(isScore)
      .map(({ kind, id, to }) => ({ personId, sectionId, kind, id, mine: to as Record<string, unknown> })),
    aside: [
      ...put(
        { code: 'conflict' },
        late.filter((each) => !isScore(each)),
      ),
      ...put({ code: 'refused', ...(reason?.done === 'refused' ? { reason: reason.reason } : {}) }, refused),
    ],
  }
}

/**
 * Takes answered acts out of the queue, and in the same step keeps what is left to decide of them and what was made of
 * them: whatever happens to the page, nothing falls between.
 */
export async function settle(answers: readonly Answer[]): Promise<Leftovers> {
  const left = answers.map(leftoversOf)
  const all = { conflicts: left.flatMap((each) => each.conflicts), aside: left.flatMap((each) => each.aside) }
  const orders = new Set(answers.map(({ pending }) => pending.order))
  forgetUnkept((each) => orders.has(each.order))
  await writeTo(['pending', 'conflicts', 'aside', 'answered'], (to) =>
    Promise.all([
      ...[...orders].filter((order) => order > 0).map((order) => to.objectStore('pending').delete(order)),
      ...answers.flatMap((answer) => madeOf(answer) ?? []).map((made) => to.objectStore('answered').put(made)),
      ...all.conflicts.map((conflict) => to.objectStore('conflicts').put(conflict)),
      ...all.aside.map((aside) => to.objectStore('aside').add(aside)),
    ]),
  ).catch(() => {})
  return all
}

/** What was made of an act: applied to the class as it was kept, without the network. */
function madeOf({ pending: { personId, sectionId, act }, result }: Answer): AnsweredAct | null {
  if ('rejected' in result) return null
  const changes = (act.changes as Change[]).filter((_, at) => result.outcomes[at]?.done === 'applied')
  return changes.length ? { personId, sectionId, seq: result.seq, changes } : null
}

/** Puts acts that wait out of the queue for good, because their maker says so. */
export async function drop(personId: string, actIds: ReadonlySet<string>): Promise<void> {
  forgetUnkept((each) => actIds.has(each.act.id))
  const orders = (await waiting(personId)).filter(({ act }) => actIds.has(act.id)).map((each) => each.order)
  await writeTo(['pending'], (to) => Promise.all(orders.map((order) => to.objectStore('pending').delete(order)))).catch(
    () => {},
  )
}

/** The acts of one class that wait. */
export async function unsentOf(personId: string, sectionId: string): Promise<Act[]> {
  return (await waiting(personId)).filter((each) => each.sectionId === sectionId).map((each) => each.act)
}
