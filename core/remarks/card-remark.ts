import { jointId } from '../kind'
import { record } from '../records'
import { calledStudent } from './called-student'
import { onCard } from './on-card'
import type { ClassSnapshot, Student } from '../section'

/** What the card of a period says of a student: the statement for the class and the personal part. */
export const cardRemark = ({ records }: Pick<ClassSnapshot, 'records'>, student: Student, periodId: string): string =>
  onCard(
    record(records, 'remark', jointId(student.id, periodId)).text,
    record(records, 'statement', periodId),
    calledStudent(records, student),
  )
