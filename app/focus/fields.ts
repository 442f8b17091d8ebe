/** Fields of one figure, which is typed anew more often than it is mended. A sheet's own editor is not among them. */
const FIGURES = 'input[inputmode=decimal], input[inputmode=numeric], input.figure'

/**
 * A click that brings the keyboard to a field of one figure selects what is in it, as Tab does: what is typed next takes
 * its place. A second click sets the cursor.
 *
 * @returns what ends it
 * @example selectFigures() // once, for the whole app
 */
export function selectFigures(): () => void {
  let pressed: HTMLInputElement | null = null
  const fieldOf = ({ target }: Event) => {
    const field = target instanceof Element ? target.closest<HTMLInputElement>(FIGURES) : null
    return field && !field.closest('.sheet') ? field : null
  }
  const onPress = (event: Event) => {
    const field = fieldOf(event)
    pressed = field && field !== document.activeElement ? field : null
  }
  const onClick = (event: Event) => {
    const field = fieldOf(event)
    // What was dragged over is what was meant.
    if (field && field === pressed && field.selectionStart === field.selectionEnd) field.select()
    pressed = null
  }
  document.addEventListener('pointerdown', onPress, true)
  document.addEventListener('click', onClick, true)
  return () => {
    document.removeEventListener('pointerdown', onPress, true)
    document.removeEventListener('click', onClick, true)
  }
}
