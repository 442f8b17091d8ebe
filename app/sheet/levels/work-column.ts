import { jointId } from '#core/kind'
import type { Assignment } from '#core/plan/assignment'
import type { Listed } from '#core/plan/rules'
import { evidenceAt } from '#core/proficiency/evidence-of'
import { readLevel } from '#core/proficiency/read-level'
import type { LevelWindow } from '#core/proficiency/window'
import { levelOf } from '#core/scales/proficiency'
import type { Standard } from '#core/section'
import type { ClassStore } from '~/stores/class'
import { dyeOf } from '~/composables/useDye'
import { shortDay } from '~/composables/useWords'
import { originWords } from '~/words/origins'
import type { ColumnFeature } from '../features'

/** What one assignment shows of a standard: a level that is given here, or what its score or its points show. */
export function workColumn(
  classStore: ClassStore,
  window: () => LevelWindow,
  standard: Standard,
  assignment: Listed<Assignment>,
): ColumnFeature {
  const record = (studentId: string) => ({
    kind: 'evidence' as const,
    id: jointId(studentId, assignment.id, standard.id),
  })
  const scale = () => window().scaleFor(standard.id)
  const given = (studentId: string) => classStore.reads.get('evidence', record(studentId).id).level
  return {
    column: {
      id: jointId(assignment.id, standard.id),
      title: assignment.shortName,
      under: [shortDay(assignment.dueOn)],
      tint: classStore.categories.find((one) => one.id === assignment.categoryId)?.tint,
      words: `${standard.code} in ${assignment.name}, due ${shortDay(assignment.dueOn)}`,
    },
    record,
    cell(studentId) {
      const shown = evidenceAt(window(), studentId, assignment, standard.id)
      const found = levelOf(scale(), shown?.level ?? null)
      if (!shown || !found) return { text: '' }
      const words = `${found.short}, ${found.label}${originWords[shown.origin]}`
      if (shown.origin === 'given') return { text: found.short, dye: dyeOf(scale(), found.value), words }
      return { text: '', converted: found.short, alone: true, words }
    },
    text: (studentId) => levelOf(scale(), given(studentId))?.short ?? '',
    read(studentId, text) {
      const read = readLevel(scale(), text)
      return 'refused' in read ? read : [{ ...record(studentId), to: { level: read.level } }]
    },
    cleared: (studentId) => [{ ...record(studentId), to: { level: null } }],
    isBlank: (studentId) => given(studentId) === null,
    isPassedOver: (studentId) => assignment.dueOn !== null && !classStore.reads.wasThere(studentId, assignment.dueOn),
  }
}
