import type { MessageOf } from '#core/message'
import type { Sentences } from './sentences'

type OfEntry = 'entry' | 'field' | 'scale' | 'levels'

/** What is wrong with an entry in a cell, with a field, with a scale. */
export const entrySentences: Sentences<OfEntry> = {
  'entry.too-long': () => 'That is too long for a score. Type points, as 8.5.',
  'entry.unreadable': ({ typed }) =>
    `${typed} is no number, percent or label. Type points, as 8.5, or Esc to take it back.`,
  'entry.comma': ({ typed }) =>
    `${typed} could be thousands or decimals. Type it without a comma, such as 1000 or 8.5.`,
  'entry.capital': ({ typed, label }) => `${typed} is a small letter. For the grade, type ${label}.`,
  'entry.half-typed': ({ typed }) =>
    `${typed} was typed when the page closed, and isn’t saved. Press F2 and Enter to save it.`,
  'entry.negative': () => 'Points are 0 or more.',
  'entry.percent-most': () => 'A percent here ends at 1000.',
  'entry.no-share': ({ typed }) => `${typed} is not so many of so many. Type it as 8/10.`,
  'entry.share-of-zero': () => 'Nothing can be a share of 0. Type points alone.',
  'entry.share-unexact': ({ typed, possible }) =>
    `${typed} is no share that three decimals can hold. Type the points out of ${possible}.`,
  'entry.no-bonus': ({ more }) => `+${more} is no number. Type it as +1.`,
  'entry.bonus-on-nothing': ({ more }) => `There is no score here that ${more} could be added to. Type the score.`,
  'entry.bonus-on-other': ({ more, present }) => `${more} points cannot be added to ${present}. Type the points.`,
  'entry.no-level': ({ typed, levels }) => `${typed} is no level of this scale. Type ${levels.join(', ')}.`,
  'entry.no-assignment': () => 'This class does not have this assignment. Put it there first: its column says how.',
  'entry.not-there': () => 'was not in the class on the due date: left as it is',

  'field.unreadable': () => 'This is not understood here. Reload the page, then do it again.',
  'field.id': () => 'This is no id.',
  'field.room': ({ most }) => `There is room for ${most} characters.`,
  'field.date': () => 'Write a real date, as 2026-11-25.',
  'field.moment': () => 'This is no moment.',
  'field.decimal': () => 'Write a number of 0 or more, with up to three decimals.',
  'field.percent': () => 'A percent here ends at 1000.',
  'field.name': () => 'Give it a name.',
  'field.short-name': () => 'Give it a short name for the column head.',
  'field.web-address': () => 'Write the whole address, with https:// before it.',
  'field.key': () => 'Write the name and the key that the other system gave you.',
  'field.email': () => 'Write the whole e-mail address.',
  'field.password': () => 'Write the password.',
  'field.present-password': () => 'Write your present password.',
  'field.new-password': ({ fewest }) => `The new password needs ${fewest} characters or more.`,
  'field.label': () => 'Give the step a label.',
  'field.scale-name': () => 'Give the scale a name.',
  'field.multiplier': () => 'A multiplier is above 0.',
  'field.decay': () => 'Write a number from 0.5 to 0.9.',
  'field.items-most': ({ most }) => `There is room for ${most} items.`,
  'field.sides': () => 'A change names the same fields before and after.',
  'field.not-negative': () => 'Write 0 or more.',
  'field.drop-most': ({ most }) => `At most ${most} scores can be dropped.`,
  'field.steps-missing': () => 'A scale has at least one step.',
  'field.steps-most': ({ most }) => `A scale has room for ${most} steps.`,

  'scale.label-missing': () => 'Give the step a label.',
  'scale.label-room': ({ most }) => `A label has room for ${most} characters.`,
  'scale.label-twice': ({ label }) => `There are two steps called ${label}.`,
  'scale.bound': () => 'Write a percent of 0 or more, with up to three decimals.',
  'scale.bounds-alike': ({ above, label }) => `${above} and ${label} begin at the same percent.`,
  'scale.bounds-crossed': ({ above, label }) => `${label} begins above ${above}, which stands before it.`,
  'scale.worth': () => 'Write a percent of 0 or more, or leave it empty.',
  'scale.worth-outside': ({ label, worth }) => `${label} stands for ${worth} %, which is not a ${label}.`,
  'scale.gap': ({ from, label }) => `Below ${from} there is no step: such a grade gets ${label} too.`,
  'scale.no-steps': () => 'A scale has at least one step.',

  'levels.count': ({ fewest, most }) => `A proficiency scale has ${fewest} to ${most} levels.`,
  'levels.value': () => 'Write the value as a number of 0 or more, with up to two decimals.',
  'levels.value-twice': ({ value }) => `Two levels have the value ${value}.`,
  'levels.order': ({ value, above }) => `${value} stands below ${above}: the highest level comes first.`,
  'levels.label-missing': () => 'Say in a word what the level is called.',
  'levels.label-twice': ({ label }) => `There are two levels ${label}.`,
  'levels.short-missing': () => 'Give the level a short label for its cell.',
  'levels.short-is-value': ({ short, value }) => `${short} would be read as a value: give ${value}, or letters.`,
  'levels.percent': () => 'Write a percent of 0 or more, with up to three decimals.',
  'levels.percent-order': ({ percent }) => `${percent} is not below that of the levels above.`,
  'levels.stroke-in-halves': () => 'With half levels, a short label has no stroke in it.',
}

/** One of them, as it stands inside of another sentence. */
export const sayEntry = (message: MessageOf<OfEntry>): string =>
  (entrySentences[message.code] as (figures: MessageOf<OfEntry>) => string)(message)
