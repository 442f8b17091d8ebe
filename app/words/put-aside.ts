import type { PutAside } from '~/queue/database'
import { say } from './say'
import { sayProblem } from './sentences/problems'

/** Why something that was done here was not taken there. */
export function sayWhy({ code, reason, words }: PutAside['why']): string {
  if (words) return words
  if (reason) return say(reason)
  return code === 'conflict' ? 'Somebody changed the same thing meanwhile. Theirs stands.' : sayProblem(code, {})
}
