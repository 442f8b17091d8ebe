import { z } from 'zod'
import { text } from '../fields'
import { kind, type ChangeOf } from '../kind'
import { ADDRESS_MOST, type CardLayout } from './layout'
import { mark, refuseMark } from './mark'

const schema = z.strictObject({ address: text(ADDRESS_MOST), mark })
export type SchoolHead = z.infer<typeof schema>

/** What stands at the head of the cards of one school beside its name; what is empty is as in the district's layout. */
export const schoolHead = kind({
  names: ['itself'],
  schema,
  blank: { address: '', mark: '' },
  moves: 'class',
  refuse: ({ to }: ChangeOf<SchoolHead>) => refuseMark(to.mark),
})

/**
 * The address and the mark of a school's cards: its own, else those of the district's layout.
 *
 * @example headOf(layout, { address: '4 Quay Street', mark: '' }).address // '4 Quay Street'
 */
export const headOf = (layout: Pick<CardLayout, 'address' | 'mark'>, own: SchoolHead | undefined): SchoolHead => ({
  address: own?.address || layout.address,
  mark: own?.mark || layout.mark,
})
