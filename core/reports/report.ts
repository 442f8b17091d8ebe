import type { CivilDate } from '../calendar/date'
import type { Period } from '../calendar/periods'
import type { ItemWork } from '../grading/work/item'
import type { CategoryWork } from '../grading/work/period'
import type { ClassSnapshot } from '../section'

/** A list to be read, printed or saved: the first column says whom or what each line is of. */
export interface ReportTable {
  /** Names of the columns, as codes that the app says. */
  columns: readonly ReportColumn[]
  /** One cell for each column. */
  rows: readonly (readonly ReportCell[])[]
}

/** A text as displayed, or what the app has words for. */
export type ReportCell = string | ReportNote

/** How a grade or a score stands. */
export type ReportNote =
  | { note: 'left'; name: string }
  | { note: 'overridden'; computed: string | null }
  | { note: 'incomplete'; until: CivilDate }
  | { note: 'no grade' }
  | { note: 'dropped' }
  | { note: 'out'; out: NonNullable<ItemWork['out']> }
  | { note: 'no result'; why: NonNullable<CategoryWork['why']> }

export type ReportColumn =
  | 'student'
  | 'assignment'
  | 'due'
  | 'count'
  | 'computed'
  | 'override'
  | 'grade'
  | 'label'
  | 'reported'
  | 'reason'
  | 'declared'
  | 'remark'
  | 'characters'
  | 'standard'
  | 'level'
  | 'levels'
  | 'missing'
  | 'part'
  | 'score'
  | 'percent'
  | 'weight'
  | 'state'

/** Makes a list of a class in a period, as of a day. */
export type Report = (snapshot: ClassSnapshot, period: Period, today: CivilDate) => ReportTable
