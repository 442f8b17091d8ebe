import { jointId } from '#core/kind'
import { levelIn, type PeriodLevel } from '#core/proficiency/level'
import { readLevel } from '#core/proficiency/read-level'
import { nameOfStandard } from '#core/proficiency/standards'
import type { LevelWindow } from '#core/proficiency/window'
import { depthOf, levelOf } from '#core/scales/proficiency'
import type { Standard } from '#core/section'
import type { ClassStore } from '~/stores/class'
import { dyeOf } from '~/composables/useDye'
import { spanOver } from './span'
import type { ColumnFeature } from '../features'
import type { CellView } from '../types'

/** Of so many newest pieces of evidence the cell shows a stroke. */
const STROKE = 3

/** The level of a standard or an area in a period: calculated, or the teacher's own, which typing gives. */
export function standardColumn(
  classStore: ClassStore,
  window: () => LevelWindow,
  standard: Standard,
  under: string[],
): ColumnFeature {
  const record = (studentId: string) => ({
    kind: 'levelOverride' as const,
    id: jointId(studentId, standard.id, window().period.id),
  })
  const scale = () => window().scaleFor(standard.id)
  const given = (studentId: string) => classStore.reads.get('levelOverride', record(studentId).id)
  return {
    column: {
      id: standard.id,
      title: nameOfStandard(standard),
      under,
      words: [standard.code, standard.statement].filter(Boolean).join(': '),
      ...(standard.withdrawnOn ? { aside: 'withdrawn' } : {}),
    },
    record,
    cell: (studentId) => viewOf(levelIn(window(), studentId, standard.id), window(), standard),
    text(studentId) {
      const found = levelIn(window(), studentId, standard.id)
      return found.effective?.short ?? ''
    },
    read(studentId, text) {
      const read = readLevel(scale(), text)
      if ('refused' in read) return read
      return [{ ...record(studentId), to: read.level === null ? { level: null, reason: '' } : { level: read.level } }]
    },
    cleared: (studentId) => [{ ...record(studentId), to: { level: null, reason: '' } }],
    isBlank: (studentId) =>
      given(studentId).level === null && levelIn(window(), studentId, standard.id).effective === null,
    isPassedOver: (studentId) => !spanOver(classStore, studentId, window().period),
  }
}

/** How a level looks in its cell, and what a screen reader says of it. */
function viewOf(found: PeriodLevel, window: LevelWindow, standard: Standard): CellView {
  const scale = window.scaleFor(standard.id)
  const { effective, calculated, override } = found
  if (!effective) return { text: '', hatched: true, words: 'not enough evidence' }
  const words = `${effective.short}, ${effective.label}`
  const view: CellView = {
    text: effective.short,
    dye: dyeOf(scale, effective.value),
    words: override ? `${words}, your own level; calculated ${calculated?.level.label ?? 'none'}` : words,
  }
  if (override) view.was = calculated?.level.short ?? ''
  const newest = found.evidence.slice(-STROKE)
  if (newest.length > 1)
    view.stroke = newest.map((each) => (levelOf(scale, each.level) ? depthOf(scale, each.level) : 0))
  return view
}
