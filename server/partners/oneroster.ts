import { z } from 'zod'
import type { ThingType, Thing } from '../../core/exchange/thing'
import {
  changedAtOf,
  entityOf,
  isTermItem,
  thingOf,
  wireOf,
  type Told,
  type Version,
} from '../../core/formats/oneroster/gradebook'
import { gradebookEntities, type GradebookEntity } from '../../core/formats/oneroster/gradebook-entities'
import { rosterCollections, user11, type RosterCollection } from '../../core/formats/oneroster/rest'
import { fitWords } from '../../core/formats/oneroster/roster'
import { Problem } from '../services/problem'
import { PartnerHttp, type Address, type Patience } from './http'
import { readRoster } from './oneroster-roster'
import type { Answer, Partner, RosterAnswer, RosterWish, Trial } from './partner'

const CASE = '/ims/case/v1p0'
/** Where each version has its services, and what they are asked for by. From memory of the standard. */
const bases: Record<Version, { rostering: string; gradebook: string; scopes: string }> = {
  '1.2': {
    rostering: '/ims/oneroster/rostering/v1p2',
    gradebook: '/ims/oneroster/gradebook/v1p2',
    scopes: scopesOf('v1p2'),
  },
  '1.1': { rostering: '/ims/oneroster/v1p1', gradebook: '/ims/oneroster/v1p1', scopes: scopesOf('v1p1') },
}
function scopesOf(version: string): string {
  const names = ['roster.readonly', 'gradebook.readonly', 'gradebook.createput', 'gradebook.delete']
  return names.map((name) => `https://purl.imsglobal.org/spec/or/${version}/scope/${name}`).join(' ')
}

const PAGE = 200
/** What one collection holds at most: a partner that says more is not read to the end. */
const MOST = { pages: 5_000, frameworks: 50 }

const refusal = z.object({ imsx_description: z.string() })
const collections: Record<GradebookEntity, string> = {
  category: 'categories',
  lineItem: 'lineItems',
  result: 'results',
}

/**
 * Speaks OneRoster (1EdTech) to one partner: paged collections, PUT and DELETE of gradebook entities by sourcedId, so that
 * the same thing sent twice is the same thing.
 */
export class OneRosterPartner implements Partner {
  protected http: PartnerHttp
  readonly base

  constructor(
    address: Address,
    private version: Version = '1.2',
    patience?: Partial<Patience>,
  ) {
    this.base = bases[version]
    this.http = new PartnerHttp(address, this.base.scopes, patience)
  }

  get name(): string {
    return this.http.name
  }

  roster(wish: RosterWish = {}): Promise<RosterAnswer> {
    return readRoster(this, wish)
  }

  /** What a collection of the rostering service is read by. */
  rosterSchema(name: RosterCollection): z.ZodType {
    return name === 'users' && this.version === '1.1' ? user11 : rosterCollections[name]
  }

  /** What its clock says; null where it does not say. */
  clock = (): string | null => this.http.clock

  /** What is said of a collection that it does not have. */
  absent = (name: string): Problem => this.http.refused(404, name)

  async frameworks(): Promise<unknown[]> {
    const listed = z
      .object({ CFDocuments: z.array(z.object({ identifier: z.string() })).max(MOST.frameworks) })
      .safeParse(await this.asked(`${CASE}/CFDocuments`, 'its standards'))
    if (!listed.success) throw this.http.unreadable('its standards', 'CASE 1.0')
    const packages = []
    for (const { identifier } of listed.data.CFDocuments)
      packages.push(await this.asked(`${CASE}/CFPackages/${encodeURIComponent(identifier)}`, 'its standards'))
    return packages
  }

  private async asked(path: string, what: string): Promise<unknown> {
    const response = await this.http.request(path)
    if (!response.ok) throw this.http.refused(response.status, what)
    return this.http.read(response)
  }

  async gradebook(classId: string): Promise<Map<string, Told>> {
    const entities = await this.entitiesOf(classId)
    const terms = new Set(entities.lineItem.filter(isTermItem).map((each) => each.sourcedId))
    return new Map(
      (Object.keys(entities) as GradebookEntity[]).flatMap((entity) =>
        entities[entity].map((each): [string, Told] => [
          each.sourcedId,
          { ...thingOf(entity, each, this.version, (id) => terms.has(id)), changedAt: changedAtOf(each) },
        ]),
      ),
    )
  }

  /** What it holds of a class's gradebook, as it says it. */
  protected async entitiesOf(classId: string) {
    const ofClass = `${this.base.gradebook}/classes/${encodeURIComponent(classId)}`
    return {
      category: await this.entities('category', `${this.base.gradebook}/categories`),
      lineItem: await this.entities('lineItem', `${ofClass}/lineItems`),
      result: await this.entities('result', `${ofClass}/results`),
    }
  }

  private async entities<E extends GradebookEntity>(
    entity: E,
    path: string,
  ): Promise<z.infer<(typeof gradebookEntities)[E]>[]> {
    const all = await this.collection(path, collections[entity], gradebookEntities[entity])
    return (all as z.infer<(typeof gradebookEntities)[E]>[]).filter((each) => each.status === 'active')
  }

