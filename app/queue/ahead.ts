import { act as actSchema, type Act } from '#core/acts/act'
import { z } from 'zod'
import { localKeys, readLocal, removeLocal, writeLocal } from './local'

/**
 * An act is written down before anything shows it. The browser's database answers a moment later, and a page that is
 * closed in between would lose it; this storage writes at once.
 */
const PREFIX = 'yukata-act '
/** Larger acts are pasted or read from files and can be had again; writing them at once would hold up the page. */
const MOST = 200_000

const written = z.object({ sectionId: z.string(), act: actSchema })

export function writeAhead(personId: string, sectionId: string, act: Act): void {
  const text = JSON.stringify({ sectionId, act })
  if (text.length <= MOST) writeLocal(`${PREFIX}${personId} ${act.id}`, text)
}

export const forgetAhead = (personId: string, actId: string): void => removeLocal(`${PREFIX}${personId} ${actId}`)

/** The acts that were written ahead and are not kept, by id. */
export const idsAhead = (personId: string): string[] =>
  localKeys(`${PREFIX}${personId} `).map((key) => key.slice(key.lastIndexOf(' ') + 1))

/** What a page wrote ahead and did not come to keep, in the order in which it was made. */
export function leftAhead(personId: string): { sectionId: string; act: Act }[] {
  return localKeys(`${PREFIX}${personId} `)
    .flatMap((key) => {
      const parsed = readWritten(readLocal(key))
      if (!parsed) removeLocal(key)
      return parsed ?? []
    })
    .sort((a, b) => (a.act.at < b.act.at ? -1 : 1))
}

function readWritten(text: string | null): z.infer<typeof written> | null {
  try {
    return written.parse(JSON.parse(text ?? 'null'))
  } catch {
    return null
  }
}
