import type { Difference, LastChange } from '../../../core/exchange/compare'
import { jointId } from '../../../core/kind'
import type { Kind } from '../../../core/kinds'
import type { Db } from '../../database/client'
import { historyOf } from '../history'

/** So many of a run are looked up at most. */
const MOST = 200

type Found = Pick<Difference, 'type' | 'id' | 'step' | 'studentId' | 'assignmentId'>

/**
 * Of differences that wait for a decision, when each changed last on both sides and who changed it here, by its id.
 *
 * @param thereAt when a thing changed last there
 */
export async function lastChanges(
  db: Db,
  sectionId: string,
  differences: readonly Found[],
  thereAt: (each: Found) => string | null | undefined,
): Promise<Map<string, LastChange>> {
  const found = new Map<string, LastChange>()
  for (const each of differences.filter(({ step }) => step === 'held').slice(0, MOST)) {
    const named = recordOf(each)
    const [last] = named ? await historyOf(db, sectionId, named.kind, named.id) : []
    found.set(each.id, { hereAt: last?.at ?? null, hereBy: last?.by ?? null, thereAt: thereAt(each) ?? null })
  }
  return found
}

function recordOf({ type, id, studentId, assignmentId }: Found): { kind: Kind; id: string } | null {
  if (type === 'score') return studentId && assignmentId ? { kind: 'cell', id: jointId(studentId, assignmentId) } : null
  return type === 'assignment' || type === 'category' ? { kind: type, id } : null
}
