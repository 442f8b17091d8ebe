import { jointId } from '../../core/kind'
import type { ClassWindow } from '../../core/grading/reporting-window'
import type { Records } from '../../core/records'
import type { Db } from '../database/client'
import { DISTRICT } from './offered'
import { readRecords } from './records-store'

/** When the office takes in grades of each period, as it is for one class. Periods of which it says nothing are open. */
export const windowsOf = async (db: Db, sectionId: string): Promise<Record<string, ClassWindow>> =>
  windowsIn(await readRecords(db, DISTRICT, ['reportingWindow', 'windowGrant']), sectionId)

export const windowsIn = (
  { reportingWindow, windowGrant }: Pick<Records, 'reportingWindow' | 'windowGrant'>,
  sectionId: string,
): Record<string, ClassWindow> =>
  Object.fromEntries(
    Object.entries(reportingWindow).map(([periodId, { dueOn, closed }]) => {
      const grant = windowGrant[jointId(sectionId, periodId)]
      return [periodId, { dueOn, isClosed: closed && !grant?.granted, answer: grant?.answer ?? '' }]
    }),
  )
