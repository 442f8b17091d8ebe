/**
 * Finds where a cell stands among students by assignments, by its id. Cells mostly come student by student and in one
 * order, so the next one is guessed from the one before and only compared; taking every id apart would take most of the
 * time that a class needs to open.
 *
 * @returns the place, student × assignments + assignment; -1 for a cell of something that is not there
 * @example places([{ id: 's1' }], [{ id: 'a1' }, { id: 'a2' }])('s1/a2') // 1
 */
export function places(
  students: readonly { id: string }[],
  assignments: readonly { id: string }[],
): (cellId: string) => number {
  const rows = new Map(students.map(({ id }, at) => [id, at]))
  const columns = new Map(assignments.map(({ id }, at) => [id, at]))
  /** What came after each column the last time. */
  const next = new Int32Array(assignments.length + 1)
  let before = assignments.length
  let prefix = ''
  let row = -1
  const isGuessed = (cellId: string) => {
    const guess = assignments[next[before]!]?.id
    return guess !== undefined && cellId.length === prefix.length + guess.length && cellId.endsWith(guess)
  }
  return (cellId) => {
    if (prefix === '' || !cellId.startsWith(prefix)) {
      prefix = cellId.slice(0, cellId.indexOf('/') + 1)
      row = rows.get(prefix.slice(0, -1)) ?? -1
      before = assignments.length
    }
    if (isGuessed(cellId)) before = next[before]!
    else {
      const column = columns.get(cellId.slice(prefix.length))
      if (column === undefined) return -1
      next[before] = column
      before = column
    }
    return row < 0 ? -1 : row * assignments.length + before
  }
}
