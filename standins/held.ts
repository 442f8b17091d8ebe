import { appendFileSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

export type Entity = Record<string, unknown> & { sourcedId: string }
export type GradebookPart = 'categories' | 'lineItems' | 'results'
export const gradebookParts: GradebookPart[] = ['categories', 'lineItems', 'results']

/** One line of what a stand-in has received: the entity as it is from then on, or null when it is gone. */
export interface Receipt {
  at: string
  part: GradebookPart
  id: string
  entity: Entity | null
}

/**
 * What one stand-in holds: a roster that is given to it, and a gradebook that it receives, kept as a log in a folder of
 * its own. A thing that is received again unchanged leaves no line.
 */
export class Held {
  readonly roster: Record<string, Entity[]>
  /** Writes that were asked for, whether or not they changed anything. */
  readonly asked = { put: 0, delete: 0 }
  /** A framework of standards, as a CASE package; null where it has none. */
  readonly standards: { CFDocument: { identifier: string } } | null
  readonly receipts: Receipt[] = []
  private gradebook: Record<GradebookPart, Map<string, Entity>> = {
    categories: new Map(),
    lineItems: new Map(),
    results: new Map(),
  }
  private log: string

  constructor(private folder: string) {
    mkdirSync(folder, { recursive: true })
    const rosterFile = join(folder, 'roster.json')
    this.roster = existsSync(rosterFile) ? JSON.parse(readFileSync(rosterFile, 'utf8')) : {}
    const standardsFile = join(folder, 'standards.json')
    this.standards = existsSync(standardsFile) ? JSON.parse(readFileSync(standardsFile, 'utf8')) : null
    this.log = join(folder, 'received.jsonl')
    if (existsSync(this.log))
      for (const line of readFileSync(this.log, 'utf8').split('\n').filter(Boolean)) this.lay(JSON.parse(line))
  }

  /** All of a collection: of the gradebook, of the roster, or a part of the roster that has a name of its own. */
  list(collection: string): Entity[] {
    if (collection in this.gradebook) return [...this.gradebook[collection as GradebookPart].values()]
    const of = partsOfRoster[collection]
    return of ? (this.roster[of.collection] ?? []).filter(of.has) : (this.roster[collection] ?? [])
  }

  /** Changes a collection of the roster, and keeps it. */
  setRoster(collection: string, entities: Entity[]): true {
    this.roster[collection] = entities
    writeFileSync(join(this.folder, 'roster.json'), JSON.stringify(this.roster))
    return true
  }

  find(part: GradebookPart, id: string): Entity | undefined {
    return this.gradebook[part].get(id)
  }

  /** Takes an entity, or its removal. */
  receive(part: GradebookPart, id: string, entity: Entity | null): void {
    const before = this.gradebook[part].get(id)
    if (entity === null ? before === undefined : before && content(before) === content(entity)) return
    const receipt = { at: new Date().toISOString(), part, id, entity }
    appendFileSync(this.log, JSON.stringify(receipt) + '\n')
    this.lay(receipt)
  }

  private lay(receipt: Receipt): void {
    this.receipts.push(receipt)
    if (receipt.entity === null) this.gradebook[receipt.part].delete(receipt.id)
    else this.gradebook[receipt.part].set(receipt.id, receipt.entity)
  }
}

const isOf = (role: string) => (entity: Entity) =>
  ((entity.roles as { role?: string }[] | undefined) ?? []).some((each) => each.role === role)
/** Collections of the standard that are a part of another one. */
const partsOfRoster: Record<string, { collection: string; has: (entity: Entity) => boolean }> = {
  schools: { collection: 'orgs', has: ({ type }) => type === 'school' },
  gradingPeriods: { collection: 'academicSessions', has: ({ type }) => type === 'gradingPeriod' },
  terms: { collection: 'academicSessions', has: ({ type }) => type === 'term' || type === 'semester' },
  students: { collection: 'users', has: isOf('student') },
  teachers: { collection: 'users', has: isOf('teacher') },
}

/** What an entity says, apart from when it was written. */
const content = ({ dateLastModified: _, ...rest }: Entity) =>
  JSON.stringify(Object.entries(rest).sort(([a], [b]) => a.localeCompare(b)))
