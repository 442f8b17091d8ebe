import type { Kind } from '#core/kinds'
import { historyResponse, type HistoryEntry } from '#shared/history'
import { useClassStore } from '~/stores/class'
import { useSaving } from '~/stores/saving'
import { ask } from '~/composables/useApi'

/** What happened to a record, newest first; asked for again when the record changes and is saved. */
export function useHistory(of: () => { kind: Kind; record: string }, changes: () => unknown) {
  const classStore = useClassStore()
  const saving = useSaving()
  const entries = ref<HistoryEntry[]>([])

  const read = useDebounceFn(async () => {
    const asked = of()
    const sectionId = classStore.snapshot?.section.id
    if (!sectionId || saving.count > 0) return
    const found = await ask(`/api/classes/${sectionId}/history`, historyResponse, { query: asked }).catch(() => [])
    if (of().record === asked.record) entries.value = found
  }, 250)

  watch(
    () => of().record,
    () => (entries.value = []),
  )
  watch([() => of().record, changes, () => saving.count], () => void read(), { immediate: true })
  return { entries }
}
