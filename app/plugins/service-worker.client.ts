import { whenFirstStands } from '~/composables/whenIdle'

/** The app itself comes up without the network. */
export default defineNuxtPlugin(() => {
  if (import.meta.dev || !('serviceWorker' in navigator)) return
  void whenFirstStands()
    .then(() => navigator.serviceWorker.register('/sw.js'))
    .catch(() => {})
})
