declare module '#auth-utils' {
  interface SecureSessionData {
    /** Names the row of the session; whose it is stands there. Scripts of a page never see it. */
    sessionId?: string
  }
}
export {}
