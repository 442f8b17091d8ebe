import { useAllSaved } from '~/composables/useAllSaved'
import { useNotices } from '~/stores/notices'

/** Prints of the server wait until everything typed is there. */
export function usePrinting() {
  const notices = useNotices()
  const { busy, whenSaved } = useAllSaved('Not printed: something is not saved yet. Print again when it says Saved.')

  /** Opens something that the server prints at once, in a page of its own. */
  async function print(path: string): Promise<void> {
    // Opened before anything is waited for: a browser lets no page be opened later.
    const page = window.open('', '_blank')
    if (!page) return notices.say('The browser lets no page open here.')
    if (await whenSaved()) page.location.href = path
    else page.close()
  }
  return { busy, print, whenSaved }
}
