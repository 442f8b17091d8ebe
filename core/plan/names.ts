import { name as nameOf } from '../fields'

/** What the things of a plan are called. */
export const name = nameOf(120, 'Give it a name.', 'A name has room for 120 characters.')
/** What stands in a column's head. */
export const shortName = nameOf(12, 'Give it a short name for the column head.')
