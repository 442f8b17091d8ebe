/** So many others have to have the same words before it is said: two alike are often meant. */
const FEWEST = 2

/**
 * How many others have the same remark, for those who share it with at least two, by their ids. Spaces and capitals make no
 * difference.
 *
 * @example alike(new Map([['a', 'Well done.'], ['b', 'well done.'], ['c', 'Well  done.']])).get('a') // 2
 */
export function alike(remarks: ReadonlyMap<string, string>): Map<string, number> {
  const plain = (text: string) => text.trim().toLocaleLowerCase().replace(/\s+/g, ' ')
  const counts = new Map<string, number>()
  for (const text of remarks.values()) if (plain(text)) counts.set(plain(text), (counts.get(plain(text)) ?? 0) + 1)
  return new Map(
    [...remarks].flatMap(([id, text]) => {
      const others = (counts.get(plain(text)) ?? 0) - 1
      return plain(text) && others >= FEWEST ? [[id, others] as const] : []
    }),
  )
}
