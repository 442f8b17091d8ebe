import { eq } from 'drizzle-orm'
import { daysAfter } from '../../core/calendar/date'
import { periodToday } from '../../core/calendar/periods'
import { assignmentsIn, planOf } from '../../core/grading/rules'
import { toScore } from '../../core/grading/section'
import { looseEnds } from '../../core/looseends'
import { record } from '../../core/acts/records'
import { enrolledOn, type ClassSnapshot } from '../../core/section'
import type { TodayClass } from '../../shared/today'
import type { Db } from '../database/client'
import { sectionTeachers, sections } from '../database/schema'
import { loadSnapshot } from './snapshot'

/** What waits in each class of a teacher, in the order of the day. */
export async function todayOf(db: Db, userId: string, today: string): Promise<TodayClass[]> {
  const rows = await db
    .select({ id: sections.id })
    .from(sections)
    .innerJoin(sectionTeachers, eq(sectionTeachers.sectionId, sections.id))
    .where(eq(sectionTeachers.userId, userId))
  const classes: TodayClass[] = []
  for (const { id } of rows) {
    const snapshot = await loadSnapshot(db, id)
    // A class of a year that is over waits for nothing.
    if (snapshot.periods.every((period) => period.lastDay >= today || period.parentId !== null))
      classes.push(classToday(snapshot, today))
  }
  return classes.sort(
    (a, b) => a.meets.localeCompare(b.meets, 'en', { numeric: true }) || a.title.localeCompare(b.title),
  )
}

function classToday(snapshot: ClassSnapshot, today: string): TodayClass {
  const period = periodToday(snapshot.periods, today)
  const present = snapshot.students.filter((student) => enrolledOn(student, today))
  const due = period ? assignmentsIn(snapshot, period) : []
  return {
    id: snapshot.section.id,
    title: snapshot.section.title,
    meets: snapshot.section.meets,
    students: present.length,
    planned: snapshot.section.id in snapshot.records.plan,
    method: planOf(snapshot).method,
    period: period && {
      id: period.id,
      title: period.title,
      lastDay: period.lastDay,
      declared: record(snapshot.records, 'declaration', period.id).declared,
    },
    assignments: due.length,
    toScore: period ? toScore(snapshot, period, today) : 0,
    next: due
      .filter((each) => each.dueOn! >= today)
      .slice(0, 3)
      .map((each) => ({ id: each.id, name: each.name, dueOn: each.dueOn! })),
    // Who joined in the last week is news.
    joined: snapshot.students
      .filter((student) => student.spans.some((span) => span.firstDay > daysAfter(today, -7) && span.firstDay <= today))
      .map((student) => ({ id: student.id, name: `${student.givenName} ${student.familyName}`.trim() })),
    looseEnds: looseEnds(snapshot).map(({ fix: _, ...end }) => end),
  }
}
