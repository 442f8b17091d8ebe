import { SHAPE } from '../../core/kinds'
import type { OpenClass } from '../../shared/class'
import type { Db } from '../database/client'
import { sourcesOf } from './exchange/intake'
import { cellsOutOfSync } from './exchange/out-of-sync'
import { lastSeq } from './history'
import { loadSnapshot } from './snapshot'

/**
 * A class as a teacher opens it: whole, with what the district lacks. The number of the last act is read first, so that
 * news from there on never skips one; hearing one twice is harmless.
 */
export async function openClass(db: Db, sectionId: string): Promise<OpenClass> {
  const seq = await lastSeq(db, sectionId)
  const snapshot = await loadSnapshot(db, sectionId)
  return {
    ...snapshot,
    seq,
    shape: SHAPE,
    outOfSync: await cellsOutOfSync(db, snapshot),
    sources: await sourcesOf(db, sectionId),
  }
}
