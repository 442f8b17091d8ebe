import { z } from 'zod'
import type { AppClass, Coursework, CourseworkResult } from '../../core/exchange/coursework'
import { changedAtOf, thingOf } from '../../core/formats/oneroster/gradebook'
import { classEntity, user } from '../../core/formats/oneroster/rest'
import { civilDate, decimal } from '../../core/fields'
import { beginning, fitText } from '../../core/text'
import type { Mark } from '../../core/scores/score'
import { OneRosterPartner } from './oneroster'

/** The work of one class there, what was handed in, and by whom. */
export interface ClassCoursework {
  coursework: Coursework[]
  results: CourseworkResult[]
  students: AppClass['students']
}

/** What the classroom app can do for us. Nothing is ever written there. */
export interface ClassroomApp {
  readonly name: string
  /** The classes of a teacher, by the id that the app knows the teacher by; all of them where it does not say. */
  classes(teacherId: string | null): Promise<AppClass[]>
  /** Ids of the classes of a teacher there; null where the app does not say. */
  classIdsOf(teacherId: string): Promise<string[] | null>
  coursework(classId: string): Promise<ClassCoursework>
  tryOut: OneRosterPartner['tryOut']
}

const extension = z.object({ workType: z.string().default(''), link: z.string().default('') })
const MOST_CLASSES = 60

/**
 * The classroom app by OneRoster 1.2, as a provider of a gradebook: topics are its categories, coursework its line items,
 * with the kind of work and its address as an extension (docs/open-formats.md).
 */
export class ClassroomPartner extends OneRosterPartner implements ClassroomApp {
  async classes(teacherId: string | null): Promise<AppClass[]> {
    const rostering = this.base.rostering
    const own = teacherId ? await this.classesTaughtBy(teacherId) : null
    const found = own ?? (await this.collection(`${rostering}/classes`, 'classes', classEntity))
    const classes: AppClass[] = []
    for (const { sourcedId, title } of found.filter((each) => each.status === 'active').slice(0, MOST_CLASSES)) {
      classes.push({ id: sourcedId, title, students: await this.studentsIn(sourcedId) })
    }
    return classes
  }

  private classesTaughtBy(teacherId: string) {
    const path = `${this.base.rostering}/teachers/${encodeURIComponent(teacherId)}/classes`
    return this.collectionOr(path, 'classes', classEntity)
  }

  async classIdsOf(teacherId: string): Promise<string[] | null> {
    return (await this.classesTaughtBy(teacherId))?.map((each) => each.sourcedId) ?? null
  }

  private async studentsIn(classId: string): Promise<AppClass['students']> {
    const path = `${this.base.rostering}/classes/${encodeURIComponent(classId)}/students`
    const found = (await this.collectionOr(path, 'users', user)) ?? []
    return found.map((each) => ({
      id: each.sourcedId,
      name: [each.preferredFirstName || each.givenName, each.familyName].filter(Boolean).join(' '),
    }))
  }

  async coursework(classId: string): Promise<ClassCoursework> {
    const read = await this.entitiesOf(classId)
    const topics = new Map(read.category.map((each) => [each.sourcedId, each.title]))
    const coursework = read.lineItem.map((each): Coursework => {
      const { fields } = thingOf('lineItem', each, '1.2', () => false)
      const { workType, link } = extension.catch({ workType: '', link: '' }).parse(each.metadata ?? {})
      return {
        id: each.sourcedId,
        title: beginning(fitText(each.title), 120).trim() || 'Untitled',
        description: beginning(fitText(each.description ?? ''), 4000),
        topic: topics.get(each.category.sourcedId) ?? '',
        workType,
        // What is no day, or no number of points, is none.
        dueOn: civilDate.catch('').parse(fields.dueOn ?? '') || null,
        points: decimal.catch('0').parse(fields.points ?? '0'),
        // An address of another kind would run in our page.
        changedAt: changedAtOf(each),
        link: /^https?:\/\//.test(link) ? link : '',
      }
    })
    const results = read.result.map((each): CourseworkResult => {
      const { fields } = thingOf('result', each, '1.2', () => false)
      return {
        courseworkId: each.lineItem.sourcedId,
        studentId: each.student.sourcedId,
        earned: fields.earned as number | null,
        text: fields.text as string | null,
        marks: fields.marks as Mark[],
        note: beginning(fitText(fields.note as string), 2000),
        changedAt: changedAtOf(each),
      }
    })
    return { coursework, results, students: await this.studentsIn(classId) }
  }
}
