import type { ClassSnapshot } from '#core/section'
import { classResponse } from '#shared/class'
import { ask } from '~/composables/useApi'
import { useAttempt } from '~/composables/useAttempt'
import { useClassStore } from '~/stores/class'

/**
 * The open class as it was at the end of a past day; null until it is read, and where no day is asked for.
 *
 * @example const { past, problem } = useClassAsOf(() => '2026-11-10')
 */
export function useClassAsOf(day: MaybeRefOrGetter<string>) {
  const classStore = useClassStore()
  const past = shallowRef<ClassSnapshot | null>(null)
  const { problem, attempt } = useAttempt()
  watch(
    () => toValue(day),
    async (desired) => {
      past.value = null
      problem.value = ''
      if (!desired) return
      await attempt(async () => {
        const path = `/api/classes/${classStore.snapshot!.section.id}/as-of`
        const found = await ask(path, classResponse, { query: { day: desired } })
        // Another day may have been asked for meanwhile.
        if (desired === toValue(day)) past.value = markRaw(found)
      })
    },
    { immediate: true },
  )
  return { past, problem }
}
