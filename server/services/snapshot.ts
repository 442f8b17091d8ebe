import { and, asc, desc, eq } from 'drizzle-orm'
import { yearOf, type Period } from '../../core/calendar/periods'
import { readPronouns } from '../../core/remarks/pronouns'
import { byName, type ClassSnapshot, type Standard, type Student } from '../../core/section'
import type { DeclaredGrade } from '../../core/grading/declaration'
import type { Db } from '../database/client'
import {
  bankEntries,
  courses,
  courseStandards,
  declarations,
  declaredGrades,
  enrolments,
  orgs,
  periods,
  proficiencyScales,
  sections,
  sectionTeachers,
  standards,
  students,
} from '../database/schema'
import type { ProficiencyScale } from '../../core/scales/proficiency'
import { Problem } from './problem'
import { districtPolicy, scalesFor } from './district'
import { readRecords } from './records-store'

/** Reads one class whole: enough to compute everything that is shown of it. */
export async function loadSnapshot(db: Db, sectionId: string): Promise<ClassSnapshot> {
  const [row] = await db
    .select({ section: sections, course: courses.title, school: orgs.name })
    .from(sections)
    .innerJoin(courses, eq(courses.id, sections.courseId))
    .innerJoin(orgs, eq(orgs.id, sections.schoolId))
    .where(eq(sections.id, sectionId))
  if (!row) throw new Problem(404, 'no-class', 'There is no such class.')
  return {
    section: {
      id: sectionId,
      title: row.section.title,
      course: row.course,
      school: row.school,
      meets: row.section.meets,
    },
    periods: await sectionPeriods(db, sectionId),
    students: await sectionStudents(db, sectionId),
    standards: await sectionStandards(db, sectionId),
    proficiencyScale: await proficiencyScaleOf(db),
    scales: await scalesFor(db, await teachersOf(db, sectionId)),
    ...(await districtPolicy(db)),
    bank: (await db.select().from(bankEntries).orderBy(asc(bankEntries.place))).map(({ place: _, ...entry }) => entry),
    records: await readRecords(db, sectionId),
    declared: await declaredOf(db, sectionId),
  }
}

/** The scale of levels that classes use: the district's one. */
export async function proficiencyScaleOf(db: Db): Promise<ProficiencyScale> {
  const [scale] = await db.select().from(proficiencyScales).limit(1)
  return scale ?? { id: 'none', name: 'No scale', levels: [] }
}

async function teachersOf(db: Db, sectionId: string): Promise<string[]> {
  const rows = await db
    .select({ id: sectionTeachers.userId })
    .from(sectionTeachers)
    .where(eq(sectionTeachers.sectionId, sectionId))
  return rows.map((row) => row.id)
}

/** The periods of the school year in which the class is taught. */
export async function sectionPeriods(db: Db, sectionId: string): Promise<Period[]> {
  const [section] = await db.select({ termIds: sections.termIds }).from(sections).where(eq(sections.id, sectionId))
  const all = await db.select().from(periods).orderBy(asc(periods.firstDay), desc(periods.lastDay))
  return yearOf(
    all.map(({ sourcedId: _, ...period }) => period as Period),
    section?.termIds ?? [],
  )
}

/** The standards of the class's course. */
export async function sectionStandards(db: Db, sectionId: string): Promise<Standard[]> {
  const rows = await db
    .select({ standard: standards })
    .from(standards)
    .innerJoin(courseStandards, eq(courseStandards.standardId, standards.id))
    .innerJoin(sections, eq(sections.courseId, courseStandards.courseId))
    .where(eq(sections.id, sectionId))
    .orderBy(asc(standards.code))
  return rows.map((row) => row.standard)
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
