import type { CardLayout } from '../../core/report-card/layout'
import type { List } from '../../shared/list'
import { pdfOf } from './cards/document'
import { drawList } from './cards/draw-list'
import { facesOf } from './cards/faces'
import type { Face } from './cards/scripts'

export interface ListDrawing {
  list: List
  paper: CardLayout['paper']
  fonts: Record<Face, Uint8Array>
}

/** Draws a list as a PDF. What no font has is drawn as a box. */
export default ({ list, paper, fonts }: ListDrawing): Promise<Uint8Array> =>
  pdfOf(
    { title: list.title, language: 'en', faces: facesOf(fonts) },
    (pen, root) => drawList(pen, root, list, paper),
    new Set(),
  )
