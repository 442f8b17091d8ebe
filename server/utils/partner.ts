import { OneRosterClient } from '../services/oneroster-client'
import { Problem } from '../services/problem'

let client: OneRosterClient | undefined

/** The district's system, as the set-up names it. */
export function useSis(): OneRosterClient {
  const { sis } = useRuntimeConfig()
  if (!sis.url) throw new Problem(503, 'no-partner')
  return (client ??= new OneRosterClient(sis))
}
