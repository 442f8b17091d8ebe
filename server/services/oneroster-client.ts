import type { MessageOf } from '../../core/message'
import { z } from 'zod'
import {
  gradebookEntities,
  rosterCollections,
  type RosterCollection,
  type RosterEntities,
} from '../../core/formats/oneroster/rest'
import { fitWords } from '../../core/formats/oneroster/roster'
import type { SendableType } from '../../core/exchange/desired'
import { Problem } from './problem'

export interface Partner {
  url: string
  clientId: string
  clientSecret: string
}

/** What the other side said about one thing: taken, or refused and why. */
export type Answer = { taken: true } | { taken: false; reason: MessageOf<'send'> }

const ROSTERING = '/ims/oneroster/rostering/v1p2'
const GRADEBOOK = '/ims/oneroster/gradebook/v1p2'
const CASE = '/ims/case/v1p0'
const SCOPES = [
  'https://purl.imsglobal.org/spec/or/v1p2/scope/roster.readonly',
  'https://purl.imsglobal.org/spec/or/v1p2/scope/gradebook.readonly',
  'https://purl.imsglobal.org/spec/or/v1p2/scope/gradebook.createput',
  'https://purl.imsglobal.org/spec/or/v1p2/scope/gradebook.delete',
].join(' ')
const PAGE = 200
const TRIES = 3
const PATIENCE_MS = 15_000
/** What one answer, and one collection, holds at most: a partner that says more is not read to the end. */
const MOST = { bytes: 50_000_000, pages: 5_000, frameworks: 50 }

const token = z.object({ access_token: z.string(), expires_in: z.number() })
const refusal = z.object({ imsx_description: z.string() })
const paths: Record<SendableType, { many: string; one: keyof typeof gradebookEntities }> = {
  category: { many: 'categories', one: 'category' },
  lineItem: { many: 'lineItems', one: 'lineItem' },
  result: { many: 'results', one: 'result' },
}

/**
 * Speaks OneRoster 1.2 (1EdTech) to one partner: OAuth 2 client credentials, paged collections, PUT and DELETE of
 * gradebook entities by sourcedId, so that the same thing sent twice is the same thing.
 */
export class OneRosterClient {
  private token: { value: string; until: number } | null = null

  constructor(private partner: Partner) {}

  /** What the partner is called in what is said of it. */
  private get name(): string {
    return `The district's system (${URL.canParse(this.partner.url) ? new URL(this.partner.url).host : 'no address'})`
  }

  /** The whole of the collections that a roster is made of. */
  async roster(): Promise<RosterEntities> {
    const entities: Partial<Record<RosterCollection, unknown[]>> = {}
    for (const name of Object.keys(rosterCollections) as RosterCollection[])
      entities[name] = await this.collection(`${ROSTERING}/${name}`, name, rosterCollections[name])
    return entities as RosterEntities
  }

  /** The frameworks of standards that the partner has, as CASE packages. */
  async frameworks(): Promise<unknown[]> {
    const listed = z
      .object({ CFDocuments: z.array(z.object({ identifier: z.string() })).max(MOST.frameworks) })
      .safeParse(await this.asked(`${CASE}/CFDocuments`, 'its standards'))
    if (!listed.success) throw this.unreadable('its standards', 'CASE 1.0')
    const packages = []
    for (const { identifier } of listed.data.CFDocuments)
      packages.push(await this.asked(`${CASE}/CFPackages/${encodeURIComponent(identifier)}`, 'its standards'))
    return packages
  }

  private async asked(path: string, what: string): Promise<unknown> {
    const response = await this.request(path)
    if (!response.ok) throw this.refused(response.status, what)
    return this.read(response)
  }

  private refused(status: number, what: string): Problem {
    return new Problem(502, 'partner-refused', { partner: this.name, status, what })
  }

  /** What the partner holds of a class's gradebook, by sourcedId, without the bookkeeping fields. */
  async gradebook(classId: string): Promise<Map<string, Record<string, unknown>>> {
    const held = new Map<string, Record<string, unknown>>()
    const keep = (entities: { sourcedId: string; status: string }[]) => {
      for (const each of entities) if (each.status === 'active') held.set(each.sourcedId, comparable(each))
    }
    const id = encodeURIComponent(classId)
    keep(await this.collection(`${GRADEBOOK}/categories`, 'categories', gradebookEntities.category))
    keep(await this.collection(`${GRADEBOOK}/classes/${id}/lineItems`, 'lineItems', gradebookEntities.lineItem))
    keep(await this.collection(`${GRADEBOOK}/classes/${id}/results`, 'results', gradebookEntities.result))
    return held
  }

  /** Creates or replaces one thing. */
  async put(type: SendableType, id: string, fields: Record<string, unknown>, today: string): Promise<Answer> {
    const { many, one } = paths[type]
    const body = {
      sourcedId: id,
      status: 'active',
      dateLastModified: new Date().toISOString(),
      ...(type === 'result' ? { scoreDate: today } : {}),
      ...fields,
    }
    return this.send('PUT', `${GRADEBOOK}/${many}/${encodeURIComponent(id)}`, { [one]: body })
  }

  /** Removes one thing; one that is gone already is removed. */
  async remove(type: SendableType, id: string): Promise<Answer> {
    return this.send('DELETE', `${GRADEBOOK}/${paths[type].many}/${encodeURIComponent(id)}`)
  }

