import { partsOf } from '#core/kind'
import { levelIn } from '#core/proficiency/level'
import { nameOfStandard } from '#core/proficiency/standards'
import { standardsOf } from '#core/plan/standards-of'
import type { LevelWindow } from '#core/proficiency/window'
import { entriesOf } from '#core/records'
import { fullName } from '#core/section'
import type { ClassStore } from '~/stores/class'

/**
 * Levels of the period that differ from their evidence and have no reason yet. They wait in a list, so that no question
 * takes the keyboard while a stack of levels is typed.
 */
export function useWantedReasons(classStore: ClassStore, window: () => LevelWindow) {
  const lines = computed(() => {
    const { records } = classStore.everything!
    const { students, period } = { students: classStore.students, period: window().period }
    const standards = new Map(standardsOf(window().snapshot).map((each) => [each.id, each]))
    return entriesOf(records, 'levelOverride').flatMap(([id, { level, reason }]) => {
      if (level === null || reason) return []
      const [studentId, standardId, periodId] = partsOf(id) as [string, string, string]
      const student = students.find((each) => each.id === studentId)
      const standard = standards.get(standardId)
      if (periodId !== period.id || !student || !standard) return []
      const { calculated, override } = levelIn(window(), studentId, standardId)
      if (!calculated || !override || override.value === calculated.level.value) return []
      return {
        id,
        student: fullName(student),
        about: nameOfStandard(standard),
        was: calculated.level.short,
        now: override.short,
      }
    })
  })

  /** Saves reasons, all as one step. */
  const save = (reasons: readonly { id: string; text: string }[]) =>
    classStore.change(
      'level',
      reasons.map(({ id, text }) => ({ kind: 'levelOverride' as const, id, to: { reason: text } })),
    )

  return { lines, save }
}
