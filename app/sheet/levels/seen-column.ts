import { observationsOf } from '#core/proficiency/evidence-of'
import { readLevel } from '#core/proficiency/read-level'
import type { LevelWindow } from '#core/proficiency/window'
import { levelOf } from '#core/scales/proficiency'
import type { Standard } from '#core/section'
import type { ClassStore } from '~/stores/class'
import { dyeOf } from '~/composables/useDye'
import { observationId } from '~/composables/useObserving'
import { shortDay } from '~/composables/useWords'
import type { ColumnFeature } from '../features'

/** What was seen of a standard on one day, without an assignment. */
export function seenColumn(
  classStore: ClassStore,
  window: () => LevelWindow,
  standard: Standard,
  day: string,
  isToday: boolean,
): ColumnFeature {
  const scale = () => window().scaleFor(standard.id)
  const seen = (studentId: string) =>
    observationsOf(window(), studentId, standard.id).find((each) => each.on === day) ?? null
  const record = (studentId: string) => ({
    kind: 'observation' as const,
    id: seen(studentId)?.observation!.id ?? observationId(classStore, studentId, standard.id, day),
  })
  return {
    column: {
      id: `seen/${day}`,
      title: isToday ? 'Today' : 'Seen',
      under: [shortDay(day)],
      words: `${standard.code} as it was seen on ${shortDay(day)}`,
    },
    record,
    cell(studentId) {
      const found = seen(studentId)
      const level = levelOf(scale(), found?.level ?? null)
      if (!found || !level) return { text: '' }
      const { note } = found.observation!
      return {
        text: level.short,
        dye: dyeOf(scale(), level.value),
        words: `${level.short}, ${level.label}${note ? `, noted: ${note}` : ''}`,
        ...(note ? { note: 'teacher' as const } : {}),
      }
    },
    text: (studentId) => levelOf(scale(), seen(studentId)?.level ?? null)?.short ?? '',
    read(studentId, text) {
      const read = readLevel(scale(), text)
      if ('refused' in read) return read
      return [{ ...record(studentId), to: read.level === null ? { level: null } : { level: read.level, on: day } }]
    },
    cleared: (studentId) => (seen(studentId) ? [{ ...record(studentId), to: { level: null } }] : []),
    isBlank: (studentId) => seen(studentId) === null,
    isPassedOver: (studentId) => !classStore.reads.wasThere(studentId, day),
  }
}
