/** Forms that follow no rule: with a singular subject, with a plural one. */
const irregular: Readonly<Record<string, string>> = {
  is: 'are',
  was: 'were',
  has: 'have',
  does: 'do',
  goes: 'go',
}
/** Verbs that are the same whoever does it. */
const modals = ['can', 'could', 'may', 'might', 'must', 'shall', 'should', 'will', 'would', 'had', 'did', 'won', 'shan']

/**
 * The form of a verb after a plural subject, from the one after a singular subject; null for what is no such form.
 *
 * @example agreeing('explains') // 'explain'
 * @example agreeing("doesn't") // "don't"
 */
export function agreeing(singular: string): string | null {
  const [, verb = '', not = ''] = /^([\p{L}]+?)(n['’]t)?$/u.exec(singular) ?? []
  const base = verb.toLowerCase()
  if (modals.includes(base) || (not !== '' && modals.includes(`${base}n`))) return singular
  const known = irregular[base]
  if (known) return known + not
  if (not) return null
  if (/[^aeiou]ies$/.test(base)) return `${verb.slice(0, -3)}y`
  if (/(ch|sh|ss|x|zz)es$/.test(base)) return verb.slice(0, -2)
  if (/[^su]s$/.test(base) && base.length > 3) return verb.slice(0, -1)
  return null
}

const known = ['name', 'they', 'them', 'their', 'theirs', 'themself']

/**
 * Completes verbs that are given in one form: `{explains}` becomes `{explains|explain}`. What is no verb stays as it is.
 *
 * @example withAgreement('{They} {tries} hard.') // '{They} {tries|try} hard.'
 */
export const withAgreement = (text: string): string =>
  text.replace(/\{([^{}|]+)\}/g, (whole, word: string) => {
    const plural = known.includes(word.toLowerCase()) ? null : agreeing(word)
    return plural === null ? whole : `{${word}|${plural}}`
  })
