import type { z } from 'zod'
import { readDecimal, type Decimal } from '../../number/decimal'
import { marks as allMarks, type Mark } from '../../scores/score'
import type { SentLevel, Thing, ThingFields, ThingType } from '../../exchange/thing'
import type { category, GradebookEntity, lineItem, result, scoreStatuses } from './gradebook-entities'

/**
 * Things of the job as entities of OneRoster, and back. What the standard has a field for goes there; what it has none for
 * goes as an extension in `metadata` (docs/open-formats.md), and what does not come back from there is not said.
 */
export const versions = ['1.1', '1.2'] as const
export type Version = (typeof versions)[number]

/** Which entity a thing travels as. */
export const entityOf: Record<ThingType, GradebookEntity> = {
  category: 'category',
  assignment: 'lineItem',
  term: 'lineItem',
  score: 'result',
  grade: 'result',
}

type Entity = Record<string, unknown>
const ref = (sourcedId: string, type: string) => ({ sourcedId, type })
/** Version 1.2 says when, 1.1 on which day. */
const onDay = (day: string | null, version: Version) => (version === '1.2' && day ? `${day}T00:00:00Z` : day)
const CASE = 'case'

/** The entity that a thing is on the wire, without the bookkeeping of every entity. */
export function wireOf(thing: Thing, version: Version): Entity {
  switch (thing.type) {
    case 'category':
      return categoryWire(thing.fields, version)
    case 'assignment':
      return assignmentWire(thing.fields, version)
    case 'term':
      return termWire(thing.fields, version)
    case 'score':
      return scoreWire(thing.fields, version)
    case 'grade':
      return gradeWire(thing.fields, version)
  }
}

const categoryWire = ({ name, weight }: ThingFields['category'], version: Version): Entity =>
  version === '1.2' ? { title: name, weight: Number(weight) / 100 } : { title: name, metadata: { weight } }

/** What a line item is in, in either version's words. */
const placeWire = (fields: { classId: string; categoryId: string; periodId: string }, version: Version): Entity => ({
  class: ref(fields.classId, 'class'),
  category: ref(fields.categoryId, 'category'),
  ...(version === '1.2'
    ? { academicSession: ref(fields.periodId, 'academicSession') }
    : { gradingPeriod: ref(fields.periodId, 'academicSession') }),
})

const assignmentWire = (fields: ThingFields['assignment'], version: Version): Entity => ({
  title: fields.name,
  description: fields.description,
  assignDate: onDay(fields.dueOn, version),
  dueDate: onDay(fields.dueOn, version),
  ...placeWire(fields, version),
  resultValueMin: 0,
  resultValueMax: Number(fields.points),
  ...(fields.standardIds.length && version === '1.2'
    ? { learningObjectiveSet: [{ source: CASE, learningObjectiveIds: fields.standardIds }] }
    : {}),
  metadata: {
    shortName: fields.shortName,
    multiplier: fields.multiplier,
    counts: String(fields.counts),
    ...(fields.standardIds.length && version === '1.1' ? { standards: fields.standardIds.join(' ') } : {}),
  },
})

const termWire = (fields: ThingFields['term'], version: Version): Entity => ({
  title: fields.name,
  description: '',
  assignDate: onDay(fields.lastDay, version),
  dueDate: onDay(fields.lastDay, version),
  ...placeWire(fields, version),
  resultValueMin: 0,
  resultValueMax: 100,
  metadata: { termGrade: 'true' },
})

function statusOf({ marks, earned, text }: ThingFields['score']): (typeof scoreStatuses)[number] {
  if (marks.includes('excused')) return 'exempt'
  if (earned !== null || text !== null) return 'fully graded'
  if (marks.includes('incomplete')) return 'partially graded'
  return marks.includes('late') ? 'submitted' : 'not submitted'
}

/** Only what is there: an empty field of an entity is none. */
const present = (fields: Entity): Entity =>
  Object.fromEntries(
    Object.entries(fields).filter(([, value]) => value !== null && value !== '' && value !== undefined),
  )
