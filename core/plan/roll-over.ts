import { plainName } from './counterpart'

/** A class of a year, as far as the plan that it goes on with is concerned. */
interface Rolling {
  id: string
  title: string
  course: string
  past: boolean
  plan: unknown
}

/**
 * Which class of a past year each class that has no plan yet goes on from: the one of its name, else the newest of its
 * course; null where there is none with a plan.
 *
 * @param classes this year's and past ones, the newest years first among these
 * @example rollOver([{ id: 'new', title: 'Earth 7A', course: 'Earth 7', past: false, plan: null }, old]).get('new') // 'old'
 */
export function rollOver(classes: readonly Rolling[]): Map<string, string | null> {
  const before = classes.filter((each) => each.past && each.plan !== null)
  const same = (a: string, b: string) => plainName(a) === plainName(b)
  return new Map(
    classes
      .filter((each) => !each.past && each.plan === null)
      .map((section) => {
        const from =
          before.find((one) => same(one.title, section.title) && same(one.course, section.course)) ??
          before.find((one) => same(one.course, section.course))
        return [section.id, from?.id ?? null]
      }),
  )
}
