import Papa from 'papaparse'
import type { Thing } from '../../exchange/thing'
import { entityOf, isTermItem, thingOf, wireOf, type Told, type Version } from './gradebook'
import { gradebookEntities, type GradebookEntity } from './gradebook-entities'

/**
 * A class's gradebook as the files of a OneRoster CSV exchange (1EdTech, 1.1 and 1.2; columns from memory of the
 * standard), and back. What the standard has no column for stands in columns of `metadata.`, as it asks for.
 */
type Cells = Record<string, string>
interface Column {
  name: string
  /** From which field of the entity, and how it is written and read. */
  write: (entity: Record<string, unknown>) => unknown
  read: (text: string) => Record<string, unknown>
}

const text = (name: string): Column => ({ name, write: (entity) => entity[name], read: (value) => ({ [name]: value }) })
const number = (name: string): Column => ({ ...text(name), read: (value) => ({ [name]: Number(value) }) })
const ref = (name: string, field: string, type: string): Column => ({
  name,
  write: (entity) => (entity[field] as { sourcedId?: string } | undefined)?.sourcedId,
  read: (sourcedId) => ({ [field]: { sourcedId, type } }),
})
const json = (name: string, field: string): Column => ({
  name,
  write: (entity) => (entity[field] === undefined ? '' : JSON.stringify(entity[field])),
  read: (value) => ({ [field]: JSON.parse(value) as unknown }),
})

const head = [text('sourcedId'), text('status'), text('dateLastModified')]
const columns: Record<GradebookEntity, (version: Version) => Column[]> = {
  category: (version) => [...head, text('title'), ...(version === '1.2' ? [number('weight')] : [])],
  lineItem: (version) => [
    ...head,
    ...[text('title'), text('description'), text('assignDate'), text('dueDate')],
    ...[ref('classSourcedId', 'class', 'class'), ref('categorySourcedId', 'category', 'category')],
    version === '1.2'
      ? ref('academicSessionSourcedId', 'academicSession', 'academicSession')
      : ref('gradingPeriodSourcedId', 'gradingPeriod', 'academicSession'),
    ...[number('resultValueMin'), number('resultValueMax')],
    ...(version === '1.2' ? [json('metadata.learningObjectiveSet', 'learningObjectiveSet')] : []),
  ],
  result: (version) => [
    ...head,
    ...[ref('lineItemSourcedId', 'lineItem', 'lineItem'), ref('studentSourcedId', 'student', 'user')],
    ...[text('scoreStatus'), number('score'), text('scoreDate'), text('comment')],
    ...(version === '1.2'
      ? [
          ...[text('textScore'), text('incomplete'), text('late'), text('missing')],
          json('metadata.learningObjectiveSet', 'learningObjectiveSet'),
        ]
      : []),
  ],
}
const files: Record<GradebookEntity, string> = {
  category: 'categories.csv',
  lineItem: 'lineItems.csv',
  result: 'results.csv',
}
const META = 'metadata.'

/**
 * The files of a class.
 *
 * @param today the day that results are dated by
 * @returns file name to its text, the manifest among them
 * @example gradebookFiles(things, '1.2', '2026-11-25', '2026-11-25T12:00:00Z')['manifest.csv']
 */
export function gradebookFiles(
  things: readonly Thing[],
  version: Version,
  today: string,
  now: string,
): Record<string, string> {
  const tables = Object.keys(files) as GradebookEntity[]
  const manifest = [
    ['propertyName', 'value'],
    ['manifest.version', '1.0'],
    ['oneroster.version', version],
    ...tables.map((entity) => [`file.${files[entity].replace('.csv', '')}`, 'bulk']),
    ['source.systemName', 'Yukata'],
  ]
  return {
    'manifest.csv': written(manifest),
    ...Object.fromEntries(
      tables.map((entity) => {
        const rows = things
          .filter((each) => entityOf[each.type] === entity)
          .map((each) => rowOf(each, version, today, now))
        const extra = [...new Set(rows.flatMap((row) => Object.keys(row.metadata)))].toSorted()
        const known = columns[entity](version)
        const lines = rows.map(({ entity: of, metadata }) => [
          ...known.map(({ write }) => String(write(of) ?? '')),
          ...extra.map((name) => metadata[name] ?? ''),
        ])
        return [
          files[entity],
          written([[...known.map(({ name }) => name), ...extra.map((name) => META + name)], ...lines]),
        ]
      }),
    ),
  }
}

/** Fields that a spreadsheet may take for a formula are left as they are: a program reads this, and the standard knows no sign. */
const written = (rows: string[][]): string => Papa.unparse(rows, { newline: '\r\n' })

function rowOf(thing: Thing, version: Version, today: string, now: string) {
  const { metadata = {}, ...wire } = wireOf(thing, version) as Record<string, unknown> & { metadata?: Cells }
  const isResult = entityOf[thing.type] === 'result'
  const entity = {
    ...{ sourcedId: thing.id, status: 'active', dateLastModified: now, ...(isResult ? { scoreDate: today } : {}) },
    ...wire,
  }
  return { entity, metadata }
}

/**
 * Reads the files of a class back.
 *
 * @returns the things by id; null where a file is not there or a row is not by the standard
 */
export function readGradebookFiles(
  texts: Readonly<Record<string, string>>,
  version: Version,
): Map<string, Told> | null {
  const entities: [GradebookEntity, string, unknown][] = []
  for (const entity of Object.keys(files) as GradebookEntity[]) {
    const table = texts[files[entity]]
    if (table === undefined) return null
    const { data } = Papa.parse<Cells>(table, { header: true, skipEmptyLines: true })
    for (const row of data) {
      const parsed = gradebookEntities[entity].safeParse(entityFrom(row, entity, version))
      if (!parsed.success) return null
      entities.push([entity, parsed.data.sourcedId, parsed.data])
    }
  }
  const terms = new Set(
    entities.flatMap(([entity, id, read]) => (entity === 'lineItem' && isTermItem(read as object) ? id : [])),
  )
  return new Map(entities.map(([entity, id, read]) => [id, thingOf(entity, read, version, (item) => terms.has(item))]))
}

function entityFrom(row: Cells, entity: GradebookEntity, version: Version): Record<string, unknown> {
  const known = columns[entity](version)
  const names = new Set(known.map(({ name }) => name))
  const metadata = Object.entries(row).filter(
    ([name, value]) => name.startsWith(META) && !names.has(name) && value !== '',
  )
  return Object.assign(
    {},
    ...known.map(({ name, read }) => (row[name] ? read(row[name]) : {})),
    metadata.length
      ? { metadata: Object.fromEntries(metadata.map(([name, value]) => [name.slice(META.length), value])) }
      : {},
  ) as Record<string, unknown>
}
