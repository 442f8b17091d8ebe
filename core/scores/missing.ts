import type { Cell } from './cell'

/**
 * Whether work is missing as a teacher and a family count it: marked so, and nothing has come in since.
 *
 * @example isMissing({ value: null, marks: ['missing'] }) // true
 */
export const isMissing = ({ value, marks }: Pick<Readonly<Cell>, 'value' | 'marks'>): boolean =>
  value === null && marks.includes('missing')
