import { appendFileSync, existsSync, mkdirSync, readFileSync } from 'node:fs'
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
  /** A framework of standards, as a CASE package; null where it has none. */
  readonly standards: { CFDocument: { identifier: string } } | null
  readonly receipts: Receipt[] = []
  private gradebook: Record<GradebookPart, Map<string, Entity>> = {
    categories: new Map(),
    lineItems: new Map(),
    results: new Map(),
  }
  private log: string

  constructor(folder: string) {
    mkdirSync(folder, { recursive: true })
    const rosterFile = join(folder, 'roster.json')
    this.roster = existsSync(rosterFile) ? JSON.parse(readFileSync(rosterFile, 'utf8')) : {}
    const standardsFile = join(folder, 'standards.json')
    this.standards = existsSync(standardsFile) ? JSON.parse(readFileSync(standardsFile, 'utf8')) : null
    this.log = join(folder, 'received.jsonl')
    if (existsSync(this.log))
      for (const line of readFileSync(this.log, 'utf8').split('\n').filter(Boolean)) this.lay(JSON.parse(line))
  }

  list(part: GradebookPart): Entity[] {
    return [...this.gradebook[part].values()]
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

/** What an entity says, apart from when it was written. */
const content = ({ dateLastModified: _, ...rest }: Entity) =>
  JSON.stringify(Object.entries(rest).sort(([a], [b]) => a.localeCompare(b)))
