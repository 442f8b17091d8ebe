/** A stream of numbers from 0 to 1 that is the same for the same seed (mulberry32). */
export function seeded(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
}

/** An id in the form of a UUID, from the stream. */
export function seededId(random: () => number): string {
  const digits = Array.from({ length: 32 }, () => Math.floor(random() * 16).toString(16))
  digits[12] = '4'
  digits[16] = '8'
  return [8, 4, 4, 4, 12].reduce((parts, size) => [...parts, digits.splice(0, size).join('')], [] as string[]).join('-')
}
