/** Equality of plain data, whatever the order of its keys. @example same({ a: [1] }, { a: [1] }) // true */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false
  if (Array.isArray(a) !== Array.isArray(b)) return false
  const keys = Object.keys(a)
  return (
    keys.length === Object.keys(b).length &&
    keys.every((key) => key in b && same((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key]))
  )
}
