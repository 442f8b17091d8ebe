import { scoresOf } from '#core/scores/scores-of'
import { patternFields, type Pattern } from '#core/plan/pattern'
import type { SheetSource } from './useSheetSource'
import { useBatch } from '~/composables/useBatch'
import { counted } from '~/composables/useWords'
import { useNotices } from '~/stores/notices'

/** What can be done with a whole column: with its assignment in each class that it is of, as one step. */
export function useColumnActions(source: SheetSource, asOne: <T>(work: () => T) => T) {
  const notices = useNotices()
  const { plans, load, perform, problem } = useBatch(source.classes[0])

  /** Deletes it everywhere. */
  const remove = (columnId: string) =>
    asOne(() => {
      for (const { classStore, assignmentId: id } of source.copiesOf(columnId))
        classStore.change('assignment', [{ kind: 'assignment', id, to: { removed: true } }])
    })
  /** What would go with it. */
  function describeRemoving(columnId: string): string {
    const copies = source.copiesOf(columnId)
    const scored = copies.reduce(
      (sum, { classStore, assignmentId }) => sum + scoresOf(classStore.snapshot!, assignmentId),
      0,
    )
    const where = copies.length > 1 ? `It goes from ${counted(copies.length, 'class', 'classes')}. ` : ''
    return `${where}${scored ? `${counted(scored, 'score')} will leave the grades with it.` : 'It has no scores.'}`
  }

  /** Puts the column away, or brings it back. */
  const putAway = (columnId: string) =>
    asOne(() => {
      const copies = source.copiesOf(columnId)
      const hidden = !copies.every(({ classStore, assignmentId }) => classStore.get('assignment', assignmentId).hidden)
      for (const { classStore, assignmentId: id } of copies)
        classStore.change('assignment', [{ kind: 'assignment', id, to: { hidden } }])
    })

  /** Keeps it as the beginning of others like it. */
  async function savePattern(columnId: string): Promise<void> {
    const { classStore, assignmentId } = source.copiesOf(columnId)[0]!
    await load()
    if (!plans.value) return void notices.say(problem.value)
    const assignment = classStore.get('assignment', assignmentId)
    const { name } = assignment
    const category = classStore.categories.find((each) => each.id === assignment.categoryId)?.name ?? null
    const { patterns } = plans.value
    const same = Object.entries(patterns).find(([, each]) => !each.removed && each.name === name)?.[0]
    const to: Pattern = { name, assignment: patternFields(assignment, category), removed: false }
    const desired = [{ kind: 'pattern' as const, id: same ?? crypto.randomUUID(), to }]
    const kept = await perform('pattern', [{ scope: 'user', records: { pattern: patterns }, desired }])
    notices.say(kept ? `${name} is a pattern now: a new assignment can begin from it.` : problem.value)
  }

  return { remove, describeRemoving, putAway, savePattern }
}
export type ColumnActions = ReturnType<typeof useColumnActions>
