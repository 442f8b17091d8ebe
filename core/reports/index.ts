import { gradeList } from './grade-list'
import { levelList } from './level-list'
import { missingList } from './missing-list'
import { progressList } from './progress-list'
import { remarkList } from './remark-list'
import { studentDetail } from './student-detail'
import type { Report } from './report'

export type { ReportCell, ReportColumn, ReportNote, ReportTable } from './report'

/** The lists that can be read, printed and saved of a class. */
export const reports = {
  grades: gradeList,
  remarks: remarkList,
  missing: missingList,
  levels: levelList,
  progress: progressList,
  detail: studentDetail,
} satisfies Record<string, Report>
export type ReportName = keyof typeof reports
export const reportNames = Object.keys(reports) as ReportName[]
