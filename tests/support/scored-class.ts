import type { Act } from '#core/acts/act'
import { jointId } from '#core/kind'
import { find } from '#core/records'
import type { DbHandle } from '../../server/database/client'
import { loadSnapshot } from '../../server/services/snapshot'
import { emptyRecords } from './database'
import { actOf, takenActs, withDistrict, type Desired } from './world'

/** The demo's district, and a class of it with a test of 12.5 points. */
export interface ScoredClass {
  handle: DbHandle
  sectionId: string
  teacherId: string
  /** The first student. */
  student: string
}

/** What is done in such a class, which is made by the first of it, `begin`. */
export function inScoredClass(room: ScoredClass) {
  const assignment = crypto.randomUUID()
  const category = crypto.randomUUID()

  const snapshot = () => loadSnapshot(room.handle.db, room.sectionId)
  const take = async (kind: Act['kind'], desired: Desired[]) => {
    const act = actOf((await snapshot()).records, kind, desired)
    const [taken] = await takenActs(room.handle.db, room.sectionId, room.teacherId, [act])
    return { act, outcomes: taken!.outcomes }
  }
  const score = (points: string | null) => ({
    kind: 'cell' as const,
    id: jointId(room.student, assignment),
    to: { value: points === null ? null : { points } },
  })
  const scoreNow = async () =>
    find((await snapshot()).records, 'cell', jointId(room.student, assignment))?.value ?? null

  async function begin(): Promise<void> {
    room.handle = await emptyRecords()
    Object.assign(room, await withDistrict(room.handle.db))
    room.student = (await snapshot()).students[0]!.id
    await take('assignment', [
      { kind: 'category', id: category, to: { name: 'Tests', shortName: 'Tests', weight: '100', removed: false } },
      { kind: 'plan', id: room.sectionId, to: { method: 'categories' } },
      {
        kind: 'assignment',
        id: assignment,
        to: {
          name: 'Test',
          shortName: 'Test',
          categoryId: category,
          dueOn: '2026-11-10',
          points: '12.5',
          removed: false,
        },
      },
    ])
  }

  return { begin, assignment, category, snapshot, take, score, scoreNow }
}
