import { isOneCell, placesIn } from './block'
import type { Box, SheetHost } from './host'
import type { Block, Place } from './types'

/** What shows the selection: the frame of the active cell, the block, and the attributes that a screen reader reads. */
export class SheetOverlay {
  private selected: HTMLElement[] = []
  private framed: HTMLElement | null = null
  private named: HTMLElement | null = null

  constructor(private host: SheetHost) {}

  /** Places the frame and the block, by arithmetic: no cell renders. */
  paint(at: Place, block: Block): void {
    const { active, range } = this.host.overlay
    const isComputed = at.row >= 0 && at.column >= this.host.typed()
    const inHeads = at.row < 0 || this.host.rows() === 0 || this.host.columns() === 0
    active.hidden = inHeads || isComputed
    if (!active.hidden) position(active, this.host.rect(at))
    this.framed = marked('data-here', this.framed, isComputed ? this.host.element(at) : null)
    this.named = marked('data-row-here', this.named, at.row < 0 ? null : this.host.name(at.row))
    range.hidden = isOneCell(block)
    if (!range.hidden) {
      const from = this.host.rect({ row: block.top, column: block.left })
      const to = this.host.rect({ row: block.bottom, column: block.right })
      position(range, { x: from.x, y: from.y, width: to.x + to.width - from.x, height: to.y + to.height - from.y })
    }
    this.markSelected(block)
  }

  /** Tells the screen reader which cells are in the block, by writing to their elements directly. */
  private markSelected(block: Block): void {
    const next = isOneCell(block) ? [] : placesIn(block).flatMap((place) => this.host.element(place) ?? [])
    const kept = new Set(next)
    for (const element of this.selected) if (!kept.has(element)) element.removeAttribute('aria-selected')
    for (const element of next) element.setAttribute('aria-selected', 'true')
    this.selected = next
  }
}

/** Of cells and names in panes that do not scroll, the one that is selected says so itself. */
function marked(as: string, before: HTMLElement | null, now: HTMLElement | null): HTMLElement | null {
  if (now === before) return now
  before?.removeAttribute(as)
  now?.setAttribute(as, '')
  return now
}

/** Puts a box over the content. */
export function position(element: HTMLElement, { x, y, width, height }: Box): void {
  Object.assign(element.style, { left: `${x}px`, top: `${y}px`, width: `${width}px`, height: `${height}px` })
}
