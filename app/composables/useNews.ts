import { partsOf } from '#core/kind'
import { fullName } from '#core/section'
import { news, knownParameter, type ClassAct } from '#shared/history'
import type { ClassStore } from '~/stores/class'
import { useToday } from '~/stores/today'

/** What somebody else did last in a class that is open, with the way to it. */
export interface LastNews {
  by: string
  what?: string
  to?: { path: string; query: Record<string, string> }
}
export const useLastNews = () => useState<LastNews | null>('last-news', () => null)

/**
 * Listens to what others do in the open classes, for as long as the page is seen: a browser has few connections to give,
 * and what happened meanwhile is told when the page is seen again.
 */
export function useNews(classes: () => readonly ClassStore[]) {
  const visibility = useDocumentVisibility()
  const last = useLastNews()
  let source: EventSource | null = null

  function listen(): void {
    source?.close()
    source = null
    const open = new Map(classes().map((each) => [each.snapshot!.section.id, each]))
    if (open.size === 0 || visibility.value === 'hidden') return
    const known = knownParameter(new Map([...open].map(([id, each]) => [id, each.seq])))
    const opened = new EventSource(`/api/news?${new URLSearchParams({ known })}`)
    opened.onmessage = ({ data }: MessageEvent<string>) => {
      const parsed = news.safeParse(JSON.parse(data))
      const newsIn = parsed.success && opened === source ? open.get(parsed.data.scope) : undefined
      if (newsIn?.receiveNews(parsed.data!.act as ClassAct)) last.value = describe(newsIn, parsed.data!.act as ClassAct)
    }
    // Somebody has come or gone, or the calendar is another: the class is read anew.
    opened.addEventListener('roster', ({ data }: MessageEvent<string>) => {
      const changed = opened === source ? open.get(data) : undefined
      if (!changed) return
      void changed.readAgain()
      void useToday()
        .load()
        .catch(() => {})
    })
    source = opened
  }
  watch(
    [
      () =>
        classes()
          .map((each) => each.snapshot!.section.id)
          .join(' '),
      visibility,
    ],
    listen,
    { immediate: true },
  )
  onScopeDispose(() => {
    source?.close()
    last.value = null
  })
}

function describe(classStore: ClassStore, { by, changes }: ClassAct): LastNews {
  const cell = changes.find((each) => each.kind === 'cell')
  const [studentId, assignmentId] = partsOf(cell?.id ?? '') as [string, string?]
  const { students, section } = classStore.snapshot!
  const student = students.find((each) => each.id === studentId)
  if (!student || !assignmentId) return { by }
  return {
    by,
    what: `${fullName(student)}, ${classStore.get('assignment', assignmentId).name}`,
    to: { path: `/class/${section.id}`, query: { student: studentId, assignment: assignmentId } },
  }
}
