import { bringLater } from '~/composables/later'
import { whenFirstStands } from '~/composables/whenIdle'

/** What the first page shows only when it is asked comes as soon as that page stands. */
export default defineNuxtPlugin(() => {
  void whenFirstStands()
    .then(bringLater)
    .catch(() => {})
})
