import type { LocationQuery, LocationQueryRaw, RouteLocationRaw } from 'vue-router'

interface How {
  /** In place of the present address, which the way back then does not find. */
  replace?: boolean
}

/**
 * Goes to a page of the app. Unlike the framework's own way it also goes while another page is still on its way: what
 * fast hands ask for last is where they arrive.
 *
 * @example goTo({ path: '/bank' })
 */
export function goTo(to: RouteLocationRaw, { replace = false }: How = {}): Promise<unknown> {
  const router = useNuxtApp().$router
  return replace ? router.replace(to) : router.push(to)
}

/** The query of the page that is shown, as it was asked for last: the address itself may not say it yet. */
export function askedQuery(): LocationQuery {
  const { $router, $destination } = useNuxtApp()
  const here = $router.currentRoute.value
  return ($destination.value.path === here.path ? $destination.value : here).query
}

/**
 * Changes the query of the page that is shown. Of two changes in quick succession neither is lost.
 *
 * @example changeQuery({ edit: 'new', like: undefined })
 */
export const changeQuery = (change: LocationQueryRaw, how: How = {}): Promise<unknown> =>
  goTo({ query: { ...askedQuery(), ...change } }, how)

/** The period that the address holds, or was asked to hold last: what links to other pages of a class take along. */
export function usePeriodQuery(): ComputedRef<{ period?: string }> {
  const route = useRoute()
  const { $destination } = useNuxtApp()
  return computed(() => {
    const period = $destination.value.query.period ?? route.query.period
    return period ? { period: String(period) } : {}
  })
}
