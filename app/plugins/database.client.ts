import { openEarly } from '~/queue/database'

/** The browser's database takes its time to open, and the first page asks it for what waits. */
export default defineNuxtPlugin({
  name: 'database',
  enforce: 'pre',
  // One that never answers keeps nobody waiting here.
  setup: () => void openEarly().catch(() => {}),
})
