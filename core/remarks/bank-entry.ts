/**
 * An entry of a comment bank. In its text stand
 * `{name}`; `{they}`, `{them}`, `{their}`, `{theirs}`, `{themself}` for the student's pronouns; and
 * `{explains|explain}` for a verb after a pronoun, singular first. A capital in a placeholder asks for a capital.
 */
export interface BankEntry {
  id: string
  code: string
  topic: string
  text: string
  starred: boolean
}
