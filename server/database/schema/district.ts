import { boolean, foreignKey, integer, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core'
import type { Level } from '../../../core/scales/proficiency'
import { id } from './columns'
import { courses } from './roster'

export const standards = pgTable(
  'standards',
  {
    id: id(),
    parentId: text('parent_id'),
    code: text('code').notNull(),
    statement: text('statement').notNull(),
  },
  (t) => [foreignKey({ name: 'standards_parent', columns: [t.parentId], foreignColumns: [t.id] })],
)
export const courseStandards = pgTable(
  'course_standards',
  {
    courseId: text('course_id')
      .notNull()
      .references(() => courses.id),
    standardId: text('standard_id')
      .notNull()
      .references(() => standards.id),
  },
  (t) => [primaryKey({ columns: [t.courseId, t.standardId] })],
)
export const proficiencyScales = pgTable('proficiency_scales', {
  id: id(),
  name: text('name').notNull(),
  levels: jsonb('levels').$type<Level[]>().notNull(),
})
export const bankEntries = pgTable('bank_entries', {
  id: id(),
  code: text('code').notNull(),
  topic: text('topic').notNull(),
  text: text('text').notNull(),
  starred: boolean('starred').notNull(),
  place: integer('place').notNull(),
})
