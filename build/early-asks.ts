/**
 * Runs in the head of every page, before any of the app has come: sets the scheme, says which page's shape to show, and
 * asks at once for what the page of this address is about to need. `app/composables/early.ts` takes the answers.
 *
 * Whoever signed out without the network has a session until the server hears of it: for them nothing is asked. A browser
 * that refuses storage is asked no more than it gives.
 *
 * It is the source of an inline script, so that it waits for no file. Zod is told not to try whether code may be made from
 * text: the content policy forbids it, and the refusal has the engine parse the whole app a second time.
 */
export const earlyAsks = `{
  const kept = (name) => { try { return localStorage.getItem(name) } catch { return null } }
  const scheme = kept('vueuse-color-scheme') ?? 'auto'
  if (scheme === 'dark' || (scheme === 'auto' && matchMedia('(prefers-color-scheme: dark)').matches))
    document.documentElement.classList.add('dark')
  document.documentElement.dataset.at = location.pathname.split('/')[1]
  globalThis.__zod_globalConfig = { jitless: true }
  const ofClass = /^\\/class\\/[^/]+/.exec(location.pathname)
  const wanted = ['/api/person', ...(ofClass ? ['/api/classes/' + ofClass[0].slice(7)] : [])]
  const paths = kept('yukata-leaving') ? [] : wanted
  const answers = paths.map((path) => [path, fetch(path).catch(() => null)])
  window.yukataEarly = { at: Date.now(), answers: Object.fromEntries(answers) }
}`
