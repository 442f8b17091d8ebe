import { jointId, partsOf } from '#core/kind'
import type { Plan } from '#core/plan/plan'
import { evidenceAt, levelIn, readLevel, saidOfOrigin, type PeriodLevel, windowOfLevels } from '#core/proficiency/level'
import { levelOf } from '#core/scales/proficiency'
import { useDye } from '~/composables/useDye'
import { rowOf } from '~/sheet/rows'
import type { CellView, ResultColumn, ResultView, SheetActions, SheetColumn, Wish } from '~/sheet/types'
import { useClassStore } from '~/stores/class'
import { usePerson } from '~/stores/person'
import { useUnreadCells, unreadView } from '~/composables/useUnreadCells'
import { shortDay } from '~/composables/useWords'

/** How levels are calculated, as short as a column head wants it. */
const methodShort: Record<Plan['proficiency']['method'], string> = {
  'most recent': 'latest',
  'mean of the last': 'last few',
  mean: 'mean',
  median: 'median',
  highest: 'highest',
  mode: 'mode',
  'decaying average': 'decaying',
  'power law': 'power law',
}

/** The levels of the open class and period: a column for each standard of each assignment tagged with it. */
export function useProficiencySheet(
  open: (assignmentId: string) => void,
  begin: (studentId: string, standardId: string, wish: Wish) => string,
) {
  const classStore = useClassStore()
  const { today } = storeToRefs(usePerson())
  const scale = computed(() => classStore.snapshot!.proficiencyScale)
  const tagged = computed(() => classStore.assignments.filter((each) => each.standardIds.length))
  /** The assignments whose evidence counts: by the plan, those of the period or of the year to date. */
  const counting = computed(() => {
    return classStore.period ? windowOfLevels(classStore.structure!, classStore.period) : []
  })
  const method = computed(() => classStore.plan!.proficiency.method)

  const standards = computed(() => {
    const used = new Set(tagged.value.flatMap((each) => each.standardIds))
    return classStore.snapshot!.standards.filter((each) => used.has(each.id))
  })

  const rows = computed(() =>
    classStore.students.map((each) => rowOf(each, today.value, classStore.snapshot!.section.id)),
  )

  /** A column's id is its assignment and its standard. */
  const columns = computed<SheetColumn[]>(() =>
    standards.value.flatMap((standard) =>
      tagged.value
        .filter((each) => each.standardIds.includes(standard.id))
        .map((each) => ({
          id: jointId(each.id, standard.id),
          title: standard.code,
          under: [each.shortName, shortDay(each.dueOn)],
          tint: classStore.categories.find((one) => one.id === each.categoryId)?.tint,
          words: `${standard.code} in ${each.name}, due ${shortDay(each.dueOn)}: ${standard.statement}`,
        })),
    ),
  )

  const results = computed<ResultColumn[]>(() =>
    standards.value.map((each) => ({
      id: each.id,
      title: each.code,
      under: methodShort[method.value],
      width: 62,
      strong: true,
    })),
  )

  const unread = useUnreadCells(classStore, 'evidence')

  const dyeOf = useDye()

  function cell(studentId: string, columnId: string): CellView {
    const [assignmentId, standardId] = partsOf(columnId) as [string, string]
    const assignment = { ...classStore.get('assignment', assignmentId), id: assignmentId }
    const left = unread.at(studentId, columnId)
    if (left) return unreadView(left, levelText(studentId, columnId))
    const shown = evidenceAt(classStore.snapshot!, studentId, assignment, standardId)
    const found = levelOf(scale.value, shown?.level ?? null)
    if (!shown || !found) return { text: '' }
    const words = `${found.short}, ${found.label}${saidOfOrigin[shown.origin]}`
    if (shown.origin === 'given') return { text: found.short, dye: dyeOf(found.value), words }
    return { text: '', converted: found.short, alone: true, words }
  }

  const levelText = (...id: string[]) =>
    levelOf(scale.value, classStore.get('evidence', jointId(...id)).level)?.short ?? ''

  const cells = (studentId: string) => (columnId: string) => cell(studentId, columnId)

  /** A student's level of a standard in the period, with its evidence and the teacher's own. */
  function level(studentId: string, standardId: string): PeriodLevel | null {
    const { students, period, snapshot } = classStore
    const student = students.find((each) => each.id === studentId)
    return student && period ? levelIn(snapshot!, student, standardId, period, counting.value) : null
  }

  function result(studentId: string, standardId: string): ResultView {
    const found = level(studentId, standardId)
    if (!found?.effective) return { text: '', hatched: true }
    const was = found.override ? (found.calculated?.level.short ?? 'none') : undefined
    return { text: found.effective.short, dye: dyeOf(found.effective.value), was }
  }

  const set = (kind: 'level' | 'clear' | 'paste', cells: { id: string; level: string | null }[]) =>
    classStore.change(
      kind,
      cells.map(({ id, level }) => ({ kind: 'evidence' as const, id, to: { level } })),
    )

  const actions: SheetActions = {
    text: (...id) => unread.at(...id)?.text ?? levelText(...id),
    enter(studentId, columnId, text) {
      const read = readLevel(scale.value, text)
      if ('refused' in read) return read.refused
      unread.end(studentId, columnId)
      set('level', [{ id: jointId(studentId, columnId), level: read.level }])
      return null
    },
    leave: (studentId, columnId, text, reason) => unread.leave([studentId, columnId], text, reason),
    clear(cells) {
      cells.forEach((cell) => unread.end(...cell))
      set(
        'clear',
        cells.map(([studentId, columnId]) => ({ id: jointId(studentId, columnId), level: null })),
      )
    },
    paste(entries) {
      const read = entries.map(([studentId, columnId, text]) => ({
        id: jointId(studentId, columnId),
        read: readLevel(scale.value, text),
      }))
      set(
        'paste',
        read.flatMap(({ id, read }) => ('level' in read ? [{ id, level: read.level }] : [])),
      )
      return read.filter(({ read }) => 'refused' in read).length
    },
    fillDown: (columns) =>
      void set(
        'level',
        columns.flatMap(([first, ...below]) => {
          const { level } = classStore.get('evidence', jointId(...first!))
          return below.map((id) => ({ id: jointId(...id), level }))
        }),
      ),
    isPassedOver(studentId, columnId) {
      const { dueOn } = classStore.get('assignment', partsOf(columnId)[0]!)
      return dueOn !== null && !classStore.wasThere(studentId, dueOn)
    },
    isBlank: (...id) => classStore.get('evidence', jointId(...id)).level === null,
    letter: () => false,
    open: (columnId) => open(partsOf(columnId)[0]!),
    begin,
  }

  return { scale, standards, method, rows, columns, results, cells, result, level, actions, set, dyeOf }
}
