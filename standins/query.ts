import type { Entity } from './held'

/**
 * What OneRoster asks of every collection (1EdTech, 1.1 and 1.2, from memory): `limit` and `offset`, `filter` by one or two
 * comparisons, `sort` with `orderBy`, `fields`, and the headers that say how many there are and where the rest is.
 */
export interface Query {
  limit?: string
  offset?: string
  filter?: string
  sort?: string
  orderBy?: string
  fields?: string
}

/** A query that the standard does not know; what is wrong, for the status body. */
export class BadQuery extends Error {}

const COMPARISON = /^\s*([\w.]+)\s*(!=|>=|<=|=|>|<|~)\s*'([^']*)'\s*$/
const MOST_PER_PAGE = 500

const valueAt = (entity: Entity, path: string): unknown =>
  path.split('.').reduce<unknown>((at, key) => (at as Record<string, unknown> | undefined)?.[key], entity)

function comparison(text: string): (entity: Entity) => boolean {
  const found = COMPARISON.exec(text)
  if (!found) throw new BadQuery(`The filter "${text}" is not a comparison.`)
  const [, path, sign, wanted] = found as unknown as [string, string, string, string]
  return (entity) => {
    const value = String(valueAt(entity, path) ?? '')
    if (sign === '~') return value.toLowerCase().includes(wanted.toLowerCase())
    const order = value < wanted ? -1 : value > wanted ? 1 : 0
    return { '=': order === 0, '!=': order !== 0, '>': order > 0, '>=': order >= 0, '<': order < 0, '<=': order <= 0 }[
      sign
    ]!
  }
}

/** @example filtered([{ sourcedId: 'a', title: 'Tests' }], "title~'test'").length // 1 */
export function filtered(entities: Entity[], filter: string | undefined): Entity[] {
  if (!filter) return entities
  const both = filter.split(' AND ')
  const either = filter.split(' OR ')
  if (both.length > 2 || either.length > 2 || (both.length > 1 && either.length > 1))
    throw new BadQuery('A filter has at most two comparisons.')
  const [first, second] = (both.length > 1 ? both : either).map(comparison)
  return entities.filter((each) =>
    !second ? first!(each) : both.length > 1 ? first!(each) && second(each) : first!(each) || second(each),
  )
}

function sorted(entities: Entity[], { sort, orderBy = 'asc' }: Query): Entity[] {
  if (!sort) return entities
  if (!['asc', 'desc'].includes(orderBy)) throw new BadQuery('orderBy is asc or desc.')
  const sign = orderBy === 'desc' ? -1 : 1
  return entities.toSorted(
    (a, b) => sign * String(valueAt(a, sort) ?? '').localeCompare(String(valueAt(b, sort) ?? ''), 'en'),
  )
}

function withFields(entity: Entity, fields: string | undefined): Record<string, unknown> {
  if (!fields) return entity
  const names = new Set(fields.split(',').map((name) => name.trim()))
  return Object.fromEntries(Object.entries(entity).filter(([name]) => names.has(name)))
}

export interface Page {
  entities: Record<string, unknown>[]
  total: number
  limit: number
  offset: number
}

/** One page of a collection. @throws BadQuery */
export function pageOf(all: Entity[], query: Query): Page {
  const limit = query.limit === undefined ? 100 : Number(query.limit)
  const offset = query.offset === undefined ? 0 : Number(query.offset)
  if (!Number.isInteger(limit) || limit < 1) throw new BadQuery('limit is a whole number above 0.')
  if (!Number.isInteger(offset) || offset < 0) throw new BadQuery('offset is a whole number, 0 or more.')
  const found = sorted(filtered(all, query.filter), query)
  const shown = found.slice(offset, offset + Math.min(limit, MOST_PER_PAGE))
  return { entities: shown.map((each) => withFields(each, query.fields)), total: found.length, limit, offset }
}

/** The Link header (RFC 8288) of a page. */
export function linksOf(path: string, { total, limit, offset }: Page): string {
  const at = (place: number, rel: string) => `<${path}?limit=${limit}&offset=${place}>; rel="${rel}"`
  const last = Math.max(0, Math.ceil(total / limit) - 1) * limit
  return [
    ...(offset + limit < total ? [at(offset + limit, 'next')] : []),
    at(last, 'last'),
    at(0, 'first'),
    ...(offset > 0 ? [at(Math.max(0, offset - limit), 'prev')] : []),
  ].join(', ')
}
