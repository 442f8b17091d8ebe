import { z } from 'zod'
import { text } from '../fields'
import { kind } from '../kind'

const schema = z.strictObject({ text: text(4000) })
export type Remark = z.infer<typeof schema>

/** What is written of a student on the card of a period. */
export const remark = kind({ names: ['student', 'period'], schema, blank: { text: '' }, closes: true, moves: 'row' })
