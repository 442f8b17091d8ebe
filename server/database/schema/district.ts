import { boolean, date, foreignKey, integer, jsonb, pgTable, primaryKey, text, unique } from 'drizzle-orm/pg-core'
import type { StandardRecord } from '../../../core/proficiency/standard'
import { decimal } from './columns'
import { joined, keptInScope } from './kept'
import { courses } from './roster'

/** The standards of the district, and those that a teacher made for one class. */
export const standards = pgTable(
  'standards',
  {
    ...keptInScope(),
    parentId: text('parent_id'),
    code: text('code').notNull(),
    statement: text('statement').notNull(),
    habit: boolean('habit').notNull(),
    reported: boolean('reported').notNull(),
    weight: decimal('weight').notNull(),
    withdrawnOn: date('withdrawn_on', { mode: 'string' }),
    place: integer('place').notNull(),
    source: jsonb('source').$type<StandardRecord['source']>(),
    removed: boolean('removed').notNull(),
  },
  (t) => [
    // Evidence names a standard by its id alone, whoever it is of.
    primaryKey({ columns: [t.id] }),
    unique('standards_scope').on(t.scopeId, t.id),
    foreignKey({ name: 'standards_parent', columns: [t.parentId], foreignColumns: [t.id] }),
  ],
)

/** What each course is taught by: standards, or areas with all that is below them. */
export const courseStandards = pgTable(
  'course_standards',
  { ...keptInScope(), ...joined('course', 'standard'), used: boolean('used').notNull() },
  (t) => [
    primaryKey({ columns: [t.scopeId, t.id] }),
    foreignKey({ name: 'course_standards_course', columns: [t.courseId], foreignColumns: [courses.id] }),
    foreignKey({ name: 'course_standards_standard', columns: [t.standardId], foreignColumns: [standards.id] }),
  ],
)
