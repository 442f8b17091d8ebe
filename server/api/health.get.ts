import { sql } from 'drizzle-orm'

const PATIENCE_MS = 2000

/** Whether the process lives and what it can do with its records: reached, written to. */
export default route(async (event) => {
  const { driver, db, room } = await dbHandle()
  const reached = await Promise.race([
    db.execute(sql`select 1`).then(
      () => true,
      () => false,
    ),
    new Promise<false>((done) => setTimeout(() => done(false), PATIENCE_MS).unref()),
  ])
  const records = reached ? await room() : 'away'
  if (records !== 'room') setResponseStatus(event, 503)
  return { ok: records === 'room', driver, records }
})
