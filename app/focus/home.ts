/** What can have the keyboard. */
const FOCUSABLE =
  'a[href], button, input:not([type=hidden]), select, textarea, summary, [tabindex]:not([tabindex="-1"]), [role=gridcell][tabindex], [role=columnheader][tabindex]'

/** How long a control that is off may come back before its neighbour takes over, as while something is being kept. */
const OFF_MS = 600

/** Where something stood: the boxes around it from the nearest outwards, and its place among what they hold. */
type Trail = { box: Element; at: number }[]
/** Who had the keyboard, where that stood, and the sheet that it was in. */
interface Place {
  element: Element
  trail: Trail
  sheet: Element | null
}

/** Boxes in which a neighbour is a good home; beyond them it is the page. */
const BOXES =
  'li, tr, tbody, ul, ol, table, fieldset, form, section, nav, header, footer, aside, [role=group], [role=dialog], [role=region], p, div'

const canHave = (element: Element): element is HTMLElement =>
  element instanceof HTMLElement &&
  element.isConnected &&
  !element.matches(':disabled, [inert] *, [hidden], [aria-hidden=true]') &&
  element.getClientRects().length > 0

const listed = (box: Element) => [...box.querySelectorAll(FOCUSABLE)]

/** How many boxes outwards a neighbour is looked for. */
const OUTWARDS = 5

/** A sheet keeps its own cells in order: asking it with every key would cost the frame. */
function trailOf(element: Element): Trail {
  const trail: Trail = []
  const grid = element.closest('.sheet')
  for (
    let box = (grid ?? element).parentElement;
    box && trail.length < OUTWARDS && !box.matches('main, body');
    box = box.parentElement
  )
    if (box.matches(BOXES)) trail.push({ box, at: grid ? 0 : listed(box).indexOf(element) })
  return trail
}

/** The one nearest to where something was: what took its place, or stands beside it. */
function nearest(trail: Trail): HTMLElement | null {
  for (const { box, at } of trail) {
    if (!box.isConnected) continue
    const found = listed(box)
      .map((element, place) => ({ element, far: Math.abs(place - at) }))
      .filter((each): each is { element: HTMLElement; far: number } => canHave(each.element))
      .toSorted((a, b) => a.far - b.far)[0]
    if (found) return found.element
  }
  return null
}

/** The one stop of a sheet: what was typed in it stands in a box of its own, which goes while the sheet stays. */
const stopIn = (sheet: Element | null): HTMLElement | null =>
  [...(sheet?.isConnected ? sheet.querySelectorAll('[tabindex="0"]') : [])].find(canHave) ?? null

/** The work of the page, where nothing nearer is left. */
function page(): HTMLElement | null {
  const main = document.querySelector<HTMLElement>('main')
  if (main && !main.hasAttribute('tabindex')) main.tabIndex = -1
  return main
}

const MODAL = '[role=dialog][aria-modal=true]'

/** The dialog that has just come in over the page. */
function newDialog(records: MutationRecord[]): Element | null {
  for (const { target, addedNodes } of records) {
    if (target !== document.body && !(target as Element).matches('.p-dialog-mask')) continue
    for (const node of addedNodes) {
      if (!(node instanceof Element)) continue
      const found = node.matches(MODAL) ? node : node.querySelector(MODAL)
      if (found) return found
    }
  }
  return null
}

/** Where a dialog begins: the place that it says itself, or its first. */
const beginning = (dialog: Element): HTMLElement | null =>
  [...dialog.querySelectorAll('[autofocus]'), ...listed(dialog)].find(canHave) ?? null

/**
 * Gives the keyboard a home. A dialog has the keyboard before the next key can come, though it is still moving in: half a
 * score would be left behind otherwise. Whoever has it is remembered with its place; when it goes from the page and nobody
 * else has taken the keyboard, what opened the dialog it was in has it again, or what took its place, or what stands beside
 * it.
 *
 * @returns what ends it
 * @example keepFocusHome() // once, for the whole app
 */
export function keepFocusHome(): () => void {
  let last: Place | null = null
  /** Who had the keyboard when a dialog took it. */
  const openers = new WeakMap<Element, Place>()
  let offSince = 0
  let waiting = false

  function onFocus({ target }: FocusEvent): void {
    if (!(target instanceof Element) || target === document.body) return
    const dialog = target.closest('[role=dialog], [role=alertdialog]')
    if (dialog && last && !openers.has(dialog) && !dialog.contains(last.element)) openers.set(dialog, last)
    last = { element: target, trail: trailOf(target), sheet: target.closest('.sheet') }
    offSince = 0
  }

  function look(): void {
    waiting = false
    if (!last || (document.activeElement && document.activeElement !== document.body)) return
    const { element } = last
    if (element.isConnected && !element.matches(':disabled')) {
      // Off for a moment, as while its answer was on the way. A click on nothing took the keyboard on purpose.
      if (offSince && canHave(element)) element.focus({ preventScroll: true })
      return
    }
    if (element.isConnected) {
      offSince ||= performance.now()
      if (performance.now() - offSince < OFF_MS) return later()
    }
    home(last)?.focus({ preventScroll: true })
  }

  function home(left: Place): HTMLElement | null {
    // Out of a dialog that is gone, and of the one that it was opened from.
    let from = left
    for (let dialog = dialogOf(from); dialog && !dialog.isConnected; dialog = dialogOf(from)) {
      const opener = openers.get(dialog)
      if (!opener) break
      from = opener
    }
    if (from !== left && canHave(from.element)) return from.element
    return stopIn(from.sheet) ?? nearest(from.trail) ?? page()
  }

  function later(): void {
    if (waiting) return
    waiting = true
    requestAnimationFrame(look)
  }

  /** Whether one that still is there was taken out on the way, as when a list is put in order. */
  const wasMoved = (records: MutationRecord[], element: Element) =>
    records.some(({ removedNodes }) => [...removedNodes].some((node) => node.contains(element)))

  const observer = new MutationObserver((records) => {
    const dialog = newDialog(records)
    if (dialog && !dialog.contains(document.activeElement)) beginning(dialog)?.focus({ preventScroll: true })
    if (!last || (document.activeElement && document.activeElement !== document.body)) return
    const { element } = last
    // What is gone gives the keyboard on before the next key: waiting for a frame would lose it.
    if (!element.isConnected) return look()
    if (element.matches(':disabled') || offSince) return later()
    if (wasMoved(records, element) && canHave(element)) element.focus({ preventScroll: true })
  })
  document.addEventListener('focusin', onFocus)
  observer.observe(document.body, { childList: true, subtree: true, attributes: true, attributeFilter: ['disabled'] })
  return () => {
    document.removeEventListener('focusin', onFocus)
    observer.disconnect()
  }
}

/** The dialog that something stands or stood in. */
const dialogOf = ({ element, trail }: Place): Element | undefined =>
  element.closest('[role=dialog], [role=alertdialog]') ??
  trail.find(({ box }) => box.matches('[role=dialog], [role=alertdialog]'))?.box
