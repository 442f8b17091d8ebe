import { keepDrafts } from '~/composables/useDraft'
import { useNotices } from '~/stores/notices'
import { useSaving } from '~/stores/saving'

/** How long it is waited for what was typed. */
const WAIT_MS = 15_000

/**
 * Keeps what is being typed and waits until the server has it: what is made of everything, as a print or a declaration, never
 * misses the last remark.
 *
 * @param words what is said where something stays unsaved
 */
export function useAllSaved(words: string) {
  const saving = useSaving()
  const notices = useNotices()
  const busy = ref(false)
  /** Answers whether all is saved; else it is said. */
  async function whenSaved(): Promise<boolean> {
    keepDrafts(false)
    busy.value = true
    // Another tab may have made something, or left it.
    if (await saving.recount()) void saving.send()
    await until(() => saving.count).toBe(0, { timeout: WAIT_MS })
    busy.value = false
    if (saving.count === 0) return true
    notices.say(words)
    return false
  }
  return { busy, whenSaved }
}