/** Fields that 1.1 has no name for go beside. */
const beside = (version: Version, of12: Entity, always: Entity = {}): Entity => {
  const extension = present({ ...always, ...(version === '1.1' ? of12 : {}) })
  const own = version === '1.2' ? present(of12) : {}
  return { ...own, ...(Object.keys(extension).length ? { metadata: extension } : {}) }
}

const scoreWire = (fields: ThingFields['score'], version: Version): Entity => ({
  lineItem: ref(fields.assignmentId, 'lineItem'),
  student: ref(fields.studentId, 'user'),
  scoreStatus: statusOf(fields),
  ...present({ score: fields.earned, comment: fields.note }),
  ...beside(
    version,
    {
      textScore: fields.text,
      late: String(fields.marks.includes('late')),
      missing: String(fields.marks.includes('missing')),
      incomplete: String(fields.marks.includes('incomplete')),
    },
    { absent: fields.marks.includes('absent') ? 'true' : null },
  ),
})

const gradeWire = (fields: ThingFields['grade'], version: Version): Entity => {
  const { levels } = fields
  const results = levels.map(({ standardId, value, label }) => ({
    learningObjectiveId: standardId,
    score: value,
    textScore: label,
  }))
  const own = levels.flatMap((each) => (each.own ? [[`ownLevel.${each.standardId}`, each.own]] : []))
  const of11 = levels.map((each) => [`level.${each.standardId}`, `${each.value} ${each.label}`])
  return {
    lineItem: ref(fields.termId, 'lineItem'),
    student: ref(fields.studentId, 'user'),
    scoreStatus: fields.label !== null || levels.length ? 'fully graded' : 'not submitted',
    ...present({ score: fields.percent, comment: fields.remark }),
    ...(levels.length && version === '1.2'
      ? { learningObjectiveSet: [{ source: CASE, learningObjectiveResults: results }] }
      : {}),
    ...beside(
      version,
      { textScore: fields.label },
      {
        overridden: fields.computed === null ? null : 'true',
        computed: fields.computed,
        reason: fields.reason,
        unadjusted: fields.unadjusted,
        ...Object.fromEntries(own),
        ...(version === '1.1' ? Object.fromEntries(of11) : {}),
      },
    ),
  }
}

/** A thing as the other side tells of it; extensions that it does not keep are left out. */
export interface Told {
  type: ThingType
  fields: Entity
  /** When it changed there last; left out where that is no moment. */
  changedAt?: string | null
}

/** The moment that an entity says it changed last; null where it says none. */
export const changedAtOf = ({ dateLastModified }: { dateLastModified: string }): string | null =>
  /^\d{4}-\d{2}-\d{2}T/.test(dateLastModified) && !Number.isNaN(Date.parse(dateLastModified)) ? dateLastModified : null

/**
 * An entity of the gradebook in the words of the job.
 *
 * @param isTerm whether a line item is one of those that term grades belong to
 */
export function thingOf(
  entity: GradebookEntity,
  read: unknown,
  version: Version,
  isTerm: (lineItemId: string) => boolean,
): Told {
  if (entity === 'category') return { type: 'category', fields: categoryFrom(read as z.infer<typeof category>) }
  if (entity === 'lineItem') return lineItemFrom(read as z.infer<typeof lineItem>, version)
  const found = read as z.infer<typeof result>
  return isTerm(found.lineItem.sourcedId)
    ? { type: 'grade', fields: gradeFrom(found, version) }
    : { type: 'score', fields: scoreFrom(found) }
}

/** Thousandths are as fine as anything is kept here. */
const decimalOf = (value: number): Decimal => readDecimal(String(Math.round(value * 1000) / 1000)) ?? '0'
const wordOf = (metadata: Entity | undefined, name: string): string | undefined =>
  typeof metadata?.[name] === 'string' ? (metadata[name] as string) : undefined

const categoryFrom = ({ title, weight, metadata }: z.infer<typeof category>): Entity => {
  const said = weight === undefined ? wordOf(metadata, 'weight') : decimalOf(weight * 100)
  return { name: title, ...(said === undefined ? {} : { weight: readDecimal(said) ?? '0' }) }
}

