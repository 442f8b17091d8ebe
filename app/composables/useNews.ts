import { classAct, type ClassAct } from '#shared/history'

/**
 * Listens to what others do in the open class, for as long as the page is seen: a browser has few connections to give,
 * and what happened meanwhile is told when the page is seen again.
 */
export function useNews(sectionId: () => string | undefined) {
  const classroom = useClassroom()
  const visibility = useDocumentVisibility()
  let source: EventSource | null = null

  function listen(): void {
    source?.close()
    source = null
    const id = sectionId()
    if (!id || visibility.value === 'hidden') return
    const opened = new EventSource(`/api/classes/${id}/news?after=${classroom.seq}`)
    opened.onmessage = ({ data }: MessageEvent<string>) => {
      const parsed = classAct.safeParse(JSON.parse(data))
      if (parsed.success && opened === source) classroom.hear(parsed.data as ClassAct)
    }
    source = opened
  }
  watch([sectionId, visibility], listen, { immediate: true })
  onScopeDispose(() => source?.close())
}
