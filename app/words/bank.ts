import { asksForSomething } from '#core/remarks/suits'
import type { Suits } from '#core/remarks/bank-entry'

const range = (words: string, from: string | null, to: string | null): string[] => {
  if (from !== null && to !== null) return [`${words} ${from} to ${to}`]
  if (from !== null) return [`${words} from ${from}`]
  return to === null ? [] : [`${words} up to ${to}`]
}

/** Whom an entry suits, in words. @example suitsWords({ ...anybody, percentTo: '79' }) // 'grades up to 79' */
export const suitsWords = (suits: Suits): string =>
  asksForSomething(suits)
    ? [
        ...range('grades', suits.percentFrom, suits.percentTo),
        ...range('levels', suits.levelFrom, suits.levelTo),
        ...(suits.missing ? ['missing work'] : []),
      ].join(', ')
    : ''

/** Students whom an entry is tried on: one for each way of speaking of somebody. */
export const triedOn = [
  { words: 'she', givenName: 'Rosalind', familyName: 'Achterberg', pronouns: 'she' },
  { words: 'he', givenName: 'Dawit', familyName: 'Bekele', pronouns: 'he' },
  { words: 'they', givenName: 'Anya', familyName: 'Dubrovnik', pronouns: 'they' },
  { words: 'by name', givenName: 'Naledi', familyName: 'Mbeki', pronouns: null },
] as const
