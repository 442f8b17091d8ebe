import { cardsOf, type ReportCard } from '../../core/report-card/card'
import type { Db } from '../database/client'
import { Problem } from './problem'
import { loadSnapshot } from './snapshot'

/**
 * Gathers the report cards of a period: of one student, or of the whole class in roster order.
 *
 * @throws Problem `no-period`, `no-student`
 */
export async function reportCards(
  db: Db,
  sectionId: string,
  periodId: string,
  studentId: string | null,
  today: string,
): Promise<ReportCard[]> {
  const snapshot = await loadSnapshot(db, sectionId)
  const period = snapshot.periods.find((each) => each.id === periodId)
  if (!period) throw new Problem(404, 'no-period')
  const cards = cardsOf(snapshot, period, studentId, today)
  if (cards.length === 0) throw new Problem(404, 'no-student')
  return cards
}
