import { z } from 'zod'
import { text } from '../fields'
import { kind, type ChangeOf } from '../kind'
import type { TextBox } from '../remarks/lines'
import { mark, refuseMark } from './mark'

/** What can stand on a card, each with its own heading. */
export const blockNames = ['grade', 'parts', 'levels', 'habits', 'remark', 'legend', 'signatures'] as const
export type BlockName = (typeof blockNames)[number]

/** The papers that it prints on, in points. */
export const papers = { A4: { width: 595.28, height: 841.89 }, Letter: { width: 612, height: 792 } } as const
/** The languages of the fixed words. */
export const languages = ['en', 'es', 'fr'] as const
export type Language = (typeof languages)[number]

/** Around everything, in points. */
export const MARGIN = 54
const REMARK_SIZE = 11
/** So many characters of an address have room under the school's name. */
export const ADDRESS_MOST = 200

const schema = z.strictObject({
  paper: z.enum(['A4', 'Letter']),
  language: z.enum(languages),
  /** What stands on the card, from the top; what is left out is not printed. */
  blocks: z
    .array(z.enum(blockNames))
    .max(blockNames.length)
    .refine((names) => new Set(names).size === names.length),
  /** How many lines the box of the remark has. */
  remarkLines: z.number().int().min(2).max(24),
  /** Of schools that have none of their own. */
  address: text(ADDRESS_MOST),
  mark,
  /** Who signs, from left to right. */
  signatures: z.array(text(40).min(1)).max(3),
})
export type CardLayout = z.infer<typeof schema>

/** How report cards look, as the district's office sets it. */
export const cardLayout = kind({
  names: ['district'],
  schema,
  blank: {
    paper: 'A4',
    language: 'en',
    blocks: ['grade', 'parts', 'levels', 'habits', 'remark', 'signatures'],
    remarkLines: 4,
    address: '',
    mark: '',
    signatures: [],
  },
  moves: 'class',
  refuse: ({ to }: ChangeOf<CardLayout>) => refuseMark(to.mark),
})

/** The box of the remark on a card. */
export const remarkBox = ({ paper, remarkLines }: Pick<CardLayout, 'paper' | 'remarkLines'>): TextBox => ({
  width: papers[paper].width - 2 * MARGIN,
  size: REMARK_SIZE,
  lines: remarkLines,
})
