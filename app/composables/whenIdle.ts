/** When the browser has nothing else to do, or has had much to do for three seconds. */
export const whenIdle = (): Promise<unknown> =>
  new Promise((done) => {
    // Not every browser says when it has nothing to do.
    if ('requestIdleCallback' in window) window.requestIdleCallback(done, { timeout: 3000 })
    else setTimeout(done, 500)
  })

const nextFrame = () => new Promise<unknown>((done) => requestAnimationFrame(done))

/**
 * When what there is has been painted and the browser has nothing else to do; in a page that nobody sees, never. A frame
 * begins before it is painted: at the beginning of the second one the first has been.
 */
export const whenPainted = (): Promise<unknown> => nextFrame().then(nextFrame).then(whenIdle)

/** When the first page of this visit stands, is painted and leaves time for more. It has to be asked before that. */
export const whenFirstStands = (): Promise<unknown> =>
  new Promise<void>((done) => useNuxtApp().hooks.hookOnce('page:finish', () => done())).then(whenPainted)
