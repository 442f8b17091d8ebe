import { eq } from 'drizzle-orm'
import type { Plan } from '../../core/plan/plan'
import type { Db } from '../database/client'
import { courses, sections, sectionTeachers } from '../database/schema'
import type { ClassPlan, PlansResponse } from '../../shared/plans'
import { policyIn, scalesIn } from './district'
import { offeredTo } from './offered'
import { readRecords } from './records-store'
import { sectionPeriods } from './snapshot'

/**
 * The plans and the work of all classes of a teacher, this year's first, with the scales and the policy that they stand
 * under and the teacher's patterns: what a batch on several classes is made from.
 */
export async function plansOf(db: Db, userId: string, today: string): Promise<PlansResponse> {
  const rows = await db
    .select({ id: sections.id, title: sections.title, meets: sections.meets, course: courses.title })
    .from(sections)
    .innerJoin(sectionTeachers, eq(sectionTeachers.sectionId, sections.id))
    .innerJoin(courses, eq(courses.id, sections.courseId))
    .where(eq(sectionTeachers.userId, userId))
  const ordered = rows.sort((a, b) => a.meets.localeCompare(b.meets, 'en', { numeric: true }))
  const classes: ClassPlan[] = []
  for (const row of ordered) classes.push(await planOfClass(db, row, today))
  const offered = await offeredTo(db, [userId], ['scale', 'pattern', 'policy'])
  return {
    classes: classes.sort((a, b) => Number(a.past) - Number(b.past)),
    scales: scalesIn(offered),
    patterns: offered.own[0]!.pattern,
    ...(await policyIn(db, offered.district.policy)),
  }
}

async function planOfClass(
  db: Db,
  { id, title, course }: { id: string; title: string; course: string },
  today: string,
): Promise<ClassPlan> {
  const { plan, category, assignment } = await readRecords(db, id, ['plan', 'category', 'assignment'])
  const periods = await sectionPeriods(db, id)
  const year = periods.find((period) => period.parentId === null)
  return {
    id,
    title,
    course,
    year: year?.title ?? '',
    past: year !== undefined && year.lastDay < today,
    periods,
    plan: (plan[id] as Plan | undefined) ?? null,
    categories: category,
    assignments: Object.fromEntries(Object.entries(assignment).filter(([, each]) => !each.removed)),
  }
}
