import type { Assignment } from '#core/plan/assignment'

/** What is special about an assignment, for a head of five characters and in full. */
export interface AssignmentState {
  short: string
  words: string
}

type Stated = Pick<Assignment, 'counts' | 'extraCredit' | 'visibility' | 'released'>

/**
 * Lists what a teacher must see about an assignment wherever it appears: in its column head, its cells, and the margin.
 *
 * @example assignmentStates({ ...quiz, counts: false }) // [{ short: 'outside', words: 'outside the grade, not counted' }]
 */
export function assignmentStates({ counts, extraCredit, visibility, released }: Readonly<Stated>): AssignmentState[] {
  const isHidden = visibility.from === 'never'
  return [
    ...(counts ? [] : [{ short: 'outside', words: 'outside the grade, not counted' }]),
    ...(counts && extraCredit ? [{ short: 'extra', words: 'extra credit' }] : []),
    ...(isHidden ? [{ short: 'hidden', words: 'hidden from families' }] : []),
    ...(isHidden || released ? [] : [{ short: 'hidden', words: 'scores hidden from families' }]),
  ]
}

/** The same in one phrase; empty where nothing is special. Every cell of a column asks for it, so it is made once. */
export function stateWords(of: Readonly<Stated>): string {
  let words = known.get(of)
  if (words === undefined) {
    words = assignmentStates(of)
      .map((state) => state.words)
      .join(', ')
    known.set(of, words)
  }
  return words
}
/** Records are replaced and never changed. */
const known = new WeakMap<Readonly<Stated>, string>()
