/**
 * Saves what is being typed before the page turns to anything else (Back and Forward too), or is hidden and perhaps never
 * seen again. The work still finds everything as it was while it was typed.
 *
 * @example useBeforeLeaving(() => controller?.finish())
 */
export function useBeforeLeaving(work: () => void): void {
  // A guard that answers `false` would keep the page: whatever the work returns, it says nothing here.
  onUnmounted(useRouter().beforeResolve(() => void work()))
  onBeforeUnmount(work)
  useEventListener(window, 'pagehide', work)
  useEventListener(document, 'visibilitychange', () => document.visibilityState === 'hidden' && work())
}
