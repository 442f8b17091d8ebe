import { foreignKey, index, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core'
import { day, id, oneOf, sourced } from './columns'
import { users } from './people'

export const orgs = pgTable(
  'orgs',
  {
    id: id(),
    sourcedId: sourced(),
    name: text('name').notNull(),
    kind: text('kind').notNull(),
    parentId: text('parent_id'),
  },
  (t) => [foreignKey({ name: 'orgs_parent', columns: [t.parentId], foreignColumns: [t.id] })],
)

export const periods = pgTable(
  'periods',
  {
    id: id(),
    sourcedId: sourced(),
    parentId: text('parent_id'),
    kind: text('kind').notNull(),
    title: text('title').notNull(),
    firstDay: day('first_day').notNull(),
    lastDay: day('last_day').notNull(),
  },
  (t) => [
    foreignKey({ name: 'periods_parent', columns: [t.parentId], foreignColumns: [t.id] }),
    oneOf('periods_kind', t.kind, ['year', 'semester', 'grading', 'exam']),
    index('periods_of_parent').on(t.parentId),
  ],
)

export const courses = pgTable('courses', {
  id: id(),
  sourcedId: sourced(),
  title: text('title').notNull(),
  code: text('code').notNull(),
})

export const sections = pgTable(
  'sections',
  {
    id: id(),
    sourcedId: sourced(),
    courseId: text('course_id')
      .notNull()
      .references(() => courses.id),
    schoolId: text('school_id')
      .notNull()
      .references(() => orgs.id),
    title: text('title').notNull(),
    /** When in the day the class meets: the school's own name of the hour. */
    meets: text('meets').notNull(),
    termIds: jsonb('term_ids').$type<string[]>().notNull(),
  },
  (t) => [index('sections_course').on(t.courseId)],
)

export const students = pgTable('students', {
  id: id(),
  sourcedId: sourced(),
  givenName: text('given_name').notNull(),
  familyName: text('family_name').notNull(),
  pronouns: text('pronouns'),
})

export const sectionTeachers = pgTable(
  'section_teachers',
  {
    sectionId: text('section_id')
      .notNull()
      .references(() => sections.id),
    userId: text('user_id')
      .notNull()
      .references(() => users.id),
  },
  (t) => [primaryKey({ columns: [t.sectionId, t.userId] }), index('section_teachers_user').on(t.userId)],
)

/** One span of days of a student in a class; both days belong to it. */
export const enrolments = pgTable(
  'enrolments',
  {
    id: id(),
    sourcedId: sourced(),
    sectionId: text('section_id')
      .notNull()
      .references(() => sections.id),
    studentId: text('student_id')
      .notNull()
      .references(() => students.id),
    firstDay: day('first_day').notNull(),
    lastDay: day('last_day'),
  },
  (t) => [index('enrolments_section').on(t.sectionId), index('enrolments_student').on(t.studentId)],
)
