import type { Plugin } from 'vite'

/** V8's word for a file of which everything is wanted: it is made ready beside the page, not piece by piece in its way. */
const WANTED_AT_ONCE = '//# allFunctionsCalledOnLoad\n'

/** Says of the one script that every page begins with that all of it is wanted. */
export const firstScript = (): Plugin => ({
  name: 'first-script',
  apply: 'build',
  generateBundle: {
    // After whoever puts something before a file.
    order: 'post',
    handler(_, bundle) {
      for (const part of Object.values(bundle))
        if (part.type === 'chunk' && part.isEntry) part.code = WANTED_AT_ONCE + part.code
    },
  },
})
