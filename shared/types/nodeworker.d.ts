declare module '*?nodeworker' {
  const url: () => string
  export default url
}

/** The routes that the build found, for the one that answers where there is none. */
declare module '#nitro-internal-virtual/server-handlers' {
  export const handlers: { route?: string; method?: string }[]
}
