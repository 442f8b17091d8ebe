import { daysAfter } from '../calendar/date'
import { holds, periodToday, type Period } from '../calendar/periods'
import type { ClassSnapshot } from '../section'
import { standardsOf } from '../plan/standards-of'
import { evidenceOf, type EvidenceItem } from '../proficiency/evidence-of'
import { levelIn } from '../proficiency/level'
import { nameOfStandard } from '../proficiency/standards'
import { askedOf, habitsAsked } from '../proficiency/to-decide'
import { levelWindow, type LevelWindow } from '../proficiency/window'
import type { Find, LooseEnd } from './looseend'

/** So near its end a period is looked at for what is still without a level. */
const NEAR_DAYS = 14

/** What of standards and their evidence would surprise a teacher later; most of it asks what day it is. */
export const standards: Find = (snapshot, today) => {
  const all = standardsOf(snapshot)
  if (all.length === 0) return []
  const period = today === null ? null : periodToday(snapshot.periods, today)
  if (period === null || today === null) return sameCodes(snapshot)
  const window = levelWindow(snapshot, period)
  const evidence = evidenceByStandard(window)
  const isNear = holds(period, today) && daysAfter(today, NEAR_DAYS) >= period.lastDay
  return [
    ...sameCodes(snapshot),
    ...withdrawn(window, evidence),
    ...oneDay(window, evidence),
    ...untold(window, evidence, today),
    ...(isNear ? [...noEvidence(window, today), ...habits(window, today)] : []),
  ]
}

/** All evidence of a window, by standard and then by student; looked up once. */
type Evidence = ReadonlyMap<string, readonly EvidenceItem[][]>
const evidenceByStandard = (window: LevelWindow): Evidence =>
  new Map(
    standardsOf(window.snapshot).map(({ id }) => [
      id,
      window.snapshot.students.map((student) => evidenceOf(window, student.id, id)),
    ]),
  )

const proficiency = (period: Period, standardId: string) =>
  ({ view: 'proficiency', standardId, periodId: period.id }) as const

function sameCodes(snapshot: ClassSnapshot): LooseEnd[] {
  const byCode = new Map<string, string[]>()
  for (const { id, code } of standardsOf(snapshot)) if (code) byCode.set(code, [...(byCode.get(code) ?? []), id])
  return [...byCode].flatMap(([code, ids]) =>
    ids.length < 2
      ? []
      : [
          {
            code: 'same-code' as const,
            message: { code: 'end.same-code' as const, standards: ids.length, standardCode: code },
            mend: { view: 'standards' as const },
          },
        ],
  )
}

/** Evidence of a period for a standard that its owner has taken away: it stays, and somebody should know. */
function withdrawn(window: LevelWindow, evidence: Evidence): LooseEnd[] {
  return standardsOf(window.snapshot).flatMap((each) => {
    if (each.withdrawnOn === null || evidence.get(each.id)!.every((of) => of.length === 0)) return []
    return [
      {
        code: 'withdrawn' as const,
        message: { code: 'end.withdrawn' as const, period: window.period.title, standard: nameOfStandard(each) },
        mend: proficiency(window.period, each.id),
      },
    ]
  })
}

/** Several pieces of evidence of one student, and all of them from one day: it says less than it seems to. */
function oneDay(window: LevelWindow, evidence: Evidence): LooseEnd[] {
  return standardsOf(window.snapshot).flatMap((each) => {
    if (window.tree.childrenOf(each.id).length) return []
    const all = evidence.get(each.id)!
    const days = new Set(all.flatMap((of) => of.map(({ on }) => on)))
    if (days.size !== 1 || all.every((of) => of.length < 2)) return []
    return [
      {
        code: 'one-day' as const,
        message: { code: 'end.one-day' as const, standard: nameOfStandard(each), period: window.period.title },
        mend: proficiency(window.period, each.id),
      },
    ]
  })
}

/** Work that is tagged and due, and of which nobody has a level: its points show none, and none was given. */
function untold(window: LevelWindow, evidence: Evidence, today: string): LooseEnd[] {
  return window.assignments.flatMap((assignment) => {
    if (assignment.dueOn === null || assignment.dueOn >= today) return []
    const without = assignment.standardIds.filter(
      (id) =>
        window.tree.get(id) !== undefined &&
        !evidence.get(id)?.some((of) => of.some((piece) => piece.assignment?.id === assignment.id)),
    )
    if (without.length === 0) return []
    return [
      {
        code: 'untold' as const,
        message: {
          code: 'end.untold' as const,
          assignment: assignment.name,
          standards: without.map((id) => nameOfStandard(window.tree.get(id)!)),
        },
        mend: { view: 'gradebook' as const, assignmentId: assignment.id },
      },
    ]
  })
}

/** Reported standards of which nobody has a level, with the end of the period near. */
function noEvidence(window: LevelWindow, today: string): LooseEnd[] {
  const without = standardsOf(window.snapshot).filter(
    (area) =>
      area.reported &&
      !area.habit &&
      area.withdrawnOn === null &&
      window.tree.childrenOf(area.id).length === 0 &&
      !askedOf(window, today).some(({ id }) => levelIn(window, id, area.id).effective),
  )
  if (without.length === 0) return []
  return [
    {
      code: 'no-evidence',
      message: { code: 'end.no-evidence', standards: without.map(nameOfStandard), period: window.period.title },
      mend: proficiency(window.period, without[0]!.id),
    },
  ]
}

/** Students without learning habits, with the end of the period near. */
function habits(window: LevelWindow, today: string): LooseEnd[] {
  const asked = habitsAsked(window)
  const without = askedOf(window, today).filter(({ id }) =>
    asked.some((each) => !levelIn(window, id, each.id).effective),
  )
  if (without.length === 0) return []
  return [
    {
      code: 'habits',
      message: { code: 'end.habits', students: without.length, period: window.period.title },
      mend: { view: 'habits', periodId: window.period.id },
    },
  ]
}
