import { bringLaterOnceItStands } from '~/composables/later'

/** What the first page shows only when it is asked comes as soon as that page stands. */
export default defineNuxtPlugin(() => void bringLaterOnceItStands().catch(() => {}))
