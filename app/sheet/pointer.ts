import type { SheetHost } from './host'
import type { Place } from './types'

/** What a pointer does with a sheet. */
interface Pointed {
  readonly active: Place
  readonly far: Place
  goTo(place: Place, how?: { extend?: boolean }): void
  edit(seed: string | null): void
  /** Keeps what is being typed, if anything is. */
  finish(): void
  /** Typing in the selected cell is meant, also where a column has ended. */
  resume(): void
}

const same = (a: Place, b: Place) => a.row === b.row && a.column === b.column

/** Selects by pressing and dragging, and on a screen by a tap; a second tap on a cell edits it. */
export function followPointer(host: SheetHost, sheet: Pointed): void {
  const { root, overlay } = host
  /** The cell that was active when a finger came down on it: focus moves before the tap is told. */
  let tapped: Place | null = null

  function press(event: PointerEvent): void {
    const place = event.button === 0 && event.target !== overlay.input ? host.hit(event.target) : null
    // A finger may be about to scroll: a tap is taken when it is one.
    if (event.pointerType === 'touch') tapped = place && same(place, sheet.active) ? place : null
    if (!place || event.pointerType === 'touch') return
    sheet.finish()
    event.preventDefault()
    sheet.goTo(place, { extend: event.shiftKey })
    sheet.resume()
    if (place.row < 0) return
    const drag = (moved: PointerEvent) => {
      const over = host.hit(moved.target)
      if (over && over.row >= 0 && !same(over, sheet.far)) sheet.goTo(over, { extend: true })
    }
    const drop = () => {
      removeEventListener('pointermove', drag)
      removeEventListener('pointerup', drop)
    }
    addEventListener('pointermove', drag)
    addEventListener('pointerup', drop)
  }

  function tap(event: MouseEvent): void {
    const place = (event as PointerEvent).pointerType === 'touch' ? host.hit(event.target) : null
    if (!place) return
    sheet.finish()
    sheet.goTo(place)
    sheet.resume()
    if (tapped && same(place, tapped) && place.row >= 0) sheet.edit(null)
  }

  root.addEventListener('pointerdown', press)
  root.addEventListener('click', tap)
  root.addEventListener('dblclick', (event) => host.hit(event.target) && sheet.edit(null))
}
