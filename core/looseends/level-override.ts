import { partsOf } from '../kind'
import { entriesOf } from '../records'
import { levelIn } from '../proficiency/level'
import { levelWindow } from '../proficiency/window'
import { allowedLevels, type ProficiencyScale } from '../scales/proficiency'
import { fullName } from '../section'
import type { Find } from './looseend'

/** Steps between a level of the teacher's and its calculation, from which on somebody will ask why. */
const FAR = 2

/** A level of the teacher's that is two or more away from its calculation, and has no reason. */
export const levelOverride: Find = (snapshot) =>
  entriesOf(snapshot.records, 'levelOverride').flatMap(([id, each]) => {
    if (each.level === null || each.reason.trim()) return []
    const [studentId, standardId, periodId] = partsOf(id) as [string, string, string]
    const student = snapshot.students.find((one) => one.id === studentId)
    const period = snapshot.periods.find((one) => one.id === periodId)
    const window = period && levelWindow(snapshot, period)
    const standard = window?.tree.get(standardId)
    if (!student || !window || !standard) return []
    const { calculated, override } = levelIn(window, studentId, standardId)
    const scale = window.scaleFor(standardId)
    if (!calculated || !override || distance(scale, calculated.level.value, override.value) < FAR) return []
    return [
      {
        code: 'level-override' as const,
        message: {
          code: 'end.level-override' as const,
          student: fullName(student),
          given: override.short,
          standard: standard.code,
          period: period.title,
          calculated: calculated.level.short,
        },
        mend: { view: 'proficiency' as const, studentId, standardId, periodId },
      },
    ]
  })

/** How many places two levels are apart. */
function distance(scale: ProficiencyScale, a: string, b: string): number {
  const levels = allowedLevels(scale)
  const place = (value: string) => levels.findIndex((level) => level.value === value)
  // Half levels lie halfway.
  return Math.abs(place(a) - place(b)) / (scale.halves ? 2 : 1)
}
