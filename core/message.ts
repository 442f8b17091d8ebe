import type { CivilDate } from './calendar/date'

/**
 * What a person is told, as data: a code, and the names and figures that belong to it. No sentence stands in the core or
 * is stored: the app's words make it (`app/words/`), in the language of whoever reads.
 *
 * @example { code: 'entry.unreadable', typed: '8;5' }
 */
export type Message = { [C in keyof Messages]: { code: C } & Messages[C] }[keyof Messages]

/** Messages of one area, as `MessageOf<'remark'>`. */
export type MessageOf<Area extends string> = Extract<Message, { code: `${Area}.${string}` }>

/** Codes that come without figures. */
type Plain = Record<never, never>

/** Every code with its figures, area by area. Numbers are as typed or shown; lists are in the order to be read in. */
export interface Messages {
  // An entry in a cell
  'entry.too-long': Plain
  'entry.unreadable': { typed: string }
  'entry.comma': { typed: string }
  'entry.half-typed': { typed: string }
  'entry.capital': { typed: string; label: string }
  'entry.negative': Plain
  'entry.percent-most': Plain
  'entry.no-share': { typed: string }
  'entry.share-of-zero': Plain
  'entry.share-unexact': { typed: string; possible: string }
  'entry.no-bonus': { more: string }
  'entry.bonus-on-nothing': { more: string }
  'entry.bonus-on-other': { more: string; present: string }
  'entry.no-level': { typed: string; levels: readonly string[] }
  'entry.not-there': Plain
  'entry.no-assignment': Plain

  // A field of a record or of a form; `most` comes from the field's own limit
  'field.unreadable': Plain
  'field.id': Plain
  'field.room': { most: number }
  'field.date': Plain
  'field.moment': Plain
  'field.decimal': Plain
  'field.percent': Plain
  'field.name': Plain
  'field.short-name': Plain
  'field.email': Plain
  'field.web-address': Plain
  'field.key': Plain
  'field.password': Plain
  'field.present-password': Plain
  'field.new-password': { fewest: number }
  'field.label': Plain
  'field.scale-name': Plain
  'field.not-negative': Plain
  'field.multiplier': Plain
  'field.decay': Plain
  'field.items-most': { most: number }
  'field.sides': Plain
  'field.drop-most': { most: number }
  'field.steps-missing': Plain
  'field.steps-most': { most: number }

  // A grading scale
  'scale.label-missing': Plain
  'scale.label-room': { most: number }
  'scale.label-twice': { label: string }
  'scale.bound': Plain
  'scale.bounds-alike': { above: string; label: string }
  'scale.bounds-crossed': { above: string; label: string }
  'scale.worth': Plain
  'scale.worth-outside': { label: string; worth: string }
  'scale.gap': { from: string; label: string }
  'scale.no-steps': Plain

  // A proficiency scale
  'levels.count': { fewest: number; most: number }
  'levels.value': Plain
  'levels.value-twice': { value: string }
  'levels.order': { value: string; above: string }
  'levels.label-missing': Plain
  'levels.label-twice': { label: string }
  'levels.short-missing': Plain
  'levels.short-is-value': { short: string; value: string }
  'levels.percent': Plain
  'levels.percent-order': { percent: string }
  'levels.stroke-in-halves': Plain

  // Why a change cannot be kept
  /** A refusal that an earlier release kept as a sentence. */
  'refused.words': { words: string }
  'refused.not-here': Plain
  // A comment bank as a table
  'bank.no-column': { column: string }
  'bank.quotes': Plain
  'bank.nothing': Plain
  'bank.most': { most: number }
  'bank.code': { typed: string }
  'bank.no-text': Plain
  'bank.long': { most: number }
  'bank.twice': { typed: string; line: number }
  'bank.number': { column: string; typed: string }

  'refused.window-closed': Plain
  'refused.not-an-image': Plain
  'refused.empty-entry': Plain
  'refused.not-there': {
    what: 'section' | 'district' | 'student' | 'assignment' | 'category' | 'standard' | 'period' | 'course'
  }
  'refused.standard-of-course': Plain
  'refused.period-of-plan': Plain
  'refused.scale': { fault: MessageOf<'scale'> }
  'refused.scale-not-allowed': Plain
  'refused.rounding-fixed': Plain
  'refused.low-line-fixed': { lowLine: string }
  'refused.level-scale-gone': Plain
  'refused.power-law': { scale: string }
  'refused.extra-most': { most: number }
  'refused.standard-empty': Plain
  'refused.district-standard': Plain
  'refused.own-area': Plain
  'refused.area-gone': Plain
  'refused.level': { level: string; levels: readonly string[] }

