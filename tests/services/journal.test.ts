/** @module-tag engine */
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { jointId } from '#core/kind'
import { historyOf } from '../../server/services/history'
import { actOf, takenActs } from '../support/world'
import { inScoredClass, type ScoredClass } from '../support/scored-class'

const room = {} as ScoredClass
const { begin, assignment, snapshot, take, score } = inScoredClass(room)
beforeAll(begin)
afterAll(() => room.handle.close())

describe('the writing of one text in one sitting', () => {
  const note = async (text: string, sitting: string) => {
    const act = {
      ...actOf((await snapshot()).records, 'note', [
        { kind: 'cell', id: jointId(room.student, assignment), to: { note: text } },
      ]),
      sitting,
    }
    return { act, taken: (await takenActs(room.handle.db, room.sectionId, room.teacherId, [act]))[0]! }
  }
  const lines = async () =>
    (await historyOf(room.handle.db, room.sectionId, 'cell', jointId(room.student, assignment))).filter(
      (each) => 'note' in each.to,
    )

  it('is one line of the journal, from where it began, and every part of it is taken once', async () => {
    await note('Gone again', crypto.randomUUID())
    await note('', crypto.randomUUID())
    const before = await lines()
    const sitting = crypto.randomUUID()
    const first = await note('As', sitting)
    const second = await note('Ask for', sitting)
    const third = await note('Ask for the drawing', sitting)
    const after = await lines()
    expect(after).toHaveLength(before.length + 1)
    expect(after[0]).toMatchObject({ from: { note: '' }, to: { note: 'Ask for the drawing' } })
    expect(third.taken.seq).toBeGreaterThan(second.taken.seq)
    // Sent again after a lost answer, each is what it was.
    const again = await takenActs(room.handle.db, room.sectionId, room.teacherId, [first.act, second.act, third.act])
    expect(again.map((each) => each.outcomes)).toEqual([first, second, third].map(({ taken }) => taken.outcomes))
    expect(await lines()).toHaveLength(before.length + 1)
  })

  it('ends where something else happened to the text', async () => {
    const sitting = crypto.randomUUID()
    await note('One', sitting)
    await note('Somebody else', crypto.randomUUID())
    const count = (await lines()).length
    await note('One more', sitting)
    expect(await lines()).toHaveLength(count + 1)
  })
})

describe('declaring a period', () => {
  it('keeps grades and remarks as they are then', async () => {
    const { periods } = await snapshot()
    const q2 = periods.find((each) => each.title === 'Quarter 2')!.id
    await take('type', [score('11')])
    await take('remark', [{ kind: 'remark', id: jointId(room.student, q2), to: { text: 'Ready.' } }])
    await take('declare', [{ kind: 'declaration', id: q2, to: { declared: true } }])
    await take('type', [score('0')])
    const kept = (await snapshot()).declared[q2]!.find((each) => each.studentId === room.student)!
    expect(kept).toMatchObject({ remark: 'Ready.', overridden: false })
    expect(Number(kept.percent)).toBeGreaterThan(50)
    await take('reopen', [{ kind: 'declaration', id: q2, to: { declared: false, reason: 'A score came late' } }])
    expect((await snapshot()).declared[q2]).toBeUndefined()
    await take('declare', [{ kind: 'declaration', id: q2, to: { declared: true, reason: '' } }])
    expect((await snapshot()).declared[q2]!.find((each) => each.studentId === room.student)!.percent).not.toBe(
      kept.percent,
    )
  })
})

describe('history', () => {
  it('says who, when, by which act, from what to what, newest first', async () => {
    await take('type', [score('6')])
    await take('mark', [{ ...score(null), to: { marks: ['absent'] } }])
    const [mark, type] = await historyOf(room.handle.db, room.sectionId, 'cell', jointId(room.student, assignment))
    expect(mark).toMatchObject({ act: 'mark', by: 'Marit Okafor-Lindgren', to: { marks: ['absent'] } })
    expect(type).toMatchObject({ act: 'type', to: { value: { points: '6' } } })
  })
  it('leaves out what was not applied', async () => {
    const all = await historyOf(room.handle.db, room.sectionId, 'cell', jointId(room.student, assignment))
    expect(all.some((each) => (each.to.value as { points?: string } | undefined)?.points === '1')).toBe(false)
  })
})
