import { jointId } from '../../core/kind'
import type { ClassWindow } from '../../core/grading/reporting-window'
import type { Db } from '../database/client'
import { DISTRICT } from './district'
import { readRecords } from './records-store'

/** When the office takes in grades of each period, as it is for one class. Periods of which it says nothing are open. */
export async function windowsOf(db: Db, sectionId: string): Promise<Record<string, ClassWindow>> {
  const { reportingWindow, windowGrant } = await readRecords(db, DISTRICT, ['reportingWindow', 'windowGrant'])
  return Object.fromEntries(
    Object.entries(reportingWindow).map(([periodId, { dueOn, closed }]) => {
      const grant = windowGrant[jointId(sectionId, periodId)]
      return [periodId, { dueOn, isClosed: closed && !grant?.granted, answer: grant?.answer ?? '' }]
    }),
  )
}
