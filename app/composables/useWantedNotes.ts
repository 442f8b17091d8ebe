import { lowScoresOf } from '#core/looseends/low-scores'
import { jointId } from '#core/kind'
import { rosterName } from '#core/section'
import { valueText } from '#core/scores/score'
import { useClassStore } from '~/stores/class'

/** Low scores of the period without the note that the plan asks for. */
export function useWantedNotes() {
  const classStore = useClassStore()
  const lines = computed(() => {
    const { everything, assignments } = classStore
    if (!everything) return []
    const shown = new Set(assignments.map(({ id }) => id))
    return lowScoresOf(everything).flatMap(({ assignment, students }) =>
      shown.has(assignment.id)
        ? students.map((student) => {
            const id = jointId(student.id, assignment.id)
            const { value } = classStore.get('cell', id)
            return {
              id,
              student: rosterName(student),
              about: assignment.name,
              was: '',
              now: `${value ? valueText(value) : ''} of ${assignment.points}`,
            }
          })
        : [],
    )
  })
  /** Saves private notes, all as one step. */
  const save = (notes: readonly { id: string; text: string }[]) =>
    classStore.change(
      'type',
      notes.map(({ id, text }) => ({ kind: 'cell' as const, id, to: { note: text, noteFor: 'teacher' as const } })),
    )
  return { lines, save }
}
