/** How many frames a thing just made may take to appear. */
const FRAMES = 60
const FIELD = 'input:not([type=checkbox]):not([type=radio])'
const CONTROL = 'button, a[href]'

/**
 * Moves the keyboard to something just made, as soon as it is on the page and its dialog is gone: to its name, selected,
 * or else to what its last cell can do. Does nothing if it doesn't appear, as where a filter hides it.
 *
 * @param id what the row says in `data-made`
 * @example focusMade(category.id) // the new category's name is selected, and typing replaces it
 */
export function focusMade(id: string, frames = FRAMES): void {
  requestAnimationFrame(() => {
    const row = document.querySelector(`[data-made="${CSS.escape(id)}"]`)
    if (!row || document.querySelector('[role=dialog][aria-modal=true]')) {
      if (frames > 0) focusMade(id, frames - 1)
      return
    }
    const control = row.querySelector<HTMLElement>(FIELD) ?? row.lastElementChild?.querySelector<HTMLElement>(CONTROL)
    row.scrollIntoView({ block: 'nearest' })
    control?.focus({ preventScroll: true })
    if (control instanceof HTMLInputElement) control.select()
  })
}
