import { isOverridden } from '#core/grading/grade'
import { jointId } from '#core/kind'
import { rosterName } from '#core/section'
import type { Closing } from '~/composables/useClosing'
import { useClassStore } from '~/stores/class'

/** Overrides of the period that have no reason yet: a list, so that no question takes the keyboard while grades are typed. */
export function useWantedOverrides({ lines: all }: Closing) {
  const classStore = useClassStore()
  const idOf = (studentId: string) => jointId(studentId, classStore.period!.id)
  const words = (grade: { percent: string | null; label: string | null } | null | undefined) =>
    [grade?.percent, grade?.label].filter(Boolean).join(' ')

  const lines = computed(() =>
    all.value.flatMap(({ student, override, grade }) =>
      isOverridden(override) && !override.reason
        ? {
            id: idOf(student.id),
            student: rosterName(student),
            about: classStore.period!.title,
            was: words(grade?.computed),
            now: words(grade?.override),
          }
        : [],
    ),
  )
  /** Saves reasons, all as one step. */
  const save = (reasons: readonly { id: string; text: string }[]) =>
    classStore.change(
      'override',
      reasons.map(({ id, text }) => ({ kind: 'override' as const, id, to: { reason: text } })),
    )
  return { lines, save }
}
