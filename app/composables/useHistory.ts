import type { Kind } from '#core/kinds'
import { historyResponse, type HistoryEntry } from '#shared/history'

/** What happened to a record, newest first; asked for again when the record changes and is saved. */
export function useHistory(of: () => { kind: Kind; record: string }, changes: () => unknown) {
  const classroom = useClassroom()
  const saving = useSaving()
  const entries = ref<HistoryEntry[]>([])

  const read = useDebounceFn(async () => {
    const asked = of()
    const sectionId = classroom.snapshot?.section.id
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
