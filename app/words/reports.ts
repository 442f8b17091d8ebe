import type { ReportCell, ReportColumn, ReportName, ReportNote } from '#core/reports'
import { shortDay } from '~/composables/useWords'
import { outWords, whyNone } from './work-lines'

export const reportWords: Readonly<Record<ReportName, { title: string; what: string; none: string }>> = {
  grades: {
    title: 'Grade list',
    what: 'For the office: computed, overridden with the reason, as it counts, as declared.',
    none: 'No students in this term.',
  },
  remarks: {
    title: 'Remark list',
    what: 'What every card says, for somebody else to proofread.',
    none: 'No students in this term.',
  },
  missing: {
    title: 'Missing work',
    what: 'What is marked missing in this term, by student.',
    none: 'Nothing is marked missing in this term.',
  },
  levels: {
    title: 'Proficiency report',
    what: 'The level of each standard and habit, by student.',
    none: 'No standards in this class.',
  },
  progress: {
    title: 'Progress report',
    what: 'Where each student stands, now or on a day: grade, missing work, levels.',
    none: 'No students in this term.',
  },
  detail: {
    title: 'Student detail',
    what: 'How each grade was made, score by score, with what was dropped and why.',
    none: 'No students in this term.',
  },
}

export const columnWords: Readonly<Record<ReportColumn, string>> = {
  student: 'Student',
  assignment: 'Assignment',
  due: 'Due',
  count: 'Missing',
  computed: 'Computed',
  override: 'Overridden',
  grade: 'Grade',
  label: 'Label',
  reported: 'Reported',
  reason: 'Reason, for the record',
  declared: 'Declared',
  remark: 'Remark',
  characters: 'Characters',
  standard: 'Standard',
  level: 'Level',
  levels: 'Levels',
  missing: 'Missing work',
  part: 'Category or period',
  score: 'Score',
  percent: 'Percent',
  weight: 'Of each 100',
  state: 'How it stands',
}

/** A cell of a list in words. */
export const cellWords = (cell: ReportCell): string => (typeof cell === 'string' ? cell : noteWords(cell))

function noteWords(note: ReportNote): string {
  switch (note.note) {
    case 'left':
      return `${note.name} (left)`
    case 'overridden':
      return `overridden; the scores come to ${note.computed ?? 'nothing'}`
    case 'incomplete':
      return `incomplete until ${shortDay(note.until)}`
    case 'no grade':
      return 'no grade yet'
    case 'dropped':
      return 'dropped'
    case 'out':
      return outWords[note.out]
    case 'no result':
      return whyNone[note.why]
  }
}
