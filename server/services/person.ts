/** Whoever asks, once they have signed in. */
export interface Person {
  id: string
  role: 'teacher' | 'registrar'
  sourcedId: string | null
}
