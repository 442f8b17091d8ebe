import type { Standard } from '#core/section'
import { evidenceOf } from '#core/proficiency/evidence-of'
import { standardsOf } from '#core/plan/standards-of'
import { toDecide } from '#core/proficiency/to-decide'
import { levelWindow, type LevelWindow } from '#core/proficiency/window'
import { featureActions, type ColumnFeature, type FeatureKeys } from '~/sheet/features'
import { seenColumn } from '~/sheet/levels/seen-column'
import { standardColumn } from '~/sheet/levels/standard-column'
import { workColumn } from '~/sheet/levels/work-column'
import { rowOf } from '~/sheet/rows'
import type { ResultColumn, ResultView } from '~/sheet/types'
import { useClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'
import { levelMethodShort } from '~/words/methods'

/** What of a class's standards is looked at. */
export interface LevelView {
  /** The area whose standards alone are shown; null shows all. */
  area: string | null
  /** The areas that show no more than their own level. */
  folded: ReadonlySet<string>
  /** The standard whose evidence is open; null shows levels of all. */
  open: string | null
  /** Only students of whom a level is still to be decided. */
  left: boolean
}

/** `Q1` of `Quarter 1`. */
const shortTitle = (title: string) => title.replace(/^(\p{L})\p{L}* (\d+)$/u, '$1$2')

/** The standards that a view shows, each before those below it. */
export function standardsIn(
  { tree }: LevelWindow,
  view: Pick<LevelView, 'area' | 'folded'> & { habits: boolean },
): Standard[] {
  const top = view.area === null ? tree.roots : tree.roots.filter((each) => each.id === view.area)
  const walk = (each: Standard): Standard[] =>
    view.folded.has(each.id) ? [each] : [each, ...tree.childrenOf(each.id).flatMap(walk)]
  return top.flatMap(walk).filter((each) => each.habit === view.habits)
}

/**
 * The levels of the open class and period: a column for each standard and area, or for each piece of evidence of the one
 * that is open.
 */
export function useProficiencySheet(view: () => LevelView, keys: FeatureKeys) {
  const classStore = useClassStore()
  const { today } = storeToRefs(usePerson())
  const window = computed(() => levelWindow(classStore.structure!, classStore.period!))
  const how = computed(() => levelMethodShort[classStore.plan!.proficiency.calculation.method])

  /** The areas at the top that have others below them: what a teacher of several subjects chooses among. */
  const areas = computed(() =>
    window.value.tree.roots.filter((each) => !each.habit && window.value.tree.childrenOf(each.id).length),
  )
  /** A class that is about nothing but habits shows those here. */
  const onlyHabits = computed(() => standardsOf(window.value.snapshot).every((each) => each.habit))
  /** Whom and what the filter shows is settled when it is chosen, so that nothing runs away under the typing. */
  const undecided = shallowRef<{ students: ReadonlySet<string>; standards: ReadonlySet<string> } | null>(null)
  watch(
    () => [view().left, classStore.periodId] as const,
    ([left]) => {
      const of = left
        ? toDecide(window.value, today.value).filter((each) => each.standard.habit === onlyHabits.value)
        : null
      undecided.value = of && {
        students: new Set(of.map((each) => each.studentId)),
        standards: new Set(of.map((each) => each.standard.id)),
      }
    },
    { immediate: true },
  )
  const rows = computed(() =>
    classStore.students
      .filter(({ id }) => undecided.value?.students.has(id) ?? true)
      .map((each) => rowOf(each, classStore.countingDay, classStore.snapshot!.section.id)),
  )
  const standards = computed(() =>
    standardsIn(window.value, { ...view(), habits: onlyHabits.value }).filter(
      ({ id }) => undecided.value?.standards.has(id) ?? true,
    ),
  )
  const opened = computed(() => standardsOf(window.value.snapshot).find((each) => each.id === view().open) ?? null)

  const features = computed<ColumnFeature[]>(() => {
    const of = () => window.value
    if (!opened.value)
      return standards.value.map((each) => {
        const below = of().tree.childrenOf(each.id).length
        const under = below ? [view().folded.has(each.id) ? `${below} in it` : 'area'] : []
        return standardColumn(classStore, of, each, under)
      })
    const standard = opened.value
    const work = of()
      .taggedWith(standard.id)
      .map((each) => ({ on: each.dueOn ?? '', feature: workColumn(classStore, of, standard, each) }))
    const seen = [...daysSeen(standard.id)].map((day) => ({
      on: day,
      feature: seenColumn(classStore, of, standard, day, day === today.value),
    }))
    return [...work, ...seen].sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0)).map((each) => each.feature)
  })
  /** The days on which a standard was seen in the window, and today where it still goes on. */
  function daysSeen(standardId: string): Set<string> {
    void classStore.everything
    const days = new Set(window.value.holds(today.value) ? [today.value] : [])
    for (const { id } of classStore.students)
      for (const each of evidenceOf(window.value, id, standardId)) if (each.observation) days.add(each.on)
    return days
  }

  const byId = computed(() => new Map(features.value.map((each) => [each.column.id, each])))
  const columns = computed(() => features.value.map((each) => each.column))

  /** Beside its evidence stands the level that comes of it. */
  const level = computed(() =>
    opened.value ? standardColumn(classStore, () => window.value, opened.value, [how.value]) : null,
  )
  /** Before it, those of the earlier periods of its length. */
  const earlier = computed(() => {
    const { structure, period, periods } = classStore
    if (!opened.value || !structure || !period) return []
    return periods
      .filter((each) => each.kind === period.kind && each.lastDay < period.firstDay)
      .map((each) => ({ period: each, window: levelWindow(structure, each) }))
  })
  const results = computed<ResultColumn[]>(() =>
    level.value
      ? [
          ...earlier.value.map(({ period }) => ({
            id: period.id,
            title: shortTitle(period.title),
            under: 'then',
            width: 50,
          })),
          { id: level.value.column.id, title: level.value.column.title, under: how.value, width: 62, strong: true },
        ]
      : [],
  )
  function result(studentId: string, resultId: string): ResultView {
    const before = earlier.value.find((each) => each.period.id === resultId)
    const of = before ? standardColumn(classStore, () => before.window, opened.value!, []) : level.value!
    const { text, dye, was, hatched } = of.cell(studentId)
    return { text, dye, hatched, was: was === '' ? 'none' : was }
  }

  const featureOf = (columnId: string) => byId.value.get(columnId) ?? level.value!
  const { cell: cells, ...actions } = featureActions(classStore, featureOf, keys)
  return { window, areas, standards, opened, rows, columns, results, cells, result, actions, featureOf }
}
