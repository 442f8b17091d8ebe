import type { GradebookFiles } from '../formats/oneroster/csv-gradebook'
import { entriesOf, record } from '../records'
import type { ClassSnapshot } from '../section'
import type { Coursework, CourseworkResult } from './coursework'
import { scoreId } from './desired'
import type { SourceBaseline } from './pull'
import type { ThingFields } from './thing'

/** What files of a gradebook hold of one class, as coursework that can be taken in. */
export interface FiledCoursework {
  coursework: Coursework[]
  results: CourseworkResult[]
  /** Assignments of this class by the ids that the files have for them. */
  known: Map<string, string>
  /** Assignments of this class that a delta takes away, as they are here: whether they go is to be decided. */
  baseline: Map<string, SourceBaseline>
  /** Cells of this class whose score a delta takes away. */
  cleared: string[]
}

type Some<T extends keyof ThingFields> = Partial<ThingFields[T]>

/**
 * The assignments and scores of a class's files. An id that is an assignment's of this class is that assignment; one that a
 * delta only names by its scores is as it is here. Term grades are decided in this class and are passed over.
 *
 * @param standardIdOf our id of a standard, by the one in the files
 */
export function fromFiles(
  { things, gone }: GradebookFiles,
  snapshot: ClassSnapshot,
  standardIdOf: (theirs: string) => string | undefined,
): FiledCoursework {
  const found: FiledCoursework = { coursework: [], results: [], known: new Map(), baseline: new Map(), cleared: [] }
  const names = new Map<string, string>()
  for (const [id, { type, fields }] of things)
    if (type === 'category') names.set(id, (fields as Some<'category'>).name ?? '')
  const categoryNamed = (name: string) =>
    Object.entries(snapshot.records.category).find(([, each]) => !each.removed && each.name === name)?.[0] ?? null
  const isHere = (id: string) => record(snapshot.records, 'assignment', id).removed === false

  for (const [id, { type, fields }] of things) {
    if (type !== 'assignment') continue
    const item = fields as Some<'assignment'>
    const topic = names.get(item.categoryId ?? '') ?? ''
    found.coursework.push({
      id,
      title: item.name ?? '',
      description: item.description ?? '',
      topic,
      workType: '',
      dueOn: item.dueOn ?? null,
      points: item.points ?? '100',
      link: '',
      own: {
        categoryId: categoryNamed(topic),
        multiplier: item.multiplier ?? '1',
        counts: item.counts ?? true,
        standardIds: (item.standardIds ?? []).flatMap((each) => standardIdOf(each) ?? []),
      },
    })
    if (isHere(id)) found.known.set(id, id)
  }
  const listed = new Set(found.coursework.map((each) => each.id))
  for (const [, { type, fields }] of things) {
    if (type !== 'score') continue
    const { assignmentId = '', studentId = '', ...score } = fields as Some<'score'>
    if (!listed.has(assignmentId) && isHere(assignmentId)) {
      found.coursework.push(asHere(snapshot, assignmentId))
      found.known.set(assignmentId, assignmentId)
      listed.add(assignmentId)
    }
    const { earned = null, text = null, marks = [], note = '' } = score
    found.results.push({ courseworkId: assignmentId, studentId, earned, text, marks, note })
  }
  for (const id of gone)
    if (isHere(id)) {
      const { title, ...fields } = asHere(snapshot, id)
      found.baseline.set(id, { type: 'assignment', theirId: id, title, fields, isIn: true })
    }
  found.cleared = entriesOf(snapshot.records, 'cell').flatMap(([id]) => (gone.has(scoreId(id)) ? [id] : []))
  return found
}

function asHere(snapshot: ClassSnapshot, id: string): Coursework {
  const { name, description, dueOn, points, categoryId, multiplier, counts, standardIds } = record(
    snapshot.records,
    'assignment',
    id,
  )
  const own = { categoryId, multiplier, counts, standardIds: [...standardIds] }
  return { id, title: name, description, topic: '', workType: '', dueOn, points, link: '', own }
}
