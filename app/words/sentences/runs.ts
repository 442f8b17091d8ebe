import type { RosterSummary, RunOutcome, SentCounts } from '#shared/runs'
import { sayProblem } from './problems'

const sentWords = ({ sent, taken, refused, held, left, moved, waiting }: SentCounts): string =>
  [
    sent ? `${sent} sent` : '',
    taken ? `${taken} taken over` : '',
    refused ? `${refused} refused` : '',
    held ? `${held} held for your decision` : '',
    moved ? `${moved} changed meanwhile` : '',
    left ? `${left} left out` : '',
    waiting ? `${waiting} not sent` : '',
  ]
    .filter(Boolean)
    .join(', ') || 'Nothing to send'

const parts = { classes: 'class', students: 'student', enrolments: 'enrolment', periods: 'period' }
const counted = (count: number, part: keyof typeof parts, what: string) =>
  count ? [`${count} ${count === 1 ? parts[part] : part} ${what}`] : []
const rosterWords = (summary: RosterSummary): string =>
  [
    ...(Object.keys(parts) as (keyof typeof parts)[]).flatMap((part) => [
      ...counted(summary[part].added, part, 'new'),
      ...counted(summary[part].changed, part, 'changed'),
    ]),
    ...counted(summary.ended, 'enrolments', 'ended'),
  ].join(', ') || 'Nothing had changed'

/** What a run came to. @param sends whether it sent scores, or brought a roster */
export function sayRun(outcome: RunOutcome, sends: boolean): string {
  const rest = sends ? 'The next run sends what was left.' : 'What it had done so far stands.'
  switch (outcome.code) {
    case 'under way':
      return ''
    case 'asking':
      return 'Much would end'
    case 'left':
      return 'Left as it was'
    case 'interrupted':
      return `Interrupted. ${rest}`
    case 'prepared':
      return ''
    case 'away':
      return [sayProblem(outcome.problem.code, outcome.problem.figures), `So far: ${sentWords(outcome.counts)}.`].join(
        ' ',
      )
    case 'sent':
      return sentWords(outcome.counts)
    case 'roster':
      return rosterWords(outcome.summary)
    case 'failed': {
      const why = outcome.problem
        ? sayProblem(outcome.problem.code, outcome.problem.figures)
        : `Something went wrong here. ${rest}`
      return outcome.counts ? `${sentWords(outcome.counts)}. ${why}` : why
    }
    case 'words':
      return outcome.words
  }
}
