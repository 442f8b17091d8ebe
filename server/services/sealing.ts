import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from 'node:crypto'

/**
 * Seals what is to be kept and not read: AES-256 in Galois/Counter Mode (NIST SP 800-38D), under a key that is derived
 * from the installation's own (HKDF, RFC 5869). Whoever has the database alone has nothing.
 */
const PURPOSE = 'yukata connections'
const IV_BYTES = 12
const TAG_BYTES = 16

const keyOf = (password: string) => Buffer.from(hkdfSync('sha256', password, '', PURPOSE, 32))

/** @example unseal(seal('secret', password), password) // 'secret' */
export function seal(text: string, password: string): string {
  const iv = randomBytes(IV_BYTES)
  const cipher = createCipheriv('aes-256-gcm', keyOf(password), iv)
  const sealed = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()])
  return Buffer.concat([iv, cipher.getAuthTag(), sealed]).toString('base64')
}

/** What was sealed; null where it was not by this key, or is not whole. */
export function unseal(sealed: string, password: string): string | null {
  const bytes = Buffer.from(sealed, 'base64')
  if (bytes.length < IV_BYTES + TAG_BYTES) return null
  const decipher = createDecipheriv('aes-256-gcm', keyOf(password), bytes.subarray(0, IV_BYTES), {
    authTagLength: TAG_BYTES,
  })
  decipher.setAuthTag(bytes.subarray(IV_BYTES, IV_BYTES + TAG_BYTES))
  try {
    return Buffer.concat([decipher.update(bytes.subarray(IV_BYTES + TAG_BYTES)), decipher.final()]).toString('utf8')
  } catch {
    return null
  }
}
