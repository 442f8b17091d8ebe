import type { RouteLocationNormalizedLoaded, RouteLocationRaw } from 'vue-router'

/** The views of a class that a page can be opened from, by the end of their path. */
const VIEWS: Readonly<Record<string, string>> = {
  '': 'the gradebook',
  proficiency: 'Proficiency',
  plan: 'Plan',
  close: 'Close the term',
  assignments: 'the list',
  reports: 'Reports',
  standards: 'the standards',
}
/** Views that select a student by their address. */
const SELECTING = ['', 'proficiency', 'close']

/**
 * The way back from a page below another: to the view that it was opened from, also after a reload or steps from student
 * to student.
 *
 * @param beginning where it leads when the page was opened by its address
 * @param studentId the student whom the view then selects
 * @example useWayBack({ path: classPath }, () => student.id) // { to, words: 'Back to Close the term' }
 */
export function useWayBack(
  beginning: () => { path: string; query?: RouteLocationNormalizedLoaded['query'] },
  studentId: () => string | undefined = () => undefined,
) {
  const router = useRouter()
  const own = router.currentRoute.value.name
  const key = `yukata-way-back ${String(own)}`
  const before: unknown = history.state?.back
  const opener = typeof before === 'string' ? router.resolve(before) : null
  if (!opener) sessionStorage.removeItem(key)
  else if (opener.name !== own) sessionStorage.setItem(key, opener.fullPath)
  const kept = sessionStorage.getItem(key)

  const found = computed(() => router.resolve(kept ?? (beginning() as RouteLocationRaw)))
  const view = computed(() => /^\/class\/[^/]+(?:\/([a-z]+))?$/.exec(found.value.path))
  const words = computed(() => {
    if (found.value.path === '/') return 'Back to Today'
    const name = view.value ? VIEWS[view.value[1] ?? ''] : undefined
    return name ? `Back to ${name}` : 'Back'
  })
  const to = computed<RouteLocationRaw>(() => {
    const { path, query } = found.value
    const selects = view.value && SELECTING.includes(view.value[1] ?? '') && studentId()
    return { path, query: selects ? { ...query, student: studentId() } : query }
  })
  return { to, words }
}
