import type { DeclaredCard } from './declared-card'
import { standardsOf } from '../plan/standards-of'
import type { StandardLevel } from '../proficiency/standard-level'
import { record } from '../records'
import type { ClassSnapshot } from '../section'
import type { FamilyLevels } from './levels'

/** What was declared of a student in a period; null while the period isn't declared, or where nothing was kept. */
export function declaredCardOf(snapshot: ClassSnapshot, periodId: string, studentId: string): DeclaredCard | null {
  if (!record(snapshot.records, 'declaration', periodId).declared) return null
  return snapshot.declared[periodId]?.find((each) => each.studentId === studentId)?.card ?? null
}

/** Returns the levels of a card as they were declared. What a standard says is read from it. */
export function declaredLevels(snapshot: ClassSnapshot, card: DeclaredCard): FamilyLevels {
  const statements = new Map(standardsOf(snapshot).map((each) => [each.id, each.statement]))
  const levels = (kept: DeclaredCard['standards'], habit: boolean) =>
    kept.map(({ standardId, level, ...each }): StandardLevel => ({
      ...each,
      ...{ standardId, habit },
      statement: statements.get(standardId) ?? '',
      level: level && { ...level, description: '' },
    }))
  return { standards: levels(card.standards, false), habits: levels(card.habits, true) }
}
