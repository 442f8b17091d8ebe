/** Who can read a note on a score. */
export const noteReaders = [
  { value: 'teacher' as const, words: 'only me' },
  { value: 'family' as const, words: 'the family' },
]