  async put(thing: Thing, today: string): Promise<Answer> {
    const entity = entityOf[thing.type]
    const body = {
      sourcedId: thing.id,
      status: 'active',
      dateLastModified: new Date().toISOString(),
      ...(entity === 'result' ? { scoreDate: today } : {}),
      ...wireOf(thing, this.version),
    }
    return this.send('PUT', entity, thing.id, { [entity]: body })
  }

  async remove(type: ThingType, id: string): Promise<Answer> {
    return this.send('DELETE', entityOf[type], id)
  }

  private async send(method: 'PUT' | 'DELETE', entity: GradebookEntity, id: string, body?: unknown): Promise<Answer> {
    const path = `${this.base.gradebook}/${collections[entity]}/${encodeURIComponent(id)}`
    const response = await this.http.request(path, {
      method,
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    })
    if (response.ok || (method === 'DELETE' && response.status === 404)) {
      await response.body?.cancel()
      return { taken: true }
    }
    const answer = refusal.safeParse(await this.http.read(response).catch(() => null))
    return {
      taken: false,
      isPassing: response.status >= 500 || response.status === 408 || response.status === 425,
      reason: answer.success
        ? { code: 'send.refused', says: fitWords(answer.data.imsx_description) }
        : { code: 'send.answered', status: response.status },
    }
  }

  async tryOut(): Promise<Trial[]> {
    const trials: Trial[] = []
    const look = async (part: Trial['part'], work: () => Promise<number | null>): Promise<boolean> => {
      try {
        trials.push({ part, fault: null, count: await work() })
        return true
      } catch (error) {
        if (!(error instanceof Problem)) throw error
        trials.push({ part, fault: { code: error.code, figures: error.figures }, count: null })
        return false
      }
    }
    const has = async (path: string, what: string) => {
      const response = await this.http.request(path)
      if (!response.ok) throw this.http.refused(response.status, what)
      const total = response.headers.get('x-total-count')
      await response.body?.cancel()
      return total === null ? null : Number(total)
    }
    if (!(await look('key', () => this.http.signIn().then(() => null)))) return trials
    await look('roster', () => has(`${this.base.rostering}/classes?limit=1`, 'its classes'))
    await look('gradebook', () => has(`${this.base.gradebook}/categories?limit=1`, 'its gradebook'))
    await look('standards', () => has(`${CASE}/CFDocuments`, 'its standards'))
    return trials
  }

  /** All of a collection. */
  protected async collection<S extends z.ZodType>(path: string, name: string, schema: S): Promise<z.infer<S>[]> {
    const all = await this.collectionOr(path, name, schema)
    if (!all) throw this.absent(name)
    return all
  }

  /** The same; null where the partner does not have it. */
  protected async collectionOr<S extends z.ZodType>(
    path: string,
    name: string,
    schema: S,
  ): Promise<z.infer<S>[] | null> {
    const all: z.infer<S>[] = []
    for await (const page of this.pages(path, name, schema)) {
      if (!page) return null
      all.push(...page.entities)
    }
    return all
  }

  /**
   * A collection page by page, each with how many there are in all (NaN where the partner does not say); null once where
   * the partner does not have it. A partner may give fewer at once than it was asked for; what stands on two pages, because
   * the collection moved meanwhile, is given once.
   */
  async *pages<S extends z.ZodType>(path: string, name: string, schema: S, filter?: string) {
    const seen = new Set<string>()
    let offset = 0
    for (let count = 0; ; count++) {
      if (count >= MOST.pages) throw this.http.endless(name)
      const query = new URLSearchParams({
        limit: String(PAGE),
        offset: String(offset),
        ...(filter === undefined ? {} : { filter }),
      })
      const response = await this.http.request(`${path}?${query}`)
      if (response.status === 404 && offset === 0) {
        await response.body?.cancel()
        yield null
        return
      }
      if (!response.ok) throw this.http.refused(response.status, name)
      const page = z.object({ [name]: z.array(schema) }).safeParse(await this.http.read(response))
      if (!page.success) throw this.http.unreadable(name, page.error.issues[0]?.path.join('.') ?? '')
      const entities = page.data[name] as (z.infer<S> & { sourcedId: string })[]
      const fresh = entities.filter((each) => !seen.has(each.sourcedId))
      for (const each of fresh) seen.add(each.sourcedId)
      // A page with nothing new in it says that the asking for pages is not heard.
      if (entities.length > 0 && fresh.length === 0) throw this.http.endless(name)
      offset += entities.length
      const total = Number(response.headers.get('x-total-count') ?? Number.NaN)
      yield { entities: fresh, total }
      if (entities.length === 0 || (Number.isNaN(total) ? entities.length < PAGE : offset >= total)) return
    }
  }

  /** One entity; null where the partner does not have it. */
  async one<S extends z.ZodType>(path: string, name: string, schema: S): Promise<z.infer<S> | null> {
    const response = await this.http.request(path)
    if (response.status === 404) {
      await response.body?.cancel()
      return null
    }
    if (!response.ok) throw this.http.refused(response.status, name)
    const read = z.object({ [name]: schema }).safeParse(await this.http.read(response))
    if (!read.success) throw this.http.unreadable(name, read.error.issues[0]?.path.join('.') ?? '')
    return read.data[name] as z.infer<S>
  }
}
