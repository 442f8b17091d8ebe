import { counted, shortDay } from '~/composables/useWords'
import type { Sentences } from './sentences'

/** What to look at in a remark; what a family does not see, and why. */
export const studentSentences: Sentences<'remark' | 'bank' | 'hidden' | 'unseen'> = {
  'bank.no-column': ({ column }) =>
    `There is no column "${column}". The first line names the columns: code, topic, text.`,
  'bank.quotes': () => 'The quotation marks are not closed.',
  'bank.nothing': () => 'There is no entry in it.',
  'bank.most': ({ most }) => `At most ${most} entries are read at once.`,
  'bank.code': ({ typed }) => `"${typed}" is no code: up to 12 letters and digits.`,
  'bank.no-text': () => 'The text is empty.',
  'bank.long': ({ most }) => `The text has more than ${most} characters.`,
  'bank.twice': ({ typed, line }) => `The code "${typed}" stands on line ${line} already.`,
  'bank.number': ({ column, typed }) => `"${typed}" is no number, in "${column}".`,

  'remark.other-name': ({ name }) => `${name} is another student of this class`,
  'remark.other-pronouns': ({ pronoun, name, pronouns }) => `"${pronoun}"? ${name} is ${pronouns}`,
  'remark.placeholder': ({ placeholder }) => `${placeholder} is not filled in`,
  'remark.doubled': ({ words }) => `"${words}" is there twice`,
  'remark.two-spaces': () => 'Two spaces together',
  'remark.unprintable': ({ characters }) => `The card cannot print ${characters.join(' ')}`,
  'remark.too-long': ({ over }) => `${counted(over, 'character')} will not print`,
  'remark.low-without-remark': ({ lowLine }) => `below ${lowLine} and no remark`,
  'remark.without-grade': () => 'a remark and no grade',
  'remark.same': ({ others }) => `the same words as for ${counted(others, 'other')}`,
  'remark.statement-only': () => 'class statement only',

  'hidden.assignment': ({ assignment }) => assignment,
  'hidden.score': ({ assignment }) => `The score of ${assignment}`,
  'hidden.note': ({ assignment }) => `The note on ${assignment}`,
  'hidden.grades': () => 'Grades',
  'hidden.reason': ({ period }) => `Why you gave the grade of ${period}`,
  'hidden.scores': ({ scores }) => (scores === 1 ? 'One score' : `${scores} scores`),

  'unseen.never': () => 'Families never see it.',
  'unseen.no-due-date': () => 'It is to appear on its due date, and has none.',
  'unseen.no-day-before': () => 'It is to appear before its due date, and has none.',
  'unseen.until': ({ date }) => `Families see it from ${shortDay(date)} on.`,
  'unseen.not-released': () => 'Its scores are not released.',
  'unseen.for-teacher': () => 'It is only for you.',
  'unseen.levels-alone': () => 'The plan reports levels alone.',
  'unseen.neither': () => 'The plan shows families neither percent nor letter.',
  'unseen.for-record': () => 'It is for the record.',
  'unseen.in-the-grade': () => 'In the grade, and not shown beside it.',
}
