import Papa from 'papaparse'
import type { Thing } from '../../exchange/thing'
import { entityOf, isTermItem, thingOf, wireOf, type Told, type Version } from './gradebook'
import { gradebookEntities, type GradebookEntity } from './gradebook-entities'
import { readManifest } from './csv-manifest'
import { readTable, type CsvFault, type Row } from './csv-table'

/**
 * A class's gradebook as the files of a OneRoster CSV exchange (1EdTech, 1.1 and 1.2; columns from memory of the
 * standard), and back. What the standard has no column for stands in columns of `metadata.`, as it asks for.
 */
type Cells = Record<string, string>
interface Column {
  name: string
  /** The field of the entity, where it is called otherwise. */
  of?: string
  /** How it is written and read. */
  write: (entity: Record<string, unknown>) => unknown
  read: (text: string) => Record<string, unknown>
}

const text = (name: string): Column => ({ name, write: (entity) => entity[name], read: (value) => ({ [name]: value }) })
const number = (name: string): Column => ({ ...text(name), read: (value) => ({ [name]: Number(value) }) })
const ref = (name: string, field: string, type: string): Column => ({
  name,
  of: field,
  write: (entity) => (entity[field] as { sourcedId?: string } | undefined)?.sourcedId,
  read: (sourcedId) => ({ [field]: { sourcedId, type } }),
})
const json = (name: string, field: string): Column => ({
  name,
  of: field,
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
  category: 'categories',
  lineItem: 'lineItems',
  result: 'results',
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
    ...tables.map((entity) => [`file.${files[entity]}`, 'bulk']),
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
          `${files[entity]}.csv`,
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

/** What the files of a class say: its things by id, and ids of what a delta takes away. */
export interface GradebookFiles {
  things: Map<string, Told>
  gone: Set<string>
}

/**
 * Reads the files of a class back, whole or what has changed.
 *
 * @param texts file name to its text, as they were in the zip
 * @returns what they say, or everything that is wrong with them; never half of it
 */
export function readGradebookFiles(texts: ReadonlyMap<string, string>): GradebookFiles | { faults: CsvFault[] } {
  const faults: CsvFault[] = []
  const manifest = readManifest(texts, () => Object.values(files), faults)
  if (!manifest) return { faults }
  const { version, modes } = manifest
  const read: [GradebookEntity, Read][] = []
  const gone = new Set<string>()
  for (const entity of Object.keys(files) as GradebookEntity[]) {
    if (modes[files[entity]] === 'absent') continue
    const required = columns[entity](version).flatMap(({ name }) => (name.startsWith(META) ? [] : name))
    for (const row of readTable(files[entity], required, texts, faults)) {
      if (row.gone) {
        gone.add(row.at('sourcedId'))
        continue
      }
      const found = entityOfRow(row, entity, version)
      if ('column' in found) faults.push({ file: `${files[entity]}.csv`, line: row.line, ...found })
      else read.push([entity, found.entity])
    }
  }
  if (faults.length) return { faults }
  const terms = new Set(
    read.flatMap(([entity, each]) => (entity === 'lineItem' && isTermItem(each) ? each.sourcedId : [])),
  )
  const things = read.map(([entity, each]): [string, Told] => [
    each.sourcedId,
    thingOf(entity, each, version, (item) => terms.has(item)),
  ])
  return { things: new Map(things), gone }
}

type Read = { sourcedId: string; metadata?: Record<string, unknown> | undefined }

/** A row as the entity that it is, or the column that is not by the standard. */
function entityOfRow(
  row: Row,
  entity: GradebookEntity,
  version: Version,
): { entity: Read } | Pick<CsvFault, 'column' | 'reason'> {
  const known = columns[entity](version)
  const names = new Set(known.map(({ name }) => name))
  const fields: Record<string, unknown> = {}
  for (const { name, read } of known) {
    const typed = row.at(name)
    if (typed === '') continue
    try {
      Object.assign(fields, read(typed))
    } catch {
      return { column: name, reason: { code: 'file.value', typed } }
    }
  }
  const extra = row.header.filter((name) => name.startsWith(META) && !names.has(name) && row.at(name) !== '')
  if (extra.length) fields.metadata = Object.fromEntries(extra.map((name) => [name.slice(META.length), row.at(name)]))
  const parsed = gradebookEntities[entity].safeParse(fields)
  if (parsed.success) return { entity: parsed.data }
  const field = String(parsed.error.issues[0]?.path[0] ?? '')
  const column = known.find(({ name, of }) => (of ?? name) === field)?.name ?? field
  const typed = row.at(column)
  return { column, reason: typed === '' ? { code: 'file.empty', column } : { code: 'file.value', typed } }
}
