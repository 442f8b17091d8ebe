import type { LooseEnd } from '#core/looseends'

/** What each kind of loose end is called where several are told of together. */
export const endWords: Readonly<Record<LooseEnd['code'], string>> = {
  weights: 'Weights that do not add to 100',
  'empty-category': 'Categories with nothing in them yet',
  scale: 'Scales that leave something out',
  'scale-not-allowed': 'Scales that the district does not allow',
  'periods-overlap': 'Periods that overlap',
  'rounded-twice': 'Grades rounded twice',
  'no-period': 'Work outside every grading period',
  'between-periods': 'Work between two periods',
  'no-category': 'Work without a category',
  'removed-category': 'Work in a category that is gone',
  'no-points': 'Work of 0 points where percents are averaged',
  'off-scale': 'Labels that are not on the scale',
  override: 'Overrides that disagree with themselves',
  'level-override': 'Levels of your own far from the evidence, without a reason',
  'no-evidence': 'Standards with nothing to judge by',
  'one-day': 'Levels that rest on one day',
  untold: 'Tagged work that shows no level',
  habits: 'Learning habits to give',
  'same-code': 'Standards with the same code',
  withdrawn: 'Evidence for what was withdrawn',
  'low-scores': 'Low scores without a note',
  'far-above': 'Scores far above what is possible',
  unread: 'Entries that cannot be read',
}
