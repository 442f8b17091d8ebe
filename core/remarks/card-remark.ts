import { record, studentRecord } from '../records'
import { calledStudent } from './called-student'
import { onCard } from './on-card'
import type { ClassSnapshot, Student } from '../section'

/** What the card of a period says of a student: the statement for the class and the personal part. */
export const cardRemark = ({ records }: Pick<ClassSnapshot, 'records'>, student: Student, periodId: string): string =>
  onCard(
    studentRecord(records, 'remark', student.id, periodId).text,
    record(records, 'statement', periodId),
    calledStudent(records, student),
  )
