import type { Student } from '../section'
import { joined, resolve } from './bank'
import type { Statement } from './statement'

/**
 * What the card says of a student: the statement for the class, resolved, and the personal part, where the statement says
 * that it stands. The personal part is never changed by it.
 *
 * @example onCard('She asks.', { text: 'We built a delta.', stands: 'before' }, ann) // 'We built a delta. She asks.'
 */
export function onCard(
  personal: string,
  { text, stands }: Readonly<Statement>,
  student: Pick<Student, 'givenName' | 'familyName' | 'pronouns'>,
): string {
  const said = resolve(text, student).trim()
  if (!said) return personal
  if (stands === 'where empty') return personal.trim() ? personal : said
  return stands === 'before' ? joined(said, personal.trimStart()).trimEnd() : joined(personal, said)
}
