declare module '#auth-utils' {
  interface UserSession {
    /** Names the row of the session; whose it is stands there. */
    sessionId?: string
  }
}
export {}
