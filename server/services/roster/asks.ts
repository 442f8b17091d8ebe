import type { RosterFindings } from '../../../shared/roster-runs'
import type { Db } from '../../database/client'
import type { Ending } from './endings'
import { activeIn, namesOf, titlesOf } from './names'
import type { Rest } from './rows'

/** A roster that would end more than these shares asks first. */
const MUCH_OF_A_CLASS = 0.1
const MUCH_OF_ALL = 0.02
const NAMES_SHOWN = 60

type Asks = NonNullable<RosterFindings['asks']>

/** Whether so many teachers would be switched off that it is asked about. */
export function askOfLeavers({ names, of }: { names: readonly string[]; of: number }): Asks {
  if (names.length <= of * MUCH_OF_A_CLASS) return []
  return [{ what: { part: 'teachers' }, of, ends: names.length, names: names.slice(0, NAMES_SHOWN) }]
}

/** What of these endings is so much, of a class or of all, that it is asked about. */
export async function asksOf(db: Db, endings: readonly Ending[], today: string, rest: Rest): Promise<Asks> {
  if (endings.length === 0) return []
  const byClass = new Map<string, Ending[]>()
  for (const each of endings) byClass.set(each.sectionId, [...(byClass.get(each.sectionId) ?? []), each])
  const active = await activeIn(db, [...byClass.keys()], today, rest)
  const everybody = [...active.values()].reduce((sum, each) => sum + each, 0)
  const muchOfAll = endings.length > everybody * MUCH_OF_ALL && endings.length > 2
  const titles = await titlesOf(db, [...byClass.keys()], rest)
  const names = await namesOf(db, endings, rest)
  return [...byClass].flatMap(([sectionId, list]) => {
    const of = active.get(sectionId) ?? 0
    if (!muchOfAll && list.length <= of * MUCH_OF_A_CLASS) return []
    return [
      {
        what: { part: 'class' as const, title: titles.get(sectionId) ?? '' },
        of,
        ends: list.length,
        names: list.slice(0, NAMES_SHOWN).map((each) => names.get(each.studentId) ?? ''),
      },
    ]
  })
}
