import { ApiProblem } from '~/composables/useApi'

/**
 * Asking the server for something that may not succeed: what is wrong is told in words, and while it goes on it is said.
 *
 * @example const { problem, busy, attempt } = useAttempt(); await attempt(load) // false where `problem` says why
 */
export function useAttempt() {
  const problem = ref('')
  const busy = ref(false)

  /** Does it. Answers whether it succeeded. @throws what is no word of the server's */
  async function attempt(work: () => Promise<unknown>): Promise<boolean> {
    problem.value = ''
    busy.value = true
    try {
      await work()
      return true
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      problem.value = error.message
      return false
    } finally {
      busy.value = false
    }
  }
  return { problem, busy, attempt }
}
