import { setImmediate } from 'node:timers/promises'
import { asc } from 'drizzle-orm'
import { Grades } from '../../core/grading/grades'
import { movesBetween } from '../../core/grading/moves'
import type { Fixed } from '../../core/plan/fixed'
import { planOf } from '../../core/plan/rules'
import type { Period } from '../../core/calendar/periods'
import { levelMoves } from '../../core/proficiency/compare'
import { record } from '../../core/records'
import type { ClassSnapshot } from '../../core/section'
import type { PolicyOutlook } from '../../shared/plans'
import type { Db } from '../database/client'
import { sections } from '../database/schema'
import { loadSnapshot } from './snapshot'

/** A large district is looked at for as long; what was not is said. */
const PATIENCE_MS = 20_000

/** How many levels of a period would be others: only other scales make them so. */
function levelsMoved(snapshot: ClassSnapshot, to: Fixed, period: Period): number {
  const { levelScaleId, habitScaleId } = snapshot.policy
  if (levelScaleId === to.levelScaleId && habitScaleId === to.habitScaleId) return 0
  return levelMoves(snapshot, { ...snapshot, policy: to }, period).length
}

/**
 * What another policy would do to the grades of this year's classes, before anything is kept: in each, how many would be
 * others, how many of those would have another label, and how many levels would.
 *
 * @param to the whole policy as it would be
 */
export async function policyOutlook(db: Db, to: Fixed, today: string): Promise<PolicyOutlook> {
  const ids = (await db.select({ id: sections.id }).from(sections).orderBy(asc(sections.id))).map(({ id }) => id)
  const outlook: PolicyOutlook = { looked: 0, all: ids.length, classes: [], offScale: 0 }
  const until = Date.now() + PATIENCE_MS
  for (const id of ids) {
    if (Date.now() > until) break
    const snapshot = await loadSnapshot(db, id)
    outlook.looked++
    if (snapshot.periods.every((each) => each.lastDay < today)) continue
    const { scale } = planOf(snapshot)
    if (to.scaleIds && scale.id && !to.scaleIds.includes(scale.id)) outlook.offScale++
    const [before, after] = [new Grades(snapshot), new Grades({ ...snapshot, policy: to })]
    const moved = snapshot.periods.flatMap((period) => {
      const moves = movesBetween(before, after, period.id)
      const levels = levelsMoved(snapshot, to, period)
      const declared = record(snapshot.records, 'declaration', period.id).declared
      return moves.grades || levels ? { title: period.title, declared, ...moves, levels } : []
    })
    if (moved.length) outlook.classes.push({ title: snapshot.section.title, school: snapshot.section.school, moved })
    await setImmediate()
  }
  return outlook
}
