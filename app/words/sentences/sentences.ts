import type { Messages } from '#core/message'

/** The sentences of one area: for each code, what its figures make. */
export type Sentences<Area extends string> = {
  [C in keyof Messages as C extends `${Area}.${string}` ? C : never]: (figures: Messages[C]) => string
}
