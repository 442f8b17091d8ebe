export const pronounSets = ['she', 'he', 'they'] as const
export type Pronouns = (typeof pronounSets)[number]

/** The forms of a set of pronouns, and whether a verb after the subject is plural. */
export interface PronounForms {
  subject: string
  object: string
  possessive: string
  possessivePronoun: string
  reflexive: string
  plural: boolean
}

export const forms: Record<Pronouns, PronounForms> = {
  she: {
    subject: 'she',
    object: 'her',
    possessive: 'her',
    possessivePronoun: 'hers',
    reflexive: 'herself',
    plural: false,
  },
  he: {
    subject: 'he',
    object: 'him',
    possessive: 'his',
    possessivePronoun: 'his',
    reflexive: 'himself',
    plural: false,
  },
  they: {
    subject: 'they',
    object: 'them',
    possessive: 'their',
    possessivePronoun: 'theirs',
    reflexive: 'themself',
    plural: true,
  },
}

/** The forms for a student whose pronouns nobody has said: the name, wherever a pronoun would stand. */
export function nameForms(name: string): PronounForms {
  return {
    subject: name,
    object: name,
    possessive: `${name}'s`,
    possessivePronoun: `${name}'s`,
    reflexive: name,
    plural: false,
  }
}

/**
 * Reads pronouns as rosters write them: `she`, `She/Her`, `he/him/his`, `they/them`.
 *
 * @returns null for anything else: the student is then called by name
 * @example readPronouns('they/them') // 'they'
 */
export function readPronouns(text: string | null | undefined): Pronouns | null {
  const subject = (text ?? '').toLowerCase().split('/')[0]!.trim()
  return pronounSets.find((set) => set === subject) ?? null
}