  // Loose ends, and their mends
  'end.weights': { period: string | null; sum: number }
  'end.empty-category': { category: string; period: string; weight: string }
  'end.scale': { fault: MessageOf<'scale'> }
  'end.scale-gap': { from: string; label: string }
  'end.scale-changed': { scale: string }
  'end.scale-not-allowed': { scale: string }
  'end.periods-overlap': { one: string; other: string }
  'end.rounded-twice': { period: string; students: number }
  'end.outside-periods': { assignment: string }
  'end.no-date': { assignment: string }
  'end.between-periods': { assignment: string; period: string }
  'end.removed-category': { category: string; assignments: number }
  'end.no-category': { assignment: string }
  'end.no-points': { assignment: string }
  'end.off-scale': { assignment: string; scores: number; labels: readonly string[] }
  'end.drift-other': { student: string; period: string; what: readonly string[] }
  'end.drift-many': { period: string; students: number }
  'end.drift': { student: string; period: string; was: string | null; now: string | null }
  'end.override-gone': { student: string; period: string; label: string }
  'end.override-disagrees': { student: string; percent: string; label: string }
  'end.override-high': { student: string; period: string; percent: string; top: string }
  'end.level-override': { student: string; given: string; standard: string; period: string; calculated: string }
  'end.incomplete': { student: string; period: string; until: string }
  'end.far-above': { student: string; score: string; possible: string; assignment: string; others: boolean }
  'end.low-scores': { assignment: string; scores: number; lowLine: string }
  'end.unread': { typed: string; student: string; assignment: string; reason: MessageOf<'entry' | 'field'> }
  'end.refused': { student: string; assignment: string; reason: MessageOf<'send'> | null }
  'end.undecided': { student: string; assignment: string }
  'end.same-code': { standards: number; standardCode: string }
  'end.withdrawn': { period: string; standard: string }
  'end.one-day': { standard: string; period: string }
  'end.untold': { assignment: string; standards: readonly string[] }
  'end.no-evidence': { standards: readonly string[]; period: string }
  'end.habits': { students: number; period: string }
  'mend.weights-100': Plain
  'mend.begin-at-0': { label: string }
  'mend.new-scale': Plain
  'mend.unrounded': Plain
  'mend.bring-back': Plain
  'mend.meant': { score: string }
  'mend.stays': { score: string }
  'mend.made-good': Plain
  'mend.drift-back': { was: string }
  'mend.override': { percent: string; label: string }

  // A remark
  'remark.other-name': { name: string }
  'remark.other-pronouns': { pronoun: string; name: string; pronouns: string }
  'remark.placeholder': { placeholder: string }
  'remark.doubled': { words: string }
  'remark.two-spaces': Plain
  'remark.too-long': { over: number }
  'remark.unprintable': { characters: readonly string[] }
  'remark.low-without-remark': { lowLine: string }
  'remark.without-grade': Plain
  /** The personal part stands word for word at so many others too. */
  'remark.same': { others: number }
  'remark.statement-only': Plain

  // What cannot be copied with a plan, and what stays of a student's scores
  'copy.category-stays': { category: string; assignments: number }
  'copy.no-period': { period: string }
  'copy.no-child': { period: string; parent: string }
  'copy.no-own-period': { period: string }
  'copy.scale-not-allowed': { scale: string }
  'moved.no-assignment': Plain
  'moved.has-score': { score: string }
  'moved.points': { there: string; here: string }

  // What families do not see, and why
  'hidden.assignment': { assignment: string }
  'hidden.score': { assignment: string }
  'hidden.note': { assignment: string }
  'hidden.grades': Plain
  'hidden.reason': { period: string }
  'hidden.scores': { scores: number }
  'unseen.never': Plain
  'unseen.no-due-date': Plain
  'unseen.no-day-before': Plain
  'unseen.until': { date: CivilDate }
  'unseen.not-released': Plain
  'unseen.for-teacher': Plain
  'unseen.levels-alone': Plain
  'unseen.neither': Plain
  'unseen.for-record': Plain
  'unseen.in-the-grade': Plain

  // What cannot be sent
  'send.no-category': Plain
  'send.no-period': Plain
  'send.unknown-student': Plain
  /** What a partner said of it, in its own words. */
  'send.refused': { says: string }
  'send.answered': { status: number }

  // Files
  'file.no-manifest': Plain
  'file.mode': { mode: string }
  'file.version': { version: string | null }
  'file.absent': { file: string }
  'file.no-column': { column: string }
  'file.fields': { fields: number; header: number }
  'file.empty': { column: string }
  'file.id': Plain
  'file.id-twice': { id: string; line: number }
  'file.quotes': Plain
  'file.dangling': { missing: string }
  'file.date': { typed: string }
  'file.value': { typed: string }
  'file.choice': { typed: string; choices: readonly string[] }
  'file.person-name': Plain
  'file.own-parent': { id: string }
  'file.ring': { ids: readonly string[] }
  'file.ends-first': { id: string }
  'case.no-json': Plain
  'case.no-package': { at: string }
  'case.many': { most: number }
  'case.id': { id: string }
  'case.id-twice': Plain
  'case.ring': Plain
  'case.deep': { most: number }
}