/** Whether a line item is one that term grades belong to. */
export const isTermItem = ({ metadata }: { metadata?: Entity | undefined }): boolean => metadata?.termGrade === 'true'

function lineItemFrom(read: z.infer<typeof lineItem>, version: Version): Told {
  const { metadata } = read
  const place = {
    classId: read.class.sourcedId,
    categoryId: read.category.sourcedId,
    periodId: (read.academicSession ?? read.gradingPeriod)?.sourcedId ?? '',
  }
  const day = (read.dueDate ?? '').slice(0, 10)
  if (isTermItem(read)) return { type: 'term', fields: { name: read.title, lastDay: day, ...place } }
  const objectives = read.learningObjectiveSet?.flatMap((each) => each.learningObjectiveIds) ?? []
  const standards = version === '1.2' ? objectives : (wordOf(metadata, 'standards')?.split(' ') ?? [])
  const [shortName, multiplier, counts] = ['shortName', 'multiplier', 'counts'].map((name) => wordOf(metadata, name))
  return {
    type: 'assignment',
    fields: {
      name: read.title,
      description: read.description ?? '',
      dueOn: day || null,
      ...place,
      ...(read.resultValueMax === undefined ? {} : { points: decimalOf(read.resultValueMax) }),
      ...(shortName === undefined ? {} : { shortName }),
      ...(multiplier === undefined ? {} : { multiplier }),
      ...(counts === undefined ? {} : { counts: counts === 'true' }),
      standardIds: standards,
    },
  }
}

function scoreFrom(read: z.infer<typeof result>): Entity {
  const { metadata } = read
  const isSaid = (mark: 'late' | 'missing' | 'incomplete' | 'absent') =>
    String((mark === 'absent' ? undefined : read[mark]) ?? metadata?.[mark]) === 'true'
  const has: Record<Mark, boolean> = {
    missing: isSaid('missing'),
    late: isSaid('late'),
    absent: isSaid('absent'),
    incomplete: isSaid('incomplete'),
    excused: read.scoreStatus === 'exempt',
  }
  return {
    assignmentId: read.lineItem.sourcedId,
    studentId: read.student.sourcedId,
    earned: read.score ?? null,
    text: read.textScore ?? wordOf(metadata, 'textScore') ?? null,
    marks: allMarks.filter((mark) => has[mark]),
    note: read.comment ?? '',
  }
}

function gradeFrom(read: z.infer<typeof result>, version: Version): Entity {
  const { metadata } = read
  return {
    termId: read.lineItem.sourcedId,
    studentId: read.student.sourcedId,
    percent: read.score ?? null,
    label: read.textScore ?? wordOf(metadata, 'textScore') ?? null,
    remark: read.comment ?? '',
    ...(metadata
      ? {
          computed: wordOf(metadata, 'computed') ?? null,
          reason: wordOf(metadata, 'reason') ?? '',
          unadjusted: wordOf(metadata, 'unadjusted') ?? null,
        }
      : {}),
    levels: version === '1.2' ? levelsFrom(read) : levelsBeside(metadata),
  }
}

const levelsFrom = ({ learningObjectiveSet, metadata }: z.infer<typeof result>): SentLevel[] =>
  (learningObjectiveSet ?? []).flatMap((set) =>
    set.learningObjectiveResults.map(({ learningObjectiveId, score, textScore }) => ({
      standardId: learningObjectiveId,
      value: score ?? 0,
      label: textScore ?? '',
      own: wordOf(metadata, `ownLevel.${learningObjectiveId}`) ?? null,
    })),
  )

const levelsBeside = (metadata: Entity | undefined): SentLevel[] =>
  Object.entries(metadata ?? {}).flatMap(([name, said]): SentLevel[] => {
    const standardId = /^level\.(.+)$/.exec(name)?.[1]
    const found = typeof said === 'string' ? /^(\S+) (.*)$/.exec(said) : null
    if (!standardId || !found) return []
    return [
      {
        standardId,
        value: Number(found[1]),
        label: found[2]!,
        own: wordOf(metadata, `ownLevel.${standardId}`) ?? null,
      },
    ]
  })
