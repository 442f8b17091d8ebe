import { name as nameOf } from '../fields'

/** What the things of a plan are called. */
export const name = nameOf(120, 'field.name')
/** What stands in a column's head. */
export const shortName = nameOf(12, 'field.short-name')
