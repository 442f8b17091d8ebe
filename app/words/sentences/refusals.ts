import type { MessageOf } from '#core/message'
import { sayEntry } from './entries'
import type { Sentences } from './sentences'

const notThere: Readonly<Record<string, string>> = {
  section: 'The plan is of another class.',
  district: 'The district has one policy.',
  student: 'The student is not in this class.',
  assignment: 'The assignment is not in this class.',
  category: 'The category is not in this class.',
  standard: 'The standard is not of this class.',
  course: 'There is no such course.',
  period: 'The grading period is not of this class.',
}

/** Why a change cannot be kept; why something is not copied, brought over or sent. */
export const refusalSentences: Sentences<'refused' | 'copy' | 'moved' | 'send'> = {
  'refused.words': ({ words }) => words,
  'refused.not-here': () => 'This does not belong here.',
  'refused.not-an-image': () => 'That is no picture that a card can print. Choose a PNG of at most 1,200 pixels.',
  'refused.window-closed': () => 'The office has closed this term. Ask for it to be opened, on Close the term.',
  'refused.empty-entry': () => 'An entry needs a code and a text.',
  'refused.not-there': ({ what }) => notThere[what]!,
  'refused.standard-of-course': () => 'A standard is not of this course.',
  'refused.period-of-plan': () => 'A grading period in the plan is not of this class.',
  'refused.scale': ({ fault }) => `In the scale: ${sayEntry(fault)}`,
  'refused.scale-not-allowed': () => 'The district does not allow this grading scale. Choose one that it allows.',
  'refused.rounding-fixed': () => 'The district fixes how grades are rounded.',
  'refused.low-line-fixed': ({ lowLine }) => `The district fixes the low-score line at ${lowLine}.`,
  'refused.level-scale-gone': () => 'This proficiency scale is not there any more. Choose another.',
  'refused.power-law': ({ scale }) =>
    `The scale ${scale} has a level of 0 or below, for which there is no power law. Choose another method.`,
  'refused.extra-most': ({ most }) => `Extra credit adds at most ${most} points to a grade.`,
  'refused.standard-empty': () => 'Give the standard a code or a statement.',
  'refused.district-standard': () => 'This standard is the district’s. Make one of your own.',
  'refused.own-area': () => 'A standard cannot be its own area.',
  'refused.area-gone': () => 'The area that it should be in is not there.',
  'refused.level': ({ level, levels }) => `${level} is no level of this scale. Give one of ${levels.join(', ')}.`,

  'copy.category-stays': ({ category, assignments }) =>
    `${category} stays, because ${assignments === 1 ? '1 assignment is' : `${assignments} assignments are`} in it.`,
  'copy.no-period': ({ period }) => `${period} has no counterpart in this class’s year.`,
  'copy.no-child': ({ period, parent }) => `${period}, in ${parent}, has no counterpart in this class’s year.`,
  'copy.no-own-period': ({ period }) => `The weights of ${period} alone: this class’s year has no such period.`,
  'copy.scale-not-allowed': ({ scale }) => `The scale ${scale}: the district does not allow it.`,

  'moved.no-assignment': () => 'This class has no such assignment.',
  'moved.has-score': ({ score }) => `It has a score here: ${score}.`,
  'moved.points': ({ there, here }) => `It is of ${there} points there and of ${here} here.`,

  'send.no-category': () => 'It has no category. Give it one.',
  'send.no-period': () => 'Its due date lies in no grading period. Change the date.',
  'send.unknown-student': () => 'Nobody of this name is in your class: what was handed in is passed over.',
  'send.refused': ({ says }) => says,
  'send.answered': ({ status }) => `The district answered ${status}. Send it again later.`,
}

/** Why the district did not take something, as it stands inside of another sentence. */
export const saySend = (message: MessageOf<'send'>): string =>
  (refusalSentences[message.code] as (figures: MessageOf<'send'>) => string)(message)
