import { expect } from 'vitest'
import { jointId } from '#core/kind'
import { classResponse, openClassResponse } from '#shared/class'
import type { Choice } from '#core/exchange/compare'
import { find } from '#core/records'
import { runResponse, type ExchangeRun, type RunItem } from '#shared/exchange'
import type { Caller, Product } from '../support/product'

/** A teacher who pushes one class. */
export interface PushRoom {
  product: Product
  teacher: Caller
  classId: string
}

/** What a teacher does in a push, and what the district's stand-in is told, in a room that comes before the first of it. */
export function pushing(room: PushRoom) {
  const snapshot = async () => classResponse.parse(await room.teacher.get(`/api/classes/${room.classId}`))
  const outOfSync = async () =>
    openClassResponse.parse(await room.teacher.get(`/api/classes/${room.classId}`)).outOfSync
  const prepared = async () => {
    const { runId } = await room.teacher.post<{ runId: string }>(`/api/classes/${room.classId}/prepare`)
    return runResponse.parse(await room.teacher.get(`/api/exchange/runs/${runId}`))
  }
  const received = async () =>
    (await (await fetch(`${room.product.standins}/sis/received`)).json()) as {
      part: string
      id: string
      entity: Record<string, unknown> | null
    }[]
  const misbehave = (faults: object) =>
    fetch(`${room.product.standins}/sis/faults`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(faults),
    })
  const changedThere = (part: string, id: string, fields: object) =>
    fetch(`${room.product.standins}/sis/changed-there`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ part, id, fields }),
    })

  const decide = (run: ExchangeRun, items: readonly RunItem[], choice: Choice | null, remember = 'no') =>
    room.teacher.post(`/api/exchange/runs/${run.id}/decide`, {
      places: items.map((each) => each.place),
      choice,
      remember,
    })
  const send = (run: ExchangeRun) => room.teacher.call('POST', `/api/exchange/runs/${run.id}/send`, {})
  async function sent(run: ExchangeRun): Promise<ExchangeRun> {
    const answer = await send(run)
    // With nothing to send there is no run to wait for.
    return answer.status === 409
      ? runResponse.parse(await room.teacher.get(`/api/exchange/runs/${run.id}`))
      : ended(run.id)
  }
  /** Compares, decides some things, sends, and waits for the end. */
  async function push(mine: readonly string[] = []): Promise<ExchangeRun> {
    const run = await prepared()
    const own = run.items.filter((each) => mine.includes(each.id))
    if (own.length) await decide(run, own, 'mine')
    return sent(run)
  }
  async function ended(runId: string): Promise<ExchangeRun> {
    for (const end = Date.now() + 180_000; Date.now() < end;) {
      const run = runResponse.parse(await room.teacher.get(`/api/exchange/runs/${runId}`))
      if (!['queued', 'running'].includes(run.state)) return run
      await new Promise((done) => setTimeout(done, 50))
    }
    throw new Error('The run did not end.')
  }
  async function arrived(count: number): Promise<void> {
    for (
      const end = Date.now() + 60_000;
      (await received()).length < count;
      await new Promise((done) => setTimeout(done, 20))
    )
      expect(Date.now()).toBeLessThan(end)
  }
  async function type(studentAt: number, shortName: string, points: string): Promise<string> {
    const { records, students } = await snapshot()
    const assignmentId = Object.entries(records.assignment).find(([, each]) => each.shortName === shortName)![0]
    const id = jointId(students[studentAt]!.id, assignmentId)
    const act = {
      id: crypto.randomUUID(),
      kind: 'type',
      at: new Date().toISOString(),
      changes: [
        { kind: 'cell', id, from: { value: find(records, 'cell', id)?.value ?? null }, to: { value: { points } } },
      ],
    }
    expect(await room.teacher.post(`/api/classes/${room.classId}/acts`, { acts: [act] })).toMatchObject({
      results: [{ id: act.id, outcomes: [{ done: 'applied' }] }],
    })
    return id.replace('/', '.')
  }

  return {
    snapshot,
    outOfSync,
    prepared,
    received,
    misbehave,
    changedThere,
    decide,
    send,
    sent,
    push,
    ended,
    arrived,
    type,
  }
}
