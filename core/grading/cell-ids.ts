import { jointId } from '../kind'

/**
 * Ids of the cells of a class, by assignment, student by student. Joining some thousand ids and finding their records by
 * them for the first time takes most of what it takes to read a class; so they are kept for as long as the students stay.
 */
export class CellIds {
  private readonly known = new Map<string, readonly string[]>()

  constructor(private readonly students: readonly { id: string }[]) {}

  /**
   * @returns ids of the cells of one assignment, in the order of the students
   * @example new CellIds([{ id: 'ann' }, { id: 'bo' }]).of('quiz') // ['ann/quiz', 'bo/quiz']
   */
  of(assignmentId: string): readonly string[] {
    let ids = this.known.get(assignmentId)
    if (!ids) this.known.set(assignmentId, (ids = this.students.map(({ id }) => jointId(id, assignmentId))))
    return ids
  }

  /** These, where they are of the same students in the same order; else new ones. */
  for(students: readonly { id: string }[]): CellIds {
    const isSame =
      students.length === this.students.length && students.every(({ id }, at) => id === this.students[at]!.id)
    return isSame ? this : new CellIds(students)
  }
}
