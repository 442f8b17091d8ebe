import { SHAPE } from '#core/kinds'
import type { ActKind } from '#core/acts/act'
import { changesTo, inverse } from '#core/acts/apply'
import type { Desired } from '#core/desired'
import { noRecords, type Records } from '#core/records'
import type { ClassStore } from '~/stores/class'
import { plansResponse, type ClassPlan, type PlansResponse, type Together } from '#shared/plans'
import { useClassStore } from '~/stores/class'
import { ApiProblem, ask } from '~/composables/useApi'

/** What one scope is to become, and the records that it stands on. */
export interface Part {
  scope: string
  records: Partial<Records>
  desired: readonly Desired[]
}

/** One act for each scope in which something changes. */
export function batchOf(kind: ActKind, parts: readonly Part[]): Together {
  return parts.flatMap(({ scope, records, desired }) => {
    const changes = changesTo({ ...noRecords(), ...records }, desired) as Together[number]['act']['changes']
    return changes.length
      ? [{ scope, act: { id: crypto.randomUUID(), shape: SHAPE, kind, at: new Date().toISOString(), changes } }]
      : []
  })
}

/** The acts that take these back: nothing of them is left, unless someone has changed it since. */
export const inverseOf = (acts: Together): Together =>
  acts.map(({ scope, act }) => ({
    scope,
    act: {
      id: crypto.randomUUID(),
      shape: SHAPE,
      kind: 'undo',
      of: act.id,
      at: new Date().toISOString(),
      changes: act.changes.map(inverse).reverse() as Together[number]['act']['changes'],
    },
  }))

/** A batch on several classes that is being decided: what the server knows of them, and what became of it. */
export function useBatch(classStore: ClassStore = useClassStore()) {
  const plans = shallowRef<PlansResponse | null>(null)
  const problem = ref('')
  const busy = ref(false)
  // The same batch is sent again after a lost answer, so that it is never done twice.
  let sent: { key: string; acts: Together } | null = null

  async function load(): Promise<void> {
    problem.value = ''
    try {
      plans.value = await ask('/api/plans', plansResponse)
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      problem.value = error.message
    }
  }

  /** Does it. Answers whether it is done; if not, `problem` says why, and nothing was changed. */
  async function perform(kind: ActKind, parts: readonly Part[]): Promise<boolean> {
    const key = JSON.stringify(parts.map(({ scope, desired }) => [scope, desired]))
    if (sent?.key !== key) sent = { key, acts: batchOf(kind, parts) }
    if (sent.acts.length === 0) return true
    busy.value = true
    problem.value = ''
    try {
      await classStore.together(sent.acts)
      return true
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      if (!error.unreachable) sent = null
      problem.value = error.message
      return false
    } finally {
      busy.value = false
    }
  }

  return { plans, problem, busy, load, perform }
}

/** The records of a class that a batch can change: its plan, categories and assignments. */
export function recordsOf(each: ClassPlan): Partial<Records> {
  return {
    plan: each.plan ? { [each.id]: each.plan } : {},
    category: each.categories,
    assignment: each.assignments,
  }
}
