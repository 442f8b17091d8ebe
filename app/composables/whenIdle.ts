/** When the browser has nothing else to do, or has had much to do for three seconds. */
export const whenIdle = (): Promise<unknown> =>
  new Promise((done) => {
    // Not every browser says when it has nothing to do.
    if ('requestIdleCallback' in window) window.requestIdleCallback(done, { timeout: 3000 })
    else setTimeout(done, 500)
  })

/** When what there is has been painted and the browser has nothing else to do; in a page that nobody sees, never. */
export const whenPainted = (): Promise<unknown> =>
  new Promise<unknown>((done) => requestAnimationFrame(done)).then(whenIdle)

/** When the first page of this visit stands, is painted and leaves time for what is not on it. */
export const whenFirstStands = (): Promise<unknown> =>
  new Promise<void>((done) => useNuxtApp().hooks.hookOnce('page:finish', () => done())).then(whenPainted)
