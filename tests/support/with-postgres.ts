import { hasPostgres, startPostgres } from '../../scripts/postgres.mjs'

/** Gives the browser tests a PostgreSQL server, unless there is one already or none can be had. */
export default async function withPostgres(): Promise<(() => void) | undefined> {
  if (process.env.TEST_DATABASE_URL || !hasPostgres()) return undefined
  const { url, stop } = await startPostgres()
  process.env.TEST_DATABASE_URL = url
  return stop
}
