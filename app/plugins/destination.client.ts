import { isNavigationFailure, NavigationFailureType, type RouteLocationNormalizedLoaded } from 'vue-router'

/** Where the app is on its way to, and else where it is: what fast hands ask for next builds on it. */
export default defineNuxtPlugin(() => {
  const router = useRouter()
  const destination = shallowRef<RouteLocationNormalizedLoaded>(router.currentRoute.value)
  const arrived = () => (destination.value = router.currentRoute.value)
  router.beforeEach((to) => void (destination.value = to as RouteLocationNormalizedLoaded))
  router.afterEach((_to, _from, failure) => {
    // One that was given up for a newer one leaves the newer one's.
    if (!isNavigationFailure(failure, NavigationFailureType.cancelled)) arrived()
  })
  router.onError(arrived)
  return { provide: { destination } }
})
