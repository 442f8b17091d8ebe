/** The browser's small storage, which may be refused or full: what cannot be written is not there, and no fault. */

export function readLocal(key: string): string | null {
  try {
    return localStorage.getItem(key)
  } catch {
    return null
  }
}

export function writeLocal(key: string, text: string): void {
  try {
    localStorage.setItem(key, text)
  } catch {
    // Kept elsewhere, or not at all.
  }
}

export function removeLocal(key: string): void {
  try {
    localStorage.removeItem(key)
  } catch {
    // Nothing was written either.
  }
}

/** The keys that begin so. */
export function localKeys(prefix: string): string[] {
  try {
    return Object.keys(localStorage).filter((key) => key.startsWith(prefix))
  } catch {
    return []
  }
}
