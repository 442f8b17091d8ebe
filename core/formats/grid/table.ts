/** A table of text, row by row, as a CSV or XLSX file or the clipboard holds it. */
export type Table = readonly (readonly string[])[]

/** The words of the first column in the rows that stand under the column heads of an export. */
export const headRows = { due: 'Due', points: 'Points possible', category: 'Category', id: 'Assignment id' } as const
export type HeadRow = keyof typeof headRows

export const STUDENT = 'Student'
export const STUDENT_ID = 'Student id'
/** What the row *Due* says of a column that is computed. */
export const COMPUTED = 'computed'
