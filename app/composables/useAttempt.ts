import { ApiProblem } from '~/composables/useApi'

/**
 * Asking the server for something that may not succeed: what is wrong is told in words, and while it goes on it is said.
 *
 * @param failed hears of what did not succeed, once its words are there
 * @example const { problem, busy, attempt } = useAttempt(); await attempt(load) // false where `problem` says why
 */
export function useAttempt(failed: (error: ApiProblem) => void = () => {}) {
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
      failed(error)
      return false
    } finally {
      busy.value = false
    }
  }
  return { problem, busy, attempt }
}
