import type { RouteLocationRaw } from 'vue-router'

/**
 * Goes to a page of the app. Unlike the framework's own way it also goes while another page is still on its way: what
 * fast hands ask for last is where they arrive.
 *
 * @example goTo({ query: { period } })
 */
export function goTo(to: RouteLocationRaw, { replace = false } = {}): Promise<unknown> {
  const router = useNuxtApp().$router
  return replace ? router.replace(to) : router.push(to)
}
