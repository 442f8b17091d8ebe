import { z } from 'zod'
import { text } from '../fields'
import { kind, type ChangeOf } from '../kind'
import type { TextBox } from '../remarks/lines'

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
/** What a mark may take, as text: some 60 KB of an image. */
const MARK_MOST = 80_000

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
  address: text(200),
  /** The school's own mark: a PNG in base 64; empty for none. */
  mark: z.string().max(MARK_MOST),
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
  refuse: ({ to: { mark } }: ChangeOf<CardLayout>) => (mark && !isPng(mark) ? { code: 'refused.not-an-image' } : null),
})

/** A mark is no wider or higher than so many pixels: more would not be seen, and can be a trap. */
const PIXELS_MOST = 1200
const BASE64 = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/'

/** Whether a text in base 64 begins as every PNG does, and says that the picture is of a sensible size. */
function isPng(mark: string): boolean {
  if (!/^iVBORw0KGgo[A-Za-z0-9+/]+={0,2}$/.test(mark)) return false
  // Width and height stand in the bytes 16 to 23, which are in the characters 20 to 31: three bytes from each four.
  const bytes = [20, 24, 28].flatMap((at) => {
    const bits = [...mark.slice(at, at + 4)].reduce((sum, each) => sum * 64 + BASE64.indexOf(each), 0)
    return [bits >> 16, (bits >> 8) & 255, bits & 255]
  })
  const number = (from: number) => bytes.slice(from, from + 4).reduce((sum, byte) => sum * 256 + byte, 0)
  // The characters from 20 on hold the bytes from 15 on.
  return [number(1), number(5)].every((pixels) => pixels > 0 && pixels <= PIXELS_MOST)
}

/** The box of the remark on a card. */
export const remarkBox = ({ paper, remarkLines }: Pick<CardLayout, 'paper' | 'remarkLines'>): TextBox => ({
  width: papers[paper].width - 2 * MARGIN,
  size: REMARK_SIZE,
  lines: remarkLines,
})
