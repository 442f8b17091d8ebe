import type { ComposedCard } from '../core/report-card/compose'
import type { Language } from '../core/report-card/layout'
import type { GradePart, WhyNone } from '../core/families/grade-part'
import type { ProficiencyScale } from '../core/scales/proficiency'

/** The fixed words of a card in one language. What teachers wrote, and names, stay as they are. */
export interface CardWords {
  card: string
  madeOf: string
  ofHundred: (weight: string) => string
  standards: string
  habits: string
  noLevels: string
  remark: string
  noRemark: string
  legend: string
  noGrade: string
  incomplete: (day: string) => string
  before: (grade: string) => string
  given: (computed: string) => string
  notEnough: string
  teacher: string
  declared: string
  notDeclared: string
  printed: (day: string) => string
  continued: (name: string) => string
  to: (first: string, last: string) => string
  why: Record<WhyNone, string>
}

export const cardWords: Record<Language, CardWords> = {
  en: {
    card: 'Report card',
    madeOf: 'Made of',
    ofHundred: (weight) => `${weight} of 100`,
    standards: 'Standards',
    habits: 'Learning habits',
    noLevels: 'No levels yet',
    remark: 'Remark',
    noRemark: 'No remark.',
    legend: 'What the levels mean',
    noGrade: 'No grade yet',
    incomplete: (day) => `Incomplete, to be made good by ${day}`,
    before: (grade) => `${grade} before the points of the course level`,
    given: (computed) => `Given by the teacher; the scores come to ${computed}`,
    notEnough: 'not enough evidence',
    teacher: 'Teacher',
    declared: 'Declared complete',
    notDeclared: 'Not yet declared',
    printed: (day) => `Printed ${day}`,
    continued: (name) => `${name}, continued`,
    to: (first, last) => `${first} to ${last}`,
    why: {
      'no grade yet': 'no grade yet',
      'no scores': 'no scores yet',
      'only score is dropped': 'its only score is dropped',
      'all scores are dropped': 'all its scores are dropped',
      'only extra points': 'only extra points, out of nothing possible',
    },
  },
  es: {
    card: 'Boletín de calificaciones',
    madeOf: 'Se compone de',
    ofHundred: (weight) => `${weight} de 100`,
    standards: 'Estándares',
    habits: 'Hábitos de aprendizaje',
    noLevels: 'Todavía sin niveles',
    remark: 'Comentario',
    noRemark: 'Sin comentario.',
    legend: 'Qué significan los niveles',
    noGrade: 'Todavía sin calificación',
    incomplete: (day) => `Incompleta, por completar hasta el ${day}`,
    before: (grade) => `${grade} antes de los puntos por el nivel del curso`,
    given: (computed) => `Puesta por el docente; los resultados dan ${computed}`,
    notEnough: 'evidencia insuficiente',
    teacher: 'Docente',
    declared: 'Declarado completo',
    notDeclared: 'Aún no declarado',
    printed: (day) => `Impreso el ${day}`,
    continued: (name) => `${name}, continuación`,
    to: (first, last) => `del ${first} al ${last}`,
    why: {
      'no grade yet': 'todavía sin calificación',
      'no scores': 'todavía sin resultados',
      'only score is dropped': 'su único resultado no cuenta',
      'all scores are dropped': 'ninguno de sus resultados cuenta',
      'only extra points': 'solo puntos adicionales',
    },
  },
  fr: {
    card: 'Bulletin scolaire',
    madeOf: 'Composée de',
    ofHundred: (weight) => `${weight} sur 100`,
    standards: 'Compétences',
    habits: 'Habitudes de travail',
    noLevels: 'Pas encore de niveaux',
    remark: 'Appréciation',
    noRemark: 'Sans appréciation.',
    legend: 'Ce que disent les niveaux',
    noGrade: 'Pas encore de note',
    incomplete: (day) => `Incomplète, à compléter avant le ${day}`,
    before: (grade) => `${grade} avant les points du niveau du cours`,
    given: (computed) => `Donnée par l’enseignant ; les résultats donnent ${computed}`,
    notEnough: 'pas assez d’éléments',
    teacher: 'Enseignant',
    declared: 'Déclaré complet',
    notDeclared: 'Pas encore déclaré',
    printed: (day) => `Imprimé le ${day}`,
    continued: (name) => `${name}, suite`,
    to: (first, last) => `du ${first} au ${last}`,
    why: {
      'no grade yet': 'pas encore de note',
      'no scores': 'pas encore de résultats',
      'only score is dropped': 'son seul résultat ne compte pas',
      'all scores are dropped': 'aucun de ses résultats ne compte',
      'only extra points': 'seulement des points en plus',
    },
  },
}

/** @example dayInWords('2026-11-26', 'es') // '26 de noviembre de 2026' */
export const dayInWords = (day: string, language: Language): string =>
  new Intl.DateTimeFormat(language, { dateStyle: 'long', timeZone: 'UTC' }).format(new Date(`${day}T00:00:00Z`))

/** The line under a student's name that says which class it is, and who teaches it. */
export function classLine(words: CardWords, { className, course, teachers }: ComposedCard['classes'][number]): string {
  const names = className === course ? className : `${className}, ${course}`
  return teachers.length ? `${names}. ${words.teacher}: ${teachers.join(', ')}` : names
}

/** The grading period with its days in words. */
export const periodLine = (
  words: CardWords,
  { title, firstDay, lastDay }: ComposedCard['period'],
  language: Language,
) => `${title}, ${words.to(dayInWords(firstDay, language), dayInWords(lastDay, language))}`

/** What the levels of a scale mean. */
export const legendLine = ({ name, levels }: ProficiencyScale): string =>
  `${name}. ${levels
    .map(({ short, label, description }) =>
      [short === label ? label : `${short} ${label}`, description].filter(Boolean).join(': '),
    )
    .join('; ')}`

/** A part of a grade: its weight of each hundred, and its result or why there is none. */
export const partCells = (words: CardWords, { weight, result }: GradePart): { weight: string; result: string } => ({
  weight: weight === null ? '' : words.ofHundred(weight),
  result: typeof result === 'string' ? result : words.why[result.none],
})
