import { usePerson } from '~/stores/person'
import { useSaving } from '~/stores/saving'

/** Every page but the sign-in needs somebody signed in; afterwards they are where they wanted to go. */
export default defineNuxtRouteMiddleware(async (to) => {
  const person = await usePerson().know()
  if (to.path === '/sign-in') return person ? navigateTo('/') : undefined
  if (!person) return navigateTo({ path: '/sign-in', query: to.fullPath === '/' ? {} : { then: to.fullPath } })
  void useSaving().send()
})
