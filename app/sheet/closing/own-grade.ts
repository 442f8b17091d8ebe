import { jointId } from '#core/kind'
import { isOverridden } from '#core/grading/grade'
import { readOverride } from '#core/grading/read-override'
import { shortDay } from '~/composables/useWords'
import type { ClassStore } from '~/stores/class'
import type { ColumnFeature } from '../features'

const nothing = { percent: null, label: null, reason: '', familyLine: '', incompleteUntil: null }

/** The teacher's own grade, typed as a percent or a label; what the scores come to stands under it. */
export function ownGrade(classStore: ClassStore): ColumnFeature {
  const record = (studentId: string) => ({
    kind: 'override' as const,
    id: jointId(studentId, classStore.periodId!),
  })
  const given = (studentId: string) => classStore.reads.get('override', record(studentId).id)
  const text = (studentId: string): string => {
    const { percent, label } = given(studentId)
    return [percent, label].filter((part) => part !== null).join(' ')
  }
  return {
    column: {
      id: 'override',
      title: 'Yours',
      under: ['override'],
      words: 'Your own grade, in place of the computed one',
    },
    record,
    cell(studentId) {
      const override = given(studentId)
      if (override.incompleteUntil !== null)
        return {
          text: text(studentId),
          mark: 'incomplete',
          words: `incomplete until ${shortDay(override.incompleteUntil)}`,
        }
      if (!isOverridden(override)) return { text: '' }
      const grade = classStore.reads.gradeOf(studentId)
      return {
        text: text(studentId),
        words: `${text(studentId)}, your own; the scores come to ${grade?.computed?.percent ?? 'nothing'}`,
      }
    },
    text,
    read(studentId, typed) {
      const read = readOverride(classStore.plan!, typed)
      if ('refused' in read) return read
      return [{ ...record(studentId), to: read.to.percent === null && read.to.label === null ? nothing : read.to }]
    },
    cleared: (studentId) => [{ ...record(studentId), to: nothing }],
    // Most students need none: Enter goes to the next student, and fills leave what is there.
    isBlank: (studentId) => !isOverridden(given(studentId)),
    isPassedOver: () => false,
  }
}