  private async send(method: 'PUT' | 'DELETE', path: string, body?: unknown): Promise<Answer> {
    const response = await this.request(path, { method, body: body === undefined ? undefined : JSON.stringify(body) })
    if (response.ok || (method === 'DELETE' && response.status === 404)) return { taken: true }
    const answer = refusal.safeParse(await this.read(response).catch(() => null))
    return {
      taken: false,
      reason: answer.success
        ? { code: 'send.refused', says: fitWords(answer.data.imsx_description) }
        : { code: 'send.answered', status: response.status },
    }
  }

  private async collection<S extends z.ZodType>(path: string, name: string, schema: S): Promise<z.infer<S>[]> {
    const all: z.infer<S>[] = []
    const first = new Set<string>()
    for (let offset = 0; ; offset += PAGE) {
      if (offset >= MOST.pages * PAGE) throw this.endless(name)
      const response = await this.request(`${path}?limit=${PAGE}&offset=${offset}`)
      if (!response.ok) throw this.refused(response.status, name)
      const page = z.object({ [name]: z.array(schema) }).safeParse(await this.read(response))
      if (!page.success) throw this.unreadable(name, page.error.issues[0]?.path.join('.') ?? '')
      const entities = page.data[name] as z.infer<S>[]
      all.push(...entities)
      // A page that was there before says that the asking for pages is not heard.
      const begins = (entities[0] as { sourcedId?: string } | undefined)?.sourcedId
      if (begins !== undefined && first.has(begins)) throw this.endless(name)
      if (begins !== undefined) first.add(begins)
      const total = Number(response.headers.get('x-total-count') ?? Number.NaN)
      if (entities.length < PAGE || all.length >= total) return all
    }
  }

  /** A request that tries again when the partner stumbles (no answer, or 5xx); what is sent is the same each time. */
  private async request(path: string, init: RequestInit = {}): Promise<Response> {
    let last: Response | null = null
    for (let attempt = 1; attempt <= TRIES; attempt++) {
      try {
        const headers = { authorization: `Bearer ${await this.bearer()}`, 'content-type': 'application/json' }
        last = await this.fetch(path, { ...init, headers })
        if (last.status === 401) this.token = null
        else if (last.status < 500) return last
      } catch (error) {
        if (error instanceof Problem) throw error
      }
      if (attempt < TRIES) await new Promise((resolve) => setTimeout(resolve, 100 * 2 ** attempt))
    }
    if (last) return last
    throw new Problem(502, 'partner-silent', { partner: this.name })
  }

  private async bearer(): Promise<string> {
    if (this.token && this.token.until > Date.now()) return this.token.value
    const { clientId, clientSecret } = this.partner
    const response = await this.fetch('/token', {
      method: 'POST',
      headers: {
        authorization: `Basic ${Buffer.from(`${clientId}:${clientSecret}`).toString('base64')}`,
        'content-type': 'application/x-www-form-urlencoded',
      },
      body: new URLSearchParams({ grant_type: 'client_credentials', scope: SCOPES }),
    })
    if (response.status === 400 || response.status === 401)
      throw new Problem(502, 'partner-credentials', { partner: this.name })
    if (response.status >= 500) throw new Error('no token just now')
    const parsed = token.safeParse(await this.read(response))
    if (!parsed.success) throw this.unreadable('a token', 'OAuth 2')
    const { access_token, expires_in } = parsed.data
    this.token = { value: access_token, until: Date.now() + (expires_in - 30) * 1000 }
    return access_token
  }

  /** One request, for so long at most, and to nobody else than the partner. */
  private async fetch(path: string, init: RequestInit): Promise<Response> {
    const response = await fetch(this.partner.url + path, {
      ...init,
      redirect: 'manual',
      signal: AbortSignal.timeout(PATIENCE_MS),
    })
    if (response.status < 300 || response.status >= 400) return response
    await response.body?.cancel()
    throw new Problem(502, 'partner-redirect', { partner: this.name })
  }

  /** The JSON of an answer, counted as it is read. */
  private async read(response: Response): Promise<unknown> {
    const parts: Uint8Array[] = []
    let size = 0
    for await (const part of response.body ?? []) {
      size += part.length
      if (size > MOST.bytes) throw new Problem(502, 'partner-too-large', { partner: this.name })
      parts.push(part)
    }
    try {
      return JSON.parse(Buffer.concat(parts).toString('utf8'))
    } catch {
      throw this.unreadable('its answer', 'no JSON')
    }
  }

  private unreadable(what: string, at: string): Problem {
    return new Problem(502, 'partner-unreadable', { partner: this.name, what, at })
  }

  private endless(name: string): Problem {
    return new Problem(502, 'partner-endless', { partner: this.name, what: name })
  }
}

const bookkeeping = new Set(['sourcedId', 'status', 'dateLastModified', 'scoreDate', 'school', 'gradingPeriod'])

/** The fields that a comparison looks at: references without their links, empty ones as if absent. */
function comparable(entity: Record<string, unknown>): Record<string, unknown> {
  const fields = Object.entries(entity).filter(([key]) => !bookkeeping.has(key))
  return Object.fromEntries(
    fields.map(([key, value]) => [
      key,
      value !== null && typeof value === 'object' && 'href' in value ? withoutHref(value) : value,
    ]),
  )
}

const withoutHref = ({ href: _, ...rest }: Record<string, unknown>) => rest
