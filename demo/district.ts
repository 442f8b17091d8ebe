import type { RosterEntities } from '../core/formats/oneroster/rest'
import { earthSystemsA, pupils, type Pupil } from './people'
import { seeded } from './random'

/** The day on which the demo stands, in the middle of quarter 2. */
export const demoToday = '2026-11-25'

export const teacherEmail = 'm.okafor-lindgren@marram.example'
export const secondTeacherEmail = 's.varga@lanternhill.example'
export const registrarEmail = 'office@brindlebay.example'

const base = (sourcedId: string) => ({
  sourcedId,
  status: 'active' as const,
  dateLastModified: '2026-08-20T08:00:00.000Z',
})
const ref = (sourcedId: string, type: string) => ({ sourcedId, type })

/** OneRoster's end dates are exclusive: each of these is the day after the last one. */
const sessions: [
  id: string,
  title: string,
  type: RosterEntities['academicSessions'][number]['type'],
  start: string,
  end: string,
  parent: string | null,
  exam?: true,
][] = [
  ['y27', '2026-27', 'schoolYear', '2026-08-31', '2027-06-12', null],
  ['s1', 'Semester 1', 'semester', '2026-08-31', '2026-12-23', 'y27'],
  ['q1', 'Quarter 1', 'gradingPeriod', '2026-08-31', '2026-10-31', 's1'],
  ['q2', 'Quarter 2', 'gradingPeriod', '2026-11-02', '2026-12-17', 's1'],
  ['x1', 'Exam 1', 'gradingPeriod', '2026-12-17', '2026-12-23', 's1', true],
  ['s2', 'Semester 2', 'semester', '2027-01-05', '2027-06-12', 'y27'],
  ['q3', 'Quarter 3', 'gradingPeriod', '2027-01-05', '2027-03-20', 's2'],
  ['q4', 'Quarter 4', 'gradingPeriod', '2027-03-22', '2027-06-05', 's2'],
  ['x2', 'Exam 2', 'gradingPeriod', '2027-06-05', '2027-06-12', 's2', true],
]

interface Room {
  id: string
  title: string
  course: string
  school: 'marram' | 'lantern'
  hour: string
  teacher: string
  pupils: Pupil[]
}

const courses: [id: string, title: string, code: string][] = [
  ['c-earth', 'Earth Systems 7', 'ES7'],
  ['c-tide', 'Tide Pool Ecology', 'TPE'],
  ['c-map', 'Mapmaking', 'MAP'],
  ['c-advisory', 'Advisory', 'ADV'],
  ['c-grade3', 'Grade 3', 'G3'],
]

/** Everything that the district's system knows of Brindle Bay, as OneRoster 1.2 entities. */
export function district(): RosterEntities {
  const random = seeded(20261125)
  const grade7 = pupils(110, random)
  const third = pupils(135, random).slice(110, 131)
  const rooms: Room[] = [
    {
      id: 'es7a',
      title: 'Earth Systems 7A',
      course: 'c-earth',
      school: 'marram',
      hour: '1',
      teacher: 't-okafor',
      pupils: earthSystemsA,
    },
    {
      id: 'es7b',
      title: 'Earth Systems 7B',
      course: 'c-earth',
      school: 'marram',
      hour: '2',
      teacher: 't-okafor',
      pupils: grade7.slice(0, 28),
    },
    {
      id: 'tide',
      title: 'Tide Pool Ecology',
      course: 'c-tide',
      school: 'marram',
      hour: '3',
      teacher: 't-okafor',
      pupils: [...earthSystemsA.slice(3, 9), ...grade7.slice(55, 73)],
    },
    {
      id: 'es7c',
      title: 'Earth Systems 7C',
      course: 'c-earth',
      school: 'marram',
      hour: '5',
      teacher: 't-okafor',
      pupils: grade7.slice(28, 55),
    },
    {
      id: 'map',
      title: 'Mapmaking',
      course: 'c-map',
      school: 'marram',
      hour: '6',
      teacher: 't-okafor',
      pupils: [...earthSystemsA.slice(14, 18), ...grade7.slice(73, 91)],
    },
    {
      id: 'adv',
      title: 'Advisory 7',
      course: 'c-advisory',
      school: 'marram',
      hour: '7',
      teacher: 't-okafor',
      pupils: grade7.slice(91, 109),
    },
    {
      id: 'g3',
      title: 'Grade 3, room 4',
      course: 'c-grade3',
      school: 'lantern',
      hour: '1',
      teacher: 't-varga',
      pupils: third,
    },
  ]
  return entities(rooms)
}

/**
 * One class of a given size, for measuring.
 *
 * @param size how many students
 */
export function wideClass(size: number): RosterEntities {
  return entities([
    {
      id: 'wide',
      title: `A class of ${size}`,
      course: 'c-earth',
      school: 'marram',
      hour: '1',
      teacher: 't-okafor',
      pupils: pupils(size, seeded(size)),
    },
  ])
}

