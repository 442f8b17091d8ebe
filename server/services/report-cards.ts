import { and, asc, eq, isNull, notLike, or } from 'drizzle-orm'
import { cardsOf, together, type ReportCard } from '../../core/report-card/card'
import type { CardsOffice, PrintRequest } from '../../shared/prints'
import { schoolYear, type Period } from '../../core/calendar/periods'
import { isOwnSpace, OWN_SPACE } from '../../core/roster/own-space'
import type { Db } from '../database/client'
import { orgs, periods, sections, sectionTeachers, users } from '../database/schema'
import { Problem } from './problem'
import { cardLayoutOf, schoolHeadsOf } from './district'
import { loadSnapshot } from './snapshot'
import { teaches } from './teaching'

/**
 * Gathers the report cards of a period of one class: of one student, or of all in roster order, those who left behind.
 *
 * @throws Problem `no-period`, `no-student`
 */
export async function reportCards(
  db: Db,
  sectionId: string,
  periodId: string,
  studentId: string | null,
  today: string,
): Promise<ReportCard[]> {
  const cards = await cardsOfClass(db, sectionId, periodId, studentId, today)
  if (!cards) throw new Problem(404, 'no-period')
  if (cards.length === 0) throw new Problem(404, 'no-student')
  return together(cards)
}

/** What is not in a teacher's own space: the office has no part in what somebody brought for themselves. */
const isDistricts = or(isNull(sections.sourcedId), notLike(sections.sourcedId, `${OWN_SPACE}%`))

/** What a print is made of: its cards, and the classes that they are of. */
export interface ToPrint {
  cards: ReportCard[]
  sectionIds: string[]
}

/**
 * The cards of a print: of a class; or one for each student with all the classes that a teacher has with them, or that a
 * school has of the district's.
 *
 * @param heard is told after each class, so that whoever waits knows that it goes on; throws to end it
 * @throws Problem `no-period`, `no-student`, `not-your-class`
 */
export async function cardsToPrint(
  db: Db,
  userId: string,
  { of, periodId }: Pick<PrintRequest, 'of' | 'periodId'>,
  today: string,
  heard: () => Promise<void>,
): Promise<ToPrint> {
  if (of.what === 'class') {
    // Asked again: the class may be another's by now.
    if (!(await teaches(db, userId, of.sectionId))) throw new Problem(403, 'not-your-class')
    return { cards: await reportCards(db, of.sectionId, periodId, null, today), sectionIds: [of.sectionId] }
  }
  const rows = await db
    .selectDistinct({ id: sections.id, title: sections.title, meets: sections.meets })
    .from(sections)
    .innerJoin(sectionTeachers, eq(sectionTeachers.sectionId, sections.id))
    .where(
      of.what === 'mine' ? eq(sectionTeachers.userId, userId) : and(eq(sections.schoolId, of.schoolId), isDistricts),
    )
    .orderBy(asc(sections.meets), asc(sections.title), asc(sections.id))
  const cards: ReportCard[] = []
  for (const { id } of rows) {
    cards.push(...((await cardsOfClass(db, id, periodId, null, today)) ?? []))
    await heard()
  }
  if (cards.length === 0) throw new Problem(404, 'no-student')
  return { cards: together(cards), sectionIds: rows.map((row) => row.id) }
}

/** @returns null where the class is not taught in the period */
async function cardsOfClass(
  db: Db,
  sectionId: string,
  periodId: string,
  studentId: string | null,
  today: string,
): Promise<ReportCard[] | null> {
  const snapshot = await loadSnapshot(db, sectionId)
  const period = snapshot.periods.find((each) => each.id === periodId)
  return period ? cardsOf(snapshot, period, studentId, await namesOfTeachers(db, sectionId), today) : null
}

async function namesOfTeachers(db: Db, sectionId: string): Promise<string[]> {
  const rows = await db
    .select({ givenName: users.givenName, familyName: users.familyName })
    .from(sectionTeachers)
    .innerJoin(users, eq(users.id, sectionTeachers.userId))
    .where(eq(sectionTeachers.sectionId, sectionId))
    .orderBy(asc(users.familyName), asc(users.givenName))
  return rows.map(({ givenName, familyName }) => [givenName, familyName].filter(Boolean).join(' '))
}

/** What a print is called: the class or the school, and the period. @throws Problem `no-period`, `no-class`, `no-school` */
export async function titlesOf(
  db: Db,
  { of, periodId }: Pick<PrintRequest, 'of' | 'periodId'>,
): Promise<{ title: string; period: string }> {
  const [period] = await db.select({ title: periods.title }).from(periods).where(eq(periods.id, periodId))
  if (!period) throw new Problem(404, 'no-period')
  return { title: await titleOf(db, of), period: period.title }
}

async function titleOf(db: Db, of: PrintRequest['of']): Promise<string> {
  if (of.what === 'mine') return ''
  if (of.what === 'school') {
    const school = (await districtSchools(db)).find((each) => each.id === of.schoolId)
    if (!school) throw new Problem(404, 'no-school')
    return school.name
  }
  const [found] = await db.select({ title: sections.title }).from(sections).where(eq(sections.id, of.sectionId))
  if (!found) throw new Problem(404, 'no-class')
  return found.title
}

/** The schools in which the district has classes. */
const districtSchools = (db: Db): Promise<{ id: string; name: string }[]> =>
  db
    .selectDistinct({ id: orgs.id, name: orgs.name })
    .from(orgs)
    .innerJoin(sections, eq(sections.schoolId, orgs.id))
    .where(isDistricts)
    .orderBy(asc(orgs.name))

/** How report cards look, and what of a school the office can print. */
export async function cardsOffice(db: Db, today: string): Promise<CardsOffice> {
  const all = await db.select().from(periods).orderBy(asc(periods.firstDay), asc(periods.lastDay))
  const offered = all.flatMap(({ sourcedId, ...each }) => (isOwnSpace(sourcedId) ? [] : (each as Period)))
  const isNow = offered.findLast((each) => each.kind === 'grading' && each.firstDay <= today)
  return {
    layout: await cardLayoutOf(db),
    heads: await schoolHeadsOf(db),
    schools: await districtSchools(db),
    // Newest first, with the year: two years have a Quarter 1.
    periods: offered
      .toReversed()
      .map((each) => ({ id: each.id, title: `${each.title}, ${schoolYear(offered, each)}` })),
    periodId: isNow?.id ?? offered[0]?.id ?? null,
  }
}
