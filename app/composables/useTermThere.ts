import { startedRun } from '#shared/roster-runs'
import { termResponse, type TermThere } from '#shared/exchange'
import { ask } from '~/composables/useApi'
import { useAttempt } from '~/composables/useAttempt'
import { goTo } from '~/composables/useGoTo'
import { useClassStore } from '~/stores/class'

/** What the SIS holds of the period looked at, and how it is removed there. */
export function useTermThere() {
  const classStore = useClassStore()
  const there = shallowRef<TermThere | null>(null)
  const { problem, attempt } = useAttempt()
  const path = () => `/api/classes/${classStore.snapshot!.section.id}`

  async function look(): Promise<void> {
    there.value = null
    const period = classStore.periodId
    if (!period) return
    await attempt(async () => {
      const found = await ask(`${path()}/term`, termResponse, { query: { period } })
      if (classStore.periodId === period) there.value = found
    })
  }

  /** Compares first: what would be removed is shown, and nothing is removed until it is sent. */
  const remove = () =>
    attempt(async () => {
      const body = { periodId: classStore.periodId! }
      const { runId } = await ask(`${path()}/remove-term`, startedRun, { method: 'POST', body })
      await goTo({ path: `/exchange/${classStore.snapshot!.section.id}`, query: { run: runId } })
    })

  return { there, problem, look, remove }
}
