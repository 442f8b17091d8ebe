import { sqlState } from './faults'

/** A fault at the start whose message is the sentence that a person needs. */
export class StartFault extends Error {}

/** What a fault at the start comes from, in one sentence that says what to do. */
const SENTENCES: Readonly<Record<string, string>> = {
  ECONNREFUSED: 'The database server of DATABASE_URL does not answer. Start it, or correct the address.',
  ENOTFOUND: 'The database server of DATABASE_URL is not known. Correct the address.',
  EAI_AGAIN: 'The database server of DATABASE_URL is not known just now. Check the network, or correct the address.',
  ETIMEDOUT: 'The database server of DATABASE_URL does not answer. Check the network, or correct the address.',
  ENOSPC: 'The disk of the records is full. Make room on it, then start again.',
  EROFS: 'The disk of the records is read-only. Choose another folder by NUXT_DATA_DIR.',
  EACCES:
    'The folder of the records may not be read or written. Give the right to it, or choose another by NUXT_DATA_DIR.',
  '28P01': 'The database server does not accept the name and password of DATABASE_URL. Correct them.',
  '28000': 'The database server does not let the user of DATABASE_URL in. Ask whoever runs it.',
  '3D000': 'The database of DATABASE_URL does not exist. Create it, then start again.',
  '42501': 'The user of DATABASE_URL may not create tables there. Grant it that right.',
  '42P01': 'The records are of an older release, or empty. Start the product once, then try again.',
  '53100': 'The disk of the database is full. Make room on it, then start again.',
  '53300': 'The database server has no connection left. Raise its max_connections, or stop what holds them.',
}

/**
 * Says in one sentence for a person why something could not start, and what to do.
 *
 * @example sentenceOf(wrongPassword) // 'The database server does not accept the name and password of DATABASE_URL. …'
 */
export function sentenceOf(error: unknown): string {
  if (error instanceof StartFault) return error.message
  const state = sqlState(error)
  if (state && SENTENCES[state]) return SENTENCES[state]
  for (let each = error, depth = 0; each instanceof Error && depth < 8; each = each.cause, depth++) {
    const { code } = each as NodeJS.ErrnoException
    if (code === 'EADDRINUSE') return `Port ${portOf(each)} is taken. Stop what uses it, or choose another by PORT.`
    if (code && SENTENCES[code]) return SENTENCES[code]
  }
  return `The records could not be opened: ${error instanceof Error ? error.message : String(error)}`
}

const portOf = (error: Error) => (error as { port?: number }).port ?? ''
