/** The app itself comes up without the network. */
export default defineNuxtPlugin(() => {
  if (import.meta.dev || !('serviceWorker' in navigator)) return
  onNuxtReady(() => void navigator.serviceWorker.register('/sw.js').catch(() => {}))
})
