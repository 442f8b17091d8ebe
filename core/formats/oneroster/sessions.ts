import type { MessageOf } from '../../message'
import { isWeekend } from '../../calendar/school-days'
import { daysAfter, type CivilDate } from '../../calendar/date'
import type { Roster } from './roster'

type Session = Roster['periods'][number]

/** What is wrong with one academic session. */
export interface SessionFault {
  id: string
  reason: MessageOf<'file'>
}

/**
 * What no calendar can be made of: a session that is above itself, by itself or through others, or that ends before it
 * begins. A roster with any is not taken.
 *
 * @example sessionFaults([{ id: 'a', parent: 'a', … }])[0] // { id: 'a', reason: { code: 'file.own-parent', id: 'a' } }
 */
export function sessionFaults(sessions: readonly Session[]): SessionFault[] {
  const byId = new Map(sessions.map((each) => [each.id, each]))
  return sessions.flatMap((session): SessionFault[] => {
    const { id, firstDay, lastDay } = session
    const faults: SessionFault[] = []
    const ring = ringOf(session, byId)
    if (ring)
      faults.push({
        id,
        reason: ring.length === 1 ? { code: 'file.own-parent', id } : { code: 'file.ring', ids: [...ring, id] },
      })
    if (lastDay < firstDay) faults.push({ id, reason: { code: 'file.ends-first', id } })
    return faults
  })
}

/** The ids from a session up to itself, where the way up comes back to it. */
function ringOf(session: Session, byId: ReadonlyMap<string, Session>): string[] | null {
  const way = [session.id]
  const seen = new Set(way)
  for (let above = session.parent; above !== null; above = byId.get(above)?.parent ?? null) {
    if (above === session.id) return way
    if (seen.has(above)) return null
    seen.add(above)
    way.push(above)
  }
  return null
}

/** Something about the sessions that is odd and may be meant: days in none or in two of a parent's sessions. */
export interface SessionOddity {
  code: 'gap' | 'overlap'
  /** The two that lie beside each other, by title. */
  titles: [string, string]
  firstDay: string
  lastDay: string
}

/**
 * Gaps and overlaps between sessions that lie side by side below one parent. A weekend is no gap. An exam window lies inside another by its
 * nature and is not looked at.
 */
export function sessionOddities(sessions: readonly Session[]): SessionOddity[] {
  const below = new Map<string, Session[]>()
  for (const each of sessions)
    if (each.parent !== null && each.kind !== 'exam')
      below.set(`${each.parent} ${each.kind}`, [...(below.get(`${each.parent} ${each.kind}`) ?? []), each])
  return [...below.values()].flatMap((siblings) => {
    const ordered = siblings.toSorted((a, b) => (a.firstDay < b.firstDay ? -1 : 1))
    return ordered.slice(1).flatMap((next, at): SessionOddity[] => {
      const before = ordered[at]!
      const titles: [string, string] = [before.title, next.title]
      if (next.firstDay <= before.lastDay)
        return [{ code: 'overlap', titles, firstDay: next.firstDay, lastDay: before.lastDay }]
      const [firstDay, lastDay] = [daysAfter(before.lastDay, 1), daysAfter(next.firstDay, -1)]
      return hasWeekday(firstDay, lastDay) ? [{ code: 'gap', titles, firstDay, lastDay }] : []
    })
  })
}

function hasWeekday(firstDay: CivilDate, lastDay: CivilDate): boolean {
  for (let day = firstDay; day <= lastDay; day = daysAfter(day, 1)) if (!isWeekend(day)) return true
  return false
}
