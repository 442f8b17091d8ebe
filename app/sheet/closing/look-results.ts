import type { Period } from '#core/calendar/periods'
import { change } from '#core/number/round'
import { studentRecord } from '#core/records'
import { counted } from '~/composables/useWords'
import type { ClassStore } from '~/stores/class'
import type { CloseLine } from '~/composables/useClosing'
import type { ResultColumn, ResultView } from '../types'

/** A computed column of the look-over. */
export interface LookResult {
  column: ResultColumn
  cell(line: CloseLine): ResultView
}

const gradeView = (grade: { percent: string; label: string } | null | undefined): ResultView =>
  grade ? { text: grade.percent, label: grade.label } : { text: '' }

/**
 * What stands beside a grade when it is looked over: what it is made of, the last period, the change, the longer period,
 * missing work, the remark.
 *
 * @param before the period of its length before it
 */
export function lookResults(classStore: ClassStore, period: Period, before: Period | undefined): LookResult[] {
  const [, parent] = classStore.lineage
  const children = classStore.structure!.periods.filter((each) => each.parentId === period.id)
  const ofPeriod = (shown: Period, title: string, under: string, width: number): LookResult => ({
    column: { id: `in-${shown.id}`, title, under, width },
    cell: (line) => gradeView(classStore.gradeOfStudent(line.student.id, shown.id)?.effective),
  })
  return [
    ...children.map((each) => ofPeriod(each, each.title, 'part of it', 74)),
    ...(before ? [ofPeriod(before, before.title, 'before', 74)] : []),
    ...(before
      ? [
          {
            column: { id: 'change', title: 'Change', under: 'in points', width: 58 },
            cell: (line: CloseLine) => {
              const was = classStore.gradeOfStudent(line.student.id, before.id)?.effective
              const now = line.grade?.effective
              if (!was || !now) return { text: '' }
              return { text: change(was.value, now.value) }
            },
          },
        ]
      : []),
    {
      column: { id: 'computed', title: 'Computed', under: 'from scores', width: 78 },
      cell: (line) => gradeView(line.grade?.computed),
    },
    {
      column: { id: 'effective', title: period.title, under: 'as it counts', width: 84, strong: true },
      cell: (line) => gradeView(line.grade?.effective),
    },
    ...(parent ? [ofPeriod(parent, parent.title, 'so far', 74)] : []),
    {
      column: { id: 'missing', title: 'Missing', under: 'work', width: 56 },
      cell: ({ facts }) => ({ text: facts.missing ? String(facts.missing) : '' }),
    },
    {
      column: { id: 'remark', title: 'Remark', under: 'Enter writes', width: 104 },
      cell: (line) => remarkView(classStore, line, period),
    },
  ]
}

function remarkView(classStore: ClassStore, { student, findings, card }: CloseLine, period: Period): ResultView {
  const { text } = studentRecord(classStore.everything!.records, 'remark', student.id, period.id)
  if (findings.length) return { text: '', why: `${counted(findings.length, 'thing')} to look at` }
  if (!card.trim()) return { text: '', why: 'none' }
  return { text: text.trim() ? 'written' : 'statement' }
}
