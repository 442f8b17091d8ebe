/** The part of the hyphen package that is used; it ships no types for its languages. */
declare module 'hyphen/en-us' {
  const language: {
    hyphenateSync(text: string, options?: { hyphenChar?: string; minWordLength?: number }): string
  }
  export default language
}
