import { partsOf } from '../kind'
import { entriesOf, record } from '../records'
import { planOf } from '../plan/rules'
import type { Find } from './looseend'

/** Scores entered as a label that is no longer on the scale: they contribute nothing. */
export const offScale: Find = (snapshot) => {
  const known = new Set(planOf(snapshot).scale.steps.map((step) => step.label))
  const found = new Map<string, string[]>()
  for (const [id, { value }] of entriesOf(snapshot.records, 'cell')) {
    if (!value || !('label' in value) || known.has(value.label)) continue
    const assignmentId = partsOf(id)[1]!
    if (record(snapshot.records, 'assignment', assignmentId).removed) continue
    found.set(assignmentId, [...(found.get(assignmentId) ?? []), value.label])
  }
  return [...found].map(([assignmentId, labels]) => ({
    code: 'off-scale' as const,
    message: {
      code: 'end.off-scale' as const,
      assignment: record(snapshot.records, 'assignment', assignmentId).name,
      scores: labels.length,
      labels: [...new Set(labels)],
    },
    mend: { view: 'gradebook' as const, assignmentId },
  }))
}
