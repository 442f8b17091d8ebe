import { same } from '#core/same'
import type { Desired } from '#core/desired'
import { rescaledScores } from '#core/grading/points-change'
import type { Assignment } from '#core/plan/assignment'
import type { ClassSnapshot } from '#core/section'
import { openClassResponse } from '#shared/class'
import { useClassStore } from '~/stores/class'
import { useNotices } from '~/stores/notices'
import type { PointsChoice } from '~/stores/points-question'
import { ApiProblem, ask } from '~/composables/useApi'
import { recordsOf, type useBatch } from '~/composables/useBatch'
import { counted } from '~/composables/useWords'

type Scored = Pick<ClassSnapshot, 'records' | 'students'>

/** What stays each class's own, also in linked copies. */
const own = new Set<keyof Assignment>(['categoryId', 'dueOn', 'standardIds', 'hidden', 'place', 'removed', 'linkId'])

/** The copies of an assignment in other classes, which can be changed together with it. */
export function useLinkedCopies(batch: ReturnType<typeof useBatch>, kept: () => Readonly<Assignment> | null) {
  const classStore = useClassStore()
  const notices = useNotices()
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

  /** The scores of an assignment in their new size, where points possible change and the teacher rescales. */
  const scoresOf = (of: Scored, assignmentId: string, choice: PointsChoice, points?: string): Desired[] =>
    choice === 'rescale' && points !== undefined ? rescaledScores(of, { assignmentId, points }) : []

  /** Saves the assignment, and in its copies what they share. Returns whether it is saved. */
  async function keep(id: string, desired: Assignment, choice: PointsChoice): Promise<boolean> {
    const changed = kept() && together.value ? shared(desired) : {}
    if (!copies.value.length || !Object.keys(changed).length) {
      const scores = scoresOf(classStore.everything!, id, choice, desired.points)
      classStore.change('assignment', [{ kind: 'assignment', id, to: desired }, ...scores])
      return true
    }
    const points = 'points' in changed ? changed.points : undefined
    // The scores of the other classes are on the server only.
    const cells = await scoredIn(choice === 'rescale' && points !== undefined ? copies.value : [])
    if (cells === null) return false
    const here = plans.value!.classes.find((each) => each.id === classStore.snapshot!.section.id)!
    const parts = [
      {
        scope: here.id,
        records: { ...recordsOf(here), cell: classStore.everything!.records.cell },
        desired: [
          { kind: 'assignment' as const, id, to: desired },
          ...scoresOf(classStore.everything!, id, choice, points),
        ],
      },
      ...copies.value.map((copy) => ({
        scope: copy.holder.id,
        records: {
          ...recordsOf(copy.holder),
          ...(cells.has(copy.id) ? { cell: cells.get(copy.id)!.records.cell } : {}),
        },
        desired: [
          { kind: 'assignment' as const, id: copy.id, to: changed as Assignment },
          ...(cells.has(copy.id) ? scoresOf(cells.get(copy.id)!, copy.id, choice, points) : []),
        ],
      })),
    ]
    if (!(await perform('assignment', parts))) return false
    notices.say(`It was changed in ${counted(parts.length, 'class', 'classes')}. Undo takes it back.`)
    return true
  }

  /** Reads the classes that hold the copies; null where that failed, which `problem` says. */
  async function scoredIn(wanted: typeof copies.value): Promise<Map<string, Scored> | null> {
    try {
      const read = await Promise.all(
        wanted.map(async ({ id, holder }) => {
          return [id, await ask(`/api/classes/${holder.id}`, openClassResponse)] as const
        }),
      )
      return new Map(read)
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      batch.problem.value = error.message
      return null
    }
  }

  return { copies, together, keep }
}
