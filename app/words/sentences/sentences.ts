import type { Messages } from '#core/message'

/** The sentences of one area: for each code, what its figures make. */
export type Sentences<Area extends string> = {
  [C in keyof Messages as C extends `${Area}.${string}` ? C : never]: (figures: Messages[C]) => string
}

/**
 * The sentence of a code that came from outside: null where this page has none for it, or where its figures are not
 * those that the sentence asks for, as in an answer of another release.
 */
export function told(sentences: object, code: string, figures: object): string | null {
  if (!Object.hasOwn(sentences, code)) return null
  try {
    return (sentences as Record<string, (figures: object) => string>)[code]!(figures)
  } catch {
    return null
  }
}
