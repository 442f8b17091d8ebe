import type { BankEntry } from './bank-entry'
import type { Student } from '../section'
import { forms, nameForms } from './pronouns'

/** A piece of a resolved entry; `from` is the placeholder it came from. */
export interface Piece {
  text: string
  from?: string
}

const PLACEHOLDER = /\{([^{}]*)\}/g

/**
 * Writes an entry for one student, in pieces, so that a screen can show what was filled in.
 *
 * @example resolvePieces('{name} shows {their} work.', student) // [{ text: 'Inés', from: '{name}' }, …]
 */
export function resolvePieces(text: string, student: Pick<Student, 'givenName' | 'familyName' | 'pronouns'>): Piece[] {
  const pieces: Piece[] = []
  let at = 0
  /** A verb agrees with what stands before it: the name takes the singular, whatever the pronouns. */
  let isAfterName = false
  for (const found of text.matchAll(PLACEHOLDER)) {
    if (found.index > at) pieces.push({ text: text.slice(at, found.index) })
    const inside = found[1]!.toLowerCase()
    if (inside === 'name') isAfterName = true
    else if (inside === 'they') isAfterName = false
    const filled = fill(found[1]!, student, isAfterName)
    pieces.push(filled === null ? { text: found[0] } : { text: filled, from: found[0] })
    at = found.index + found[0].length
  }
  if (at < text.length) pieces.push({ text: text.slice(at) })
  return pieces
}

/**
 * Writes an entry for one student. What is no placeholder stays as it is.
 *
 * @example resolve('{They} {is|are} ready.', student) // 'They are ready.'
 */
export function resolve(text: string, student: Pick<Student, 'givenName' | 'familyName' | 'pronouns'>): string {
  return resolvePieces(text, student)
    .map((piece) => piece.text)
    .join('')
}

/** Adds an inserted entry to what is written already, joined by a space or a new line. */
export function joined(written: string, inserted: string, by: ' ' | '\n' = ' '): string {
  return written.trim() === '' ? inserted : `${written.trimEnd()}${by}${inserted}`
}

/** Whether the entry stands in a text already, as it reads for the student. */
export const isIn = (written: string, text: string, student: Parameters<typeof resolve>[1]): boolean =>
  written.includes(resolve(text, student).trim())

/**
 * Returns the entry whose code a word is, in either case. Where the district and the teacher have the same code, it is the
 * teacher's.
 *
 * @example entryOf(bank, 'g04')?.code // 'G04'
 */
export function entryOf(bank: readonly BankEntry[], word: string): BankEntry | undefined {
  const found = bank.filter(({ code }) => code.toLowerCase() === word.trim().toLowerCase())
  return found.find(({ owner }) => owner === 'mine') ?? found[0]
}

/**
 * The entries that fit a search: every word typed is in the text, the topic or the code. Starred ones come first, then
 * those that suit.
 */
export function searchBank(
  bank: readonly BankEntry[],
  typed: string,
  suits: (entry: BankEntry) => boolean = () => false,
): BankEntry[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean)
  const fits = ({ code, topic, text }: BankEntry) => {
    const hay = `${code} ${topic} ${text}`.toLowerCase()
    return words.every((word) => hay.includes(word))
  }
  const found = bank.filter(fits).map((entry) => ({ entry, suits: suits(entry) }))
  return found
    .sort(
      (a, b) =>
        Number(b.entry.starred) - Number(a.entry.starred) ||
        Number(b.suits) - Number(a.suits) ||
        a.entry.code.localeCompare(b.entry.code),
    )
    .map(({ entry }) => entry)
}

function fill(
  inside: string,
  student: Pick<Student, 'givenName' | 'familyName' | 'pronouns'>,
  isAfterName: boolean,
): string | null {
  const name = student.givenName || student.familyName
  const set = student.pronouns ? forms[student.pronouns] : nameForms(name)
  const [singular, plural, ...rest] = inside.split('|')
  if (plural !== undefined && rest.length === 0) return set.plural && !isAfterName ? plural : singular!
  const filled = {
    name,
    they: set.subject,
    them: set.object,
    their: set.possessive,
    theirs: set.possessivePronoun,
    themself: set.reflexive,
  }[inside.toLowerCase()]
  if (filled === undefined) return null
  return /^[A-Z]/.test(inside) ? filled[0]!.toUpperCase() + filled.slice(1) : filled
}
