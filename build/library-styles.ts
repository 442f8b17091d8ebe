import type { Plugin } from 'vite'

const RULES = /@primeuix\/styles\/dist\/[^/]+\/index\.mjs$/

/**
 * Leaves out of the app the rules that the library's components carry with them as text: they are in a style sheet
 * (`app/assets/library.css`), and nobody reads them any more.
 */
export const libraryStyles = (): Plugin => ({
  name: 'library-styles',
  load: (id) => (RULES.test(id) ? "export const style = ''" : null),
})
