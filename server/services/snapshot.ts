import { and, asc, desc, eq, sql } from 'drizzle-orm'
import { yearOf, type Period } from '../../core/calendar/periods'
import { readPronouns } from '../../core/remarks/pronouns'
import { listedStandards } from '../../core/plan/standards-of'
import { byName, type ClassSnapshot, type Standard, type Student } from '../../core/section'
import type { DeclaredGrade } from '../../core/report-card/declared-grade'
import type { Db } from '../database/client'
import {
  courses,
  courseStandards,
  declarations,
  declaredGrades,
  enrolments,
  orgs,
  periods,
  sections,
  sectionTeachers,
  standards,
  students,
} from '../database/schema'
import { bankIn } from './bank'
import { Problem } from './problem'
import { remarkBox } from '../../core/report-card/layout'
import { cardLayoutIn, levelScalesIn, policyIn, scalesIn } from './district'
import { DISTRICT } from './offered'
import { kindsOfClass, readScopes, readWhere } from './records-store'
import { windowsIn } from './reporting-windows'

/** Of whose records a class is made beside its own. */
const ofDistrict = ['policy', 'cardLayout', 'reportingWindow', 'windowGrant'] as const
const ofBoth = ['scale', 'levelScale', 'bankEntry', 'bankStar'] as const

/** Reads one class whole: enough to compute everything that is shown of it. */
export async function loadSnapshot(db: Db, sectionId: string): Promise<ClassSnapshot> {
  const [section] = await db
    .select({
      ...{ id: sections.id, title: sections.title, course: courses.title, school: orgs.name },
      ...{ schoolId: sections.schoolId, meets: sections.meets },
    })
    .from(sections)
    .innerJoin(courses, eq(courses.id, sections.courseId))
    .innerJoin(orgs, eq(orgs.id, sections.schoolId))
    .where(eq(sections.id, sectionId))
  if (!section) throw new Problem(404, 'no-class')
  const teachers = await teachersOf(db, sectionId)
  const [records, district, ...own] = await readScopes(db, [
    [sectionId, kindsOfClass],
    [DISTRICT, [...ofDistrict, ...ofBoth]],
    ...teachers.map((teacherId) => [teacherId, ofBoth] as const),
  ])
  const offered = { district: district!, own }
  return {
    section,
    periods: await sectionPeriods(db, sectionId),
    students: await sectionStudents(db, sectionId),
    standards: await sectionStandards(db, sectionId),
    levelScales: levelScalesIn(offered),
    scales: scalesIn(offered),
    ...(await policyIn(db, district!.policy)),
    remarkBox: remarkBox(cardLayoutIn(district!.cardLayout)),
    bank: bankIn(offered),
    windows: windowsIn(district!, sectionId),
    records: records!,
    declared: await declaredOf(db, sectionId),
  }
}

export async function teachersOf(db: Db, sectionId: string): Promise<string[]> {
  const rows = await db
    .select({ id: sectionTeachers.userId })
    .from(sectionTeachers)
    .where(eq(sectionTeachers.sectionId, sectionId))
  return rows.map((row) => row.id)
}

/** The periods of the school year in which the class is taught. */
export async function sectionPeriods(db: Db, sectionId: string): Promise<Period[]> {
  const termIds = sql<
    string[] | null
  >`(select ${sections.termIds} from ${sections} where ${eq(sections.id, sectionId)})`
  const rows = await db
    .select({ period: periods, termIds })
    .from(periods)
    .orderBy(asc(periods.firstDay), desc(periods.lastDay))
  return yearOf(
    rows.map(({ period: { sourcedId: _, ...period } }) => period as Period),
    rows[0]?.termIds ?? [],
  )
}

/**
 * The standards of the class's course, with all that is below them, in their order. What an area has above it stays
 * out: a course is taught by what was chosen.
 */
export async function sectionStandards(db: Db, sectionId: string): Promise<Standard[]> {
  const taught = sql`(
    with recursive taught(id) as (
      select ${courseStandards.standardId} from ${courseStandards}
        join ${sections} on ${sections.courseId} = ${courseStandards.courseId}
        where ${sections.id} = ${sectionId} and ${courseStandards.used}
      union
      select below.id from ${standards} below join taught on below.parent_id = taught.id
    ) select id from taught)`
  const found = await readWhere(db, DISTRICT, 'standard', (id) => sql`${id} in ${taught}`)
  return listedStandards(found, Object.keys(found), 'district')
}

async function sectionStudents(db: Db, sectionId: string): Promise<Student[]> {
  const rows = await db
    .select({ student: students, firstDay: enrolments.firstDay, lastDay: enrolments.lastDay })
    .from(enrolments)
    .innerJoin(students, eq(students.id, enrolments.studentId))
    .where(eq(enrolments.sectionId, sectionId))
    .orderBy(asc(enrolments.firstDay))
  const byId = new Map<string, Student>()
  for (const { student, firstDay, lastDay } of rows) {
    const known = byId.get(student.id) ?? {
      id: student.id,
      givenName: student.givenName,
      familyName: student.familyName,
      pronouns: readPronouns(student.pronouns),
      spans: [],
    }
    known.spans.push({ firstDay, lastDay })
    byId.set(student.id, known)
  }
  return [...byId.values()].sort(byName)
}

/** The grades kept by the last declaration of each period. */
async function declaredOf(db: Db, sectionId: string): Promise<Record<string, DeclaredGrade[]>> {
  const rows = await db
    .select({ grade: declaredGrades })
    .from(declaredGrades)
    .innerJoin(
      declarations,
      and(eq(declarations.actId, declaredGrades.actId), eq(declarations.id, declaredGrades.periodId)),
    )
    .where(eq(declaredGrades.sectionId, sectionId))
  const declared: Record<string, DeclaredGrade[]> = {}
  for (const {
    grade: { actId: _act, sectionId: _section, periodId, ...grade },
  } of rows)
    (declared[periodId] ??= []).push(grade)
  return declared
}
