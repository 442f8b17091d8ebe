import { z } from 'zod'

/**
 * What is being typed in a cell, in the tab's own storage: it outlives a crash and a reload of this tab, and no other tab
 * takes it for its own.
 */
const KEY = 'yukata-half-typed'

const halfTyped = z.object({
  personId: z.string(),
  sectionId: z.string(),
  kind: z.string(),
  id: z.string(),
  text: z.string(),
})
export type HalfTyped = z.infer<typeof halfTyped>

/** Remembers what is being typed; null forgets it. */
export function rememberHalfTyped(entry: HalfTyped | null): void {
  try {
    if (entry) sessionStorage.setItem(KEY, JSON.stringify(entry))
    else sessionStorage.removeItem(KEY)
  } catch {
    // A browser that refuses storage says so where acts are saved.
  }
}

/** What this tab was typing when its page went, if anything; it is forgotten with that. */
export function takeHalfTyped(): HalfTyped | null {
  try {
    const parsed = halfTyped.safeParse(JSON.parse(sessionStorage.getItem(KEY) ?? 'null'))
    sessionStorage.removeItem(KEY)
    return parsed.success && parsed.data.text.trim() ? parsed.data : null
  } catch {
    return null
  }
}
