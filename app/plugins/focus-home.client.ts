import { selectFigures } from '~/focus/fields'
import { keepFocusHome } from '~/focus/home'

/** What closes gives the keyboard back, and a field of one figure is ready to be typed over, on every page. */
export default defineNuxtPlugin(() => {
  keepFocusHome()
  selectFigures()
})