function entities(rooms: Room[]): RosterEntities {
  const everyone = new Map<Pupil, string>()
  for (const room of rooms)
    for (const pupil of room.pupils)
      if (!everyone.has(pupil)) everyone.set(pupil, `st-${String(everyone.size + 1).padStart(3, '0')}`)
  const schoolOf = new Map(rooms.flatMap((room) => room.pupils.map((pupil) => [pupil, room.school] as const)))
  return {
    orgs: [
      { ...base('brindle'), name: 'Brindle Bay', type: 'district' },
      { ...base('marram'), name: 'Marram Point Middle School', type: 'school', parent: ref('brindle', 'org') },
      { ...base('lantern'), name: 'Lantern Hill Elementary', type: 'school', parent: ref('brindle', 'org') },
    ],
    academicSessions: sessions.map(([id, title, type, startDate, endDate, parent, exam]) => ({
      ...base(id),
      title,
      type,
      startDate,
      endDate,
      ...(parent ? { parent: ref(parent, 'academicSession') } : {}),
      ...(exam ? { metadata: { examWindow: 'true' } } : {}),
    })),
    courses: courses.map(([id, title, courseCode]) => ({ ...base(id), title, courseCode })),
    classes: rooms.map((room) => ({
      ...base(room.id),
      title: room.title,
      course: ref(room.course, 'course'),
      school: ref(room.school, 'org'),
      terms: [ref('y27', 'academicSession')],
      periods: [room.hour],
    })),
    users: [
      teacher('t-okafor', 'Marit', 'Okafor-Lindgren', teacherEmail, 'marram'),
      teacher('t-varga', 'Silvester', 'Varga', secondTeacherEmail, 'lantern'),
      ...[...everyone].map(([pupil, id]) => ({
        ...base(id),
        givenName: pupil.given,
        familyName: pupil.family,
        ...(pupil.pronouns ? { pronouns: pupil.pronouns } : {}),
        roles: [{ roleType: 'primary', role: 'student', org: ref(schoolOf.get(pupil)!, 'org') }],
      })),
    ],
    enrollments: rooms.flatMap((room) => [
      enrolment(`e-${room.id}-t`, room, room.teacher, 'teacher'),
      ...room.pupils.map((pupil) =>
        enrolment(`e-${room.id}-${everyone.get(pupil)}`, room, everyone.get(pupil)!, 'student'),
      ),
    ]),
  }
}

function teacher(id: string, givenName: string, familyName: string, email: string, school: string) {
  return {
    ...base(id),
    givenName,
    familyName,
    email,
    roles: [{ roleType: 'primary', role: 'teacher', org: ref(school, 'org') }],
  }
}

function enrolment(id: string, room: Room, user: string, role: string): RosterEntities['enrollments'][number] {
  return {
    ...base(id),
    user: ref(user, 'user'),
    class: ref(room.id, 'class'),
    school: ref(room.school, 'org'),
    role,
    beginDate: '2026-08-31',
  }
}

/**
 * The roster of yesterday: students who joined late, left, or moved, and none of what happens overnight.
 */
export function withMoves(roster: RosterEntities): RosterEntities {
  const change: Record<string, Partial<RosterEntities['enrollments'][number]>> = {
    // Joined three weeks ago.
    'e-es7a-st-025': { beginDate: '2026-11-05' },
    // Left after the tenth of November.
    'e-es7a-st-017': { endDate: '2026-11-11' },
    // Moved from the second hour to the fifth.
    'e-es7b-st-030': { endDate: '2026-11-09' },
  }
  const moved = roster.enrollments.find((each) => each.sourcedId === 'e-es7b-st-030')!
  const fifth = roster.enrollments.find((each) => each.class.sourcedId === 'es7c')!
  return {
    ...roster,
    enrollments: [
      ...roster.enrollments.map((each) => ({ ...each, ...change[each.sourcedId] })),
      { ...moved, sourcedId: 'e-es7c-st-030', class: fifth.class, beginDate: '2026-11-09' },
    ],
  }
}

/** The same roster with what happened overnight: one student new in the first hour, one gone from the third. */
export function overnight(roster: RosterEntities): RosterEntities {
  const home = roster.classes[0]!
  return {
    ...roster,
    users: [
      ...roster.users,
      {
        ...base('st-900'),
        givenName: 'Solveig',
        familyName: 'Amundsen',
        pronouns: 'she',
        roles: [{ roleType: 'primary', role: 'student', org: home.school }],
      },
    ],
    enrollments: [
      ...roster.enrollments.filter((each) => each.sourcedId !== 'e-tide-st-060'),
      {
        ...base('e-es7a-st-900'),
        user: ref('st-900', 'user'),
        class: ref('es7a', 'class'),
        school: home.school,
        role: 'student',
        beginDate: demoToday,
      },
    ],
  }
}
