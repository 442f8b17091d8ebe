import { keepFocusHome } from '~/focus/home'

/** What closes gives the keyboard back, on every page. */
export default defineNuxtPlugin(() => void keepFocusHome())
