import { daysBetween } from '#core/calendar/date'
import type { ClosingLine } from '#core/today/closing-line'
import { counted, shortDay } from '~/composables/useWords'

/** What is to score of a period: the same words wherever it is closed. */
export function scoredWords({ scored: { now, notYetDue, ofLeavers } }: Pick<ClosingLine, 'scored'>): string {
  return [
    now ? `${now} to score` : 'all scored',
    ...(notYetDue ? [`${notYetDue} not yet due`] : []),
    ...(ofLeavers ? [`${ofLeavers} of students who left`] : []),
  ].join(', ')
}

/** How many remarks are written, and what is to be looked at in them. */
export const remarkWords = ({ written, students, toLookAt }: ClosingLine): string =>
  `${written} of ${students}${toLookAt ? `, ${toLookAt} to look at` : ''}`

/** Whether remarks are left, to write or to look at. */
export const hasRemarksLeft = ({ written, students, toLookAt }: ClosingLine): boolean =>
  written < students || toLookAt > 0

/** What is to be decided of levels and habits. */
export function decideWords({ levels, habits }: NonNullable<ClosingLine['toDecide']>): string {
  const left = [...(levels ? [counted(levels, 'level')] : []), ...(habits ? [counted(habits, 'habit')] : [])]
  return left.length ? `${left.join(' and ')} to decide` : 'all decided'
}

/** The day by which it is to be done, with the days left; late is said. */
export function dueWords({ dueOn, period, declared, isClosed }: ClosingLine, today: string): string {
  if (declared) return 'complete'
  if (isClosed) return 'closed by the office'
  if (!dueOn) return `ends ${shortDay(period.lastDay)}`
  const days = daysBetween(today, dueOn)
  return days < 0
    ? `due ${shortDay(dueOn)}, ${counted(-days, 'day')} late`
    : `due ${shortDay(dueOn)}, ${counted(days, 'day')} left`
}

/** What is left before it is declared; empty where nothing is. None of it blocks. */
export function leftWords(line: ClosingLine): string[] {
  const { scored, lookedOver, isGraded, written, students, toLookAt, examsWithout, toDecide } = line
  return [
    ...(lookedOver ? [] : [isGraded ? 'grades to look over' : 'levels to look over']),
    ...(scored.now ? [`${counted(scored.now, 'score')} to give`] : []),
    ...(scored.notYetDue ? [`${counted(scored.notYetDue, 'score')} not yet due`] : []),
    ...(examsWithout ? ['no exam dated'] : []),
    ...(toDecide && toDecide.levels + toDecide.habits ? [decideWords(toDecide)] : []),
    ...(written < students ? [`${counted(students - written, 'remark')} to write`] : []),
    ...(toLookAt ? [`${counted(toLookAt, 'remark')} to look at`] : []),
  ]
}
