import type { RosterEntities } from '../core/formats/oneroster/rest'
import { demoToday } from './district'
import { seeded } from './random'

/**
 * What the classroom app of the demo holds for the teacher's Earth Systems classes: topics, coursework and what students
 * handed in, as its stand-in keeps it.
 */
interface Received {
  at: string
  part: 'categories' | 'lineItems' | 'results'
  id: string
  entity: Record<string, unknown> & { sourcedId: string }
}

const topics = { rivers: 'Rivers and deltas', practice: 'Practice at home', notices: 'Notices' }
const works = [
  {
    id: 'delta',
    topic: 'rivers',
    title: 'Delta in a tray, photo and caption',
    type: 'lab',
    points: 12,
    due: '2026-11-18',
  },
  { id: 'meander', topic: 'rivers', title: 'Where the meander cuts', type: 'question', points: 6, due: '2026-11-20' },
  { id: 'gauge', topic: 'rivers', title: 'Reading the river gauge', type: 'lab', points: 15, due: '2026-12-02' },
  { id: 'scale', topic: 'practice', title: 'Practice: map scale', type: 'exercise', points: 5, due: '2026-11-12' },
  {
    id: 'contour',
    topic: 'practice',
    title: 'Practice: contour lines',
    type: 'exercise',
    points: 5,
    due: '2026-11-19',
  },
  { id: 'boots', topic: 'notices', title: 'Bring boots on Thursday', type: 'notice', points: 0, due: '2026-11-26' },
] as const

const ref = (sourcedId: string, type: string) => ({ sourcedId, type })
const base = (sourcedId: string) => ({ sourcedId, status: 'active', dateLastModified: '2026-11-24T15:00:00.000Z' })

/** Everything that the classroom app has received before today, in order. */
export function classroomReceipts({ classes, enrollments, academicSessions }: RosterEntities): Received[] {
  const sessionOf = (day: string) =>
    academicSessions.find((each) => each.type === 'gradingPeriod' && each.startDate <= day && day < each.endDate)
      ?.sourcedId ?? ''
  const at = '2026-11-24T15:00:00.000Z'
  const receipts: Received[] = Object.entries(topics).map(([id, title]) => {
    const sourcedId = `topic-${id}`
    return { at, part: 'categories', id: sourcedId, entity: { ...base(sourcedId), title } }
  })
  for (const { sourcedId: classId } of classes.filter((each) => /^es7[abc]$/.test(each.sourcedId))) {
    const random = seeded(classId.charCodeAt(3) * 7919)
    const students = enrollments.flatMap((each) =>
      each.class.sourcedId === classId && each.role === 'student' && !each.endDate ? each.user.sourcedId : [],
    )
    for (const work of works) {
      const id = `work-${classId}-${work.id}`
      receipts.push({
        at,
        part: 'lineItems',
        id,
        entity: {
          ...base(id),
          title: work.title,
          description: work.type === 'notice' ? 'No work to hand in.' : 'Hand it in here.',
          assignDate: `${work.due}T00:00:00Z`,
          dueDate: `${work.due}T00:00:00Z`,
          class: ref(classId, 'class'),
          category: ref(`topic-${work.topic}`, 'category'),
          academicSession: ref(sessionOf(work.due), 'academicSession'),
          resultValueMin: 0,
          resultValueMax: work.points,
          metadata: { workType: work.type },
        },
      })
      if (work.due > demoToday || work.points === 0) continue
      for (const student of students) {
        const luck = random()
        const isMissing = luck < 0.08
        const isLate = luck > 0.92
        const result = `${id}.${student}`
        receipts.push({
          at,
          part: 'results',
          id: result,
          entity: {
            ...base(result),
            lineItem: ref(id, 'lineItem'),
            student: ref(student, 'user'),
            scoreStatus: isMissing ? 'not submitted' : 'fully graded',
            scoreDate: work.due,
            ...(isMissing ? {} : { score: Math.max(1, Math.round(work.points * (0.55 + 0.45 * random()))) }),
            late: String(isLate),
            missing: String(isMissing),
            incomplete: 'false',
          },
        })
      }
    }
  }
  return receipts
}
