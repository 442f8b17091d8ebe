import { useNotices } from '~/stores/notices'
import { useSaving } from '~/stores/saving'
import { keepDrafts } from '~/composables/useDraft'

/** How long a print waits for what was typed to be saved. */
const WAIT_MS = 15_000

/**
 * Opens something that the server prints, in a page of its own, once everything typed is there: the last remark is never
 * missing from the card.
 */
export function usePrinting() {
  const saving = useSaving()
  const notices = useNotices()
  const busy = ref(false)

  async function print(path: string): Promise<void> {
    keepDrafts(false)
    // Opened at once: a browser lets no page be opened later.
    const page = window.open('', '_blank')
    busy.value = true
    await until(() => saving.count).toBe(0, { timeout: WAIT_MS })
    busy.value = false
    if (saving.count === 0 && page) page.location.href = path
    else {
      page?.close()
      notices.say(
        saving.count
          ? 'Not printed: something is not saved yet. Print again when it says Saved.'
          : 'The browser lets no page open here.',
      )
    }
  }
  return { busy, print }
}
