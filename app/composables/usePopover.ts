/**
 * A box that opens under its button: Escape closes it and gives the keyboard back to the cell of the sheet that had it,
 * or to the button; a click elsewhere closes it too.
 *
 * @param box the box with its button
 */
export function usePopover(box: Readonly<Ref<HTMLElement | null>>) {
  const open = ref(false)
  onClickOutside(box, () => (open.value = false))
  function escape(event: KeyboardEvent): void {
    if (!open.value) return
    event.stopPropagation()
    open.value = false
    const cell = document.querySelector<HTMLElement>('.sheet [role=gridcell][tabindex="0"]')
    ;(cell ?? box.value?.querySelector<HTMLElement>('[aria-expanded]'))?.focus({ preventScroll: true })
  }
  return { open, escape }
}
