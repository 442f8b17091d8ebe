/** The part of the hyphen package that is used; it ships no types. */
declare module 'hyphen' {
  export default function createHyphenator(
    patterns: unknown,
    options?: { hyphenChar?: string; minWordLength?: number },
  ): (text: string) => string
}
declare module 'hyphen/patterns/en-us.js' {
  const patterns: unknown
  export default patterns
}
