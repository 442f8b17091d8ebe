import { differingWords } from '../drift'
import { counted, shortDay } from '~/composables/useWords'
import { sayEntry } from './entries'
import { saySend } from './refusals'
import type { Sentences } from './sentences'

/** So many standards are named; of more the number is said. */
const NAMED = 4
const named = (standards: readonly string[]) =>
  standards.slice(0, NAMED).join(', ') + (standards.length > NAMED ? ` and ${standards.length - NAMED} more` : '')
const inPeriod = (period: string) => period || 'A period'

/** What would surprise a teacher later, and what mends it in one step. */
export const endSentences: Sentences<'end' | 'mend'> = {
  'end.weights': ({ period, sum }) =>
    `The category weights${period === null ? '' : ` of ${period}`} come to ${sum}, not 100: each acts as its share of that.`,
  'end.empty-category': ({ category, period, weight }) =>
    `${category} has no assignment in ${period}; its weight of ${weight} is shared out among the others.`,
  'end.scale': ({ fault }) => `In the scale: ${sayEntry(fault)}`,
  'end.scale-gap': ({ from, label }) => `The scale has no step below ${from} %: such a grade gets ${label} too.`,
  'end.scale-changed': ({ scale }) =>
    `The scale ${scale} was changed since this class took it; this class still grades by the old one.`,
  'end.scale-not-allowed': ({ scale }) => `The district does not allow the scale ${scale}. Choose another.`,
  'end.periods-overlap': ({ one, other }) =>
    `${one} and ${other} overlap; work of the shared days is in the shorter one only. The district's office can mend the dates.`,
  'end.rounded-twice': ({ period, students }) =>
    `${period} is rounded twice, which changes what ${counted(students, 'student')} ${students === 1 ? 'is' : 'are'} shown.`,
  'end.outside-periods': ({ assignment }) => `${assignment} is due outside every grading period and counts nowhere.`,
  'end.no-date': ({ assignment }) => `${assignment} has no due date and counts nowhere.`,
  'end.between-periods': ({ assignment, period }) =>
    `${assignment} is due in ${period} but in no grading period of it, and counts nowhere.`,
  'end.removed-category': ({ category, assignments }) =>
    `${category} was deleted and ${counted(assignments, 'assignment')} still ${assignments === 1 ? 'belongs' : 'belong'} to it.`,
  'end.no-category': ({ assignment }) => `${assignment} has no category.`,
  'end.no-points': ({ assignment }) =>
    `${assignment} is out of 0 points, and its grade is made of percents: it counts nothing.`,
  'end.off-scale': ({ assignment, scores, labels }) =>
    `${assignment} has ${counted(scores, 'score')} with a label that the scale does not have (${labels.join(', ')}).`,
  'end.drift-other': ({ student, period, what }) =>
    `${student}’s ${differingWords(what)} changed after ${period} was declared.`,
  'end.drift-many': ({ period, students }) =>
    `${counted(students, 'student')} no longer match what was declared for ${period}.`,
  'end.drift': ({ student, period, was, now }) =>
    `${student} was declared with ${was ?? 'no grade'} in ${inPeriod(period)}; it comes to ${now ?? 'none'} now.`,
  'mend.made-good': () => 'It is made good',
  'mend.drift-back': ({ was }) => `Put ${was} back`,
  'end.incomplete': ({ student, period, until }) =>
    `The ${period} grade of ${student} is incomplete; it was to be made good by ${shortDay(until)}.`,
  'end.override-gone': ({ student, period, label }) =>
    `The override of ${student} in ${inPeriod(period)} is ${label}, which is no longer on the scale: it is no grade. Give another one.`,
  'end.override-disagrees': ({ student, percent, label }) =>
    `The override of ${student} says ${percent} and ${label}, which do not agree.`,
  'end.override-high': ({ student, period, percent, top }) =>
    `${student}’s override in ${inPeriod(period)} is ${percent}, above the scale’s top of ${top}. Is that meant?`,
  'end.level-override': ({ student, given, standard, period, calculated }) =>
    `You gave ${student} ${given} for ${standard} in ${period}, where the evidence says ${calculated}. Say why, for the record.`,
  'end.far-above': ({ student, score, possible, assignment, others }) =>
    `${student} has ${score} of ${possible} in ${assignment}${others ? ', ten times what others have' : ''}.`,
  'end.low-scores': ({ assignment, scores, lowLine }) =>
    `${assignment} has ${counted(scores, 'score')} below ${lowLine} % with no note.`,
  'end.unread': ({ typed, student, assignment, reason }) =>
    `“${typed}” of ${student} in ${assignment} is not kept: ${sayEntry(reason)}`,
  'end.refused': ({ student, assignment, reason }) =>
    `The district did not take the score of ${student} in ${assignment}${reason ? `: ${saySend(reason)}` : '.'}`,
  'end.undecided': ({ student, assignment }) =>
    `The score of ${student} in ${assignment} changed here and in the district. Decide which stands.`,
  'end.same-code': ({ standards, standardCode }) =>
    `${counted(standards, 'standard')} of this class have the code ${standardCode}.`,
  'end.withdrawn': ({ period, standard }) => `There is evidence in ${period} for ${standard}, which was withdrawn.`,
  'end.one-day': ({ standard, period }) => `All evidence of ${standard} in ${period} is from a single day.`,
  'end.untold': ({ assignment, standards }) =>
    `${assignment} is tagged with ${standards.join(', ')}, and nobody has a level of it.`,
  'end.no-evidence': ({ standards, period }) =>
    `${counted(standards.length, 'standard')} on the card ${standards.length === 1 ? 'has' : 'have'} no evidence in ${period}, which ends soon: ${named(standards)}.`,
  'end.habits': ({ students, period }) =>
    `${counted(students, 'student')} ${students === 1 ? 'has' : 'have'} habits still to be given in ${period}.`,

  'mend.weights-100': () => 'Make them 100',
  'mend.begin-at-0': ({ label }) => `Begin ${label} at 0`,
  'mend.new-scale': () => 'Take the new one',
  'mend.unrounded': () => 'Enter them unrounded',
  'mend.bring-back': () => 'Bring it back',
  'mend.meant': ({ score }) => `${score}?`,
  'mend.stays': ({ score }) => `${score} stays`,
  'mend.override': ({ percent, label }) => `Make it ${percent} and ${label}`,
}
