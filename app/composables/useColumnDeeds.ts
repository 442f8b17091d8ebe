import { beginning } from '#core/text'
import type { Pattern } from '#core/plan/pattern'
import type { Book } from './useBook'

/** What can be done with a whole column: with its assignment in each class that it is of, as one step. */
export function useColumnDeeds(book: Book, asOne: <T>(work: () => T) => T) {
  const { plans, load, perform, problem } = useDeed(book.classes[0])

  /** Deletes it everywhere. */
  const remove = (columnId: string) =>
    asOne(() => {
      for (const { classroom, assignmentId: id } of book.copiesOf(columnId))
        classroom.change('assignment', [{ kind: 'assignment', id, to: { removed: true } }])
    })
  /** What would go with it. */
  function saidOfRemoving(columnId: string): string {
    const copies = book.copiesOf(columnId)
    const scored = copies.flatMap(({ classroom, assignmentId }) =>
      Object.keys(classroom.snapshot!.records.cell).filter(
        (id) => id.endsWith(`/${assignmentId}`) && classroom.get('cell', id).value !== null,
      ),
    ).length
    const where = copies.length > 1 ? `It goes from ${counted(copies.length, 'class', 'classes')}. ` : ''
    return `${where}${scored ? `${counted(scored, 'score')} will leave the grades with it.` : 'It has no scores.'}`
  }

  /** Puts the column away, or brings it back. */
  const putAway = (columnId: string) =>
    asOne(() => {
      const copies = book.copiesOf(columnId)
      const hidden = !copies.every(({ classroom, assignmentId }) => classroom.get('assignment', assignmentId).hidden)
      for (const { classroom, assignmentId: id } of copies)
        classroom.change('assignment', [{ kind: 'assignment', id, to: { hidden } }])
    })

  /** Makes another one like it in each class; gives the new column. */
  const duplicate = (columnId: string): string =>
    asOne(() => {
      const linkId = book.several ? crypto.randomUUID() : null
      const copies = book.copiesOf(columnId).map(({ classroom, assignmentId }) => {
        const { name, ...rest } = classroom.get('assignment', assignmentId)
        const to = { ...rest, name: beginning(`${name}, again`, 120), linkId, place: classroom.assignments.length }
        const id = crypto.randomUUID()
        classroom.change('assignment', [{ kind: 'assignment', id, to }])
        return id
      })
      return copies[0]!
    })

  /** Keeps it as the beginning of others like it. */
  async function savePattern(columnId: string): Promise<void> {
    const { classroom, assignmentId } = book.copiesOf(columnId)[0]!
    await load()
    if (!plans.value) return void classroom.notices.push(problem.value)
    const {
      categoryId,
      dueOn: _d,
      hidden: _h,
      linkId: _l,
      standardIds: _s,
      cutOffs: _c,
      place: _p,
      removed: _r,
      ...fields
    } = classroom.get('assignment', assignmentId)
    const category = classroom.categories.find((each) => each.id === categoryId)?.name ?? null
    const { patterns } = plans.value
    const same = Object.entries(patterns).find(([, each]) => !each.removed && each.name === fields.name)?.[0]
    const to: Pattern = { name: fields.name, assignment: { ...fields, category }, removed: false }
    const wanted = [{ kind: 'pattern' as const, id: same ?? crypto.randomUUID(), to }]
    const kept = await perform('pattern', [{ home: 'desk', records: { pattern: patterns }, wanted }])
    classroom.notices.push(
      kept ? `${fields.name} is a pattern now: a new assignment can begin from it.` : problem.value,
    )
  }

  return { remove, saidOfRemoving, putAway, duplicate, savePattern }
}
