import type { BlockName, Language } from '#core/report-card/layout'

export const blockWords: Readonly<Record<BlockName, string>> = {
  grade: 'Grade',
  parts: 'What the grade is made of',
  levels: 'Levels by standard',
  habits: 'Learning habits',
  remark: 'Remark',
  legend: 'What the levels mean',
  signatures: 'Signature lines',
}

/** Each in itself, as its readers look for it. */
export const languageWords: Readonly<Record<Language, string>> = { en: 'English', es: 'Español', fr: 'Français' }
