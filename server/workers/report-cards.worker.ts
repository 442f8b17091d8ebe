import type { MessagePort } from 'node:worker_threads'
import { zipSync } from 'fflate'
import type { ComposedCard } from '../../core/report-card/compose'
import type { CardLayout } from '../../core/report-card/layout'
import { headOf, type SchoolHead } from '../../core/report-card/school-head'
import { cardWords } from '../../shared/card-words'
import { pdfOf } from './cards/document'
import { CardDrawing } from './cards/draw-card'
import { facesOf, type Faces } from './cards/faces'
import type { Element, Pen } from './cards/pen'
import type { Face } from './cards/scripts'

export interface Drawing {
  cards: ComposedCard[]
  layout: CardLayout
  /** What schools have of their own at the head of their cards, by the school's id. */
  heads: Readonly<Record<string, SchoolHead>>
  /** The day that stands on them. */
  printed: string
  fonts: Record<Face, Uint8Array>
  /** One PDF for each card, in a zip. */
  isEach?: boolean
  /** Hears after each card how many are drawn. */
  port?: MessagePort
}
export interface Drawn {
  file: Uint8Array
  /** Characters that no face of the card has. */
  missing: string[]
}

/** Draws report cards: as one PDF, or one for each student in a zip. */
export default async function draw(drawing: Drawing): Promise<Drawn> {
  const { cards, isEach, port } = drawing
  const faces = facesOf(drawing.fonts)
  const missing = new Set<string>()
  const told = (done: number) => port?.postMessage(done)
  const of = (some: readonly ComposedCard[], tell: (done: number) => void) => pdf(drawing, some, faces, missing, tell)
  if (!isEach) return { file: await of(cards, told), missing: [...missing] }
  const files: Record<string, Uint8Array> = {}
  for (const [at, card] of cards.entries()) {
    files[fileName(card, files)] = await of([card], () => {})
    told(at + 1)
  }
  return { file: zipSync(files, { level: 0 }), missing: [...missing] }
}

/** So many letters of a name stand in its file's: more are too long for some machines. */
const NAME_MOST = 60

/** `Achterberg, Rosalind.pdf`, in a folder of their own for those who left; the second of that name has a number. */
function fileName({ rosterName, left }: ComposedCard, taken: Readonly<Record<string, unknown>>): string {
  const plain = rosterName.replace(/[\\/:*?"<>|\p{C}]/gu, ' ').trim()
  const name = (left ? 'Left/' : '') + ([...plain].slice(0, NAME_MOST).join('').trim() || 'A student')
  for (let nth = 1; ; nth++) {
    const file = nth === 1 ? `${name}.pdf` : `${name} (${nth}).pdf`
    if (!(file in taken)) return file
  }
}

function pdf(
  { layout, heads, printed }: Drawing,
  cards: readonly ComposedCard[],
  faces: Faces,
  missing: Set<string>,
  tell: (done: number) => void,
): Promise<Uint8Array> {
  const words = cardWords[layout.language]
  const [first] = cards
  const title = [words.card, first && `${first.school}, ${first.period.title}`].filter(Boolean).join(': ')
  const draw = (pen: Pen, root: Element) =>
    cards.forEach((card, at) => {
      new CardDrawing(pen, layout, headOf(layout, heads[card.schoolId]), card, printed, root).draw()
      pen.doc.outline.addItem(card.rosterName)
      tell(at + 1)
    })
  return pdfOf({ title, language: layout.language, faces }, draw, missing)
}
