/** What a database that stumbles may mean for a save: it can be tried again later, or the fault is ours. */

const AWAY = new Set(['ECONNREFUSED', 'ECONNRESET', 'ENOTFOUND', 'EPIPE', 'ETIMEDOUT', 'EAI_AGAIN', 'EROFS', 'ENOSPC'])
/** Classes of SQLSTATE (PostgreSQL, appendix A): connection, resources, the operator, the system; and a rolled-back race. */
const AWAY_CLASSES = new Set(['08', '53', '57', '58', '40'])
const READ_ONLY = '25006'
/** What the drivers say without a code. */
const AWAY_WORDS = /connection (terminated|timeout)|timeout exceeded|is closed|client has encountered|Connection ended/i

/** The codes of an error and of those that it was caused by. */
function* causes(error: unknown): Generator<{ code?: unknown; message: string }> {
  for (let each = error, depth = 0; each instanceof Error && depth < 8; each = each.cause, depth++)
    yield each as Error & { code?: unknown }
}

/** The SQLSTATE of a fault, where the database gave one. @example sqlState(error) // '22021' */
export function sqlState(error: unknown): string | null {
  for (const { code } of causes(error))
    if (typeof code === 'string' && /^[0-9A-Z]{5}$/.test(code) && !AWAY.has(code)) return code
  return null
}

/** Whether the records cannot be reached or written just now, through no fault of what was asked. */
export function isAway(error: unknown): boolean {
  const state = sqlState(error)
  if (state !== null && (AWAY_CLASSES.has(state.slice(0, 2)) || state === READ_ONLY)) return true
  for (const { code, message } of causes(error))
    if ((typeof code === 'string' && AWAY.has(code)) || AWAY_WORDS.test(message)) return true
  return false
}

/** Whether what was asked can never be kept as it is: a value out of the database's range. */
export const isOutOfRange = (error: unknown): boolean => sqlState(error)?.startsWith('22') ?? false
