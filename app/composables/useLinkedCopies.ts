import { same } from '#core/same'
import type { Desired } from '#core/desired'
import { rescaledScores } from '#core/grading/points-change'
import type { Assignment } from '#core/plan/assignment'
import type { ClassSnapshot } from '#core/section'
import { openClassResponse } from '#shared/class'
import { useClassStore } from '~/stores/class'
import { useNotices } from '~/stores/notices'
import { usePointsQuestion } from '~/stores/points-question'
import { ApiProblem, ask } from '~/composables/useApi'
import { recordsOf, type useBatch } from '~/composables/useBatch'
import { counted } from '~/composables/useWords'

/** What stays each class's own, also in linked copies. */
const own = new Set<keyof Assignment>(['categoryId', 'dueOn', 'standardIds', 'hidden', 'place', 'removed', 'linkId'])

/** The copies of an assignment in other classes, which can be changed together with it. */
export function useLinkedCopies(batch: ReturnType<typeof useBatch>, kept: () => Readonly<Assignment> | null) {
  const classStore = useClassStore()
  const notices = useNotices()
  const question = usePointsQuestion()
  const { plans, perform } = batch
  const together = ref(true)

  const copies = computed(() =>
    (plans.value?.classes ?? []).flatMap((each) =>
      each.id === classStore.snapshot!.section.id
        ? []
        : Object.entries(each.assignments)
            .filter(([, one]) => kept()?.linkId && one.linkId === kept()!.linkId)
            .map(([id]) => ({ id, holder: each })),
    ),
  )
  const shared = (desired: Assignment) =>
    Object.fromEntries(
      (Object.keys(desired) as (keyof Assignment)[])
        .filter((key) => !own.has(key) && !same(desired[key], kept()![key]))
        .map((key) => [key, desired[key]]),
    ) as Partial<Assignment>

  /**
   * Saves the assignment, and in its copies what they share. Before points possible change under scores, here or in a copy, it
   * asks what happens to them. Returns whether it is saved.
   */
  async function keep(id: string, desired: Assignment): Promise<boolean> {
    const here = classStore.everything!
    const before = kept()
    const changed = before && together.value ? shared(desired) : {}
    const linked = Object.keys(changed).length ? copies.value : []
    const isResized = before !== null && before.points !== desired.points
    // The scores of the other classes are on the server only.
    const read = isResized ? await classesOf(linked) : new Map<string, ClassSnapshot>()
    if (read === null) return false
    const resized = [
      { snapshot: here, assignmentId: id, points: desired.points },
      ...linked.flatMap((copy) => {
        const snapshot = read.get(copy.id)
        return snapshot ? { snapshot, assignmentId: copy.id, points: desired.points } : []
      }),
    ]
    const choice = isResized ? await question.ask(resized) : 'keep'
    if (choice === null) return false
    const scores = new Map(
      resized.map((each) => [each.assignmentId, choice === 'rescale' ? rescaledScores(each.snapshot, each) : []]),
    )
    const own: Desired[] = [{ kind: 'assignment', id, to: desired }, ...scores.get(id)!]
    if (!linked.length) {
      classStore.change('assignment', own)
      return true
    }
    const holder = plans.value!.classes.find((each) => each.id === here.section.id)!
    const parts = [
      { scope: here.section.id, records: { ...recordsOf(holder), cell: here.records.cell }, desired: own },
      ...linked.map((copy) => ({
        scope: copy.holder.id,
        records: { ...recordsOf(copy.holder), cell: read.get(copy.id)?.records.cell ?? {} },
        desired: [
          { kind: 'assignment' as const, id: copy.id, to: changed as Assignment },
          ...(scores.get(copy.id) ?? []),
        ],
      })),
    ]
    if (!(await perform('assignment', parts))) return false
    notices.say(`Changed in ${counted(parts.length, 'class', 'classes')}. You can undo this.`)
    return true
  }

  /** Reads the classes of copies, by the copies' IDs; null where that failed, which `problem` says. */
  async function classesOf(linked: typeof copies.value): Promise<Map<string, ClassSnapshot> | null> {
    try {
      const read = linked.map(async ({ id, holder }) => {
        return [id, await ask(`/api/classes/${holder.id}`, openClassResponse)] as const
      })
      return new Map(await Promise.all(read))
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      batch.problem.value = error.message
      return null
    }
  }

  return { copies, together, keep }
}
