/** A page beside the classes: where it is, whose, and by what words it is found. */
export interface Place {
  to: string
  words: string
  /** Other words for the same, for *Find or do*. */
  also: string
  /** Of the office, of teachers, or of everybody. */
  of?: 'office' | 'teacher'
  /** How it looks in the day column; a page without one is found, and does not stand there. */
  icon?: string
}

const places: readonly Place[] = [
  { to: '/district', words: 'District policy', also: '', of: 'office', icon: 'pi-lock' },
  {
    to: '/standards',
    words: 'Standards and levels',
    also: 'proficiency scale framework case',
    of: 'office',
    icon: 'pi-list',
  },
  { to: '/cards', words: 'Report cards', also: 'print layout signature', of: 'office', icon: 'pi-id-card' },
  {
    to: '/habits',
    words: 'Learning habits',
    also: 'work habits behaviour effort conduct',
    of: 'teacher',
    icon: 'pi-heart',
  },
  { to: '/bank', words: 'Comment bank', also: 'remarks comments entries', icon: 'pi-comments' },
  { to: '/exchange', words: 'Exchange', also: 'sync roster district classroom', icon: 'pi-sync' },
  { to: '/past', words: 'Past years', also: 'last year old classes', of: 'teacher' },
]

/** The pages that somebody has beside the classes, in the order of the day column. */
export const placesOf = (role: string | undefined): readonly Place[] =>
  places.filter(({ of }) => !of || of === (role === 'registrar' ? 'office' : 'teacher'))
