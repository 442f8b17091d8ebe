import { randomBytes } from 'node:crypto'
import {
  createRouter,
  defineEventHandler,
  getHeader,
  getQuery,
  getRouterParam,
  readBody,
  setHeader,
  setResponseStatus,
  useBase,
  type H3Event,
  type Router,
} from 'h3'
import { classesTaughtBy, enrolmentsIn, ofClass, peopleIn } from './collections'
import { faultsSchema, nextMishap, type Mishap, type Switches } from './faults'
import { happen, happening } from './happenings'
import { gradebookParts, type Entity, type GradebookPart, type Held } from './held'
import { BadQuery, linksOf, pageOf, type Query } from './query'
import { refusalOf } from './rules'
import { status } from './status'
import { faultsIn } from './standard'
import { asHeld, asTold, type StandinVersion } from './versions'

export interface PartnerOptions {
  clientId: string
  clientSecret: string
  /** Where pieces of coursework are opened, for a partner that has them. */
  workPath?: string
}

const services: Record<StandinVersion, { rostering: string; gradebook: string }> = {
  v1p2: { rostering: '/ims/oneroster/rostering/v1p2', gradebook: '/ims/oneroster/gradebook/v1p2' },
  v1p1: { rostering: '/ims/oneroster/v1p1', gradebook: '/ims/oneroster/v1p1' },
}
const CASE = '/ims/case/v1p0'
/** Collections of the rostering service, with what one of them is called. */
const rosterCollections: Record<string, string> = {
  orgs: 'org',
  schools: 'org',
  academicSessions: 'academicSession',
  gradingPeriods: 'academicSession',
  terms: 'academicSession',
  courses: 'course',
  classes: 'class',
  users: 'user',
  students: 'user',
  teachers: 'user',
  enrollments: 'enrollment',
  demographics: 'demographics',
}
/** What a collection answers as: parts of a collection by the name of the whole. */
const answersAs: Record<string, string> = {
  schools: 'orgs',
  gradingPeriods: 'academicSessions',
  terms: 'academicSessions',
  students: 'users',
  teachers: 'users',
}
const single: Record<GradebookPart, string> = { categories: 'category', lineItems: 'lineItem', results: 'result' }
const TOKEN_SECONDS = 600

/** A OneRoster 1.2, OneRoster 1.1 and CASE 1.0 service over what one stand-in holds. */
export function partner(held: Held, options: PartnerOptions, switches: Switches): Router {
  const tokens = new Map<string, { until: number; scopes: string[] }>()
  const router = createRouter()

  router.post(
    '/token',
    defineEventHandler(async (event) => {
      const given = Buffer.from((getHeader(event, 'authorization') ?? '').replace(/^Basic /, ''), 'base64').toString(
        'utf8',
      )
      if (given !== `${options.clientId}:${options.clientSecret}`) {
        setResponseStatus(event, 401)
        return { error: 'invalid_client' }
      }
      const body = await readBody<Record<string, string> | undefined>(event)
      const scope = body?.scope ?? ''
      const token = randomBytes(24).toString('hex')
      tokens.set(token, { until: Date.now() + TOKEN_SECONDS * 1000, scopes: scope.split(' ').filter(Boolean) })
      return { access_token: token, token_type: 'Bearer', expires_in: TOKEN_SECONDS, scope }
    }),
  )

  /** A route of the service: asks for the token and its scope, and misbehaves when told to. */
  const served = (scope: string | null, handler: (event: H3Event) => Promise<unknown> | unknown) =>
    defineEventHandler(async (event) => {
      const bearer = (getHeader(event, 'authorization') ?? '').replace(/^Bearer /, '')
      const known = tokens.get(bearer)
      if ((known?.until ?? 0) < Date.now()) return status(event, 401, 'The token is missing or too old.')
      if (scope && !known!.scopes.some((each) => each.endsWith(`/scope/${scope}`)))
        return status(event, 403, `The token is not for ${scope}.`)
      const { faults } = switches
      if (faults.slow) await new Promise((resolve) => setTimeout(resolve, faults.slow))
      const mishap = nextMishap(switches)
      if (mishap && typeof mishap === 'object')
        return misbehave(event, mishap, faults.retryAfter, () => tokens.delete(bearer))
      if (mishap === 'unheard') return void event.node.res.destroy()
      const answer = await answered(event, handler)
      if (mishap === 'unanswered') return void event.node.res.destroy()
      return mishap === 'broken' ? JSON.stringify(answer ?? {}).slice(0, -1) : answer
    })

  const idIn = (event: H3Event, name = 'id') => getRouterParam(event, name, { decode: true }) ?? ''
  const paged = (event: H3Event, name: string, entities: Entity[], version: StandinVersion) => {
    const told = entities.map((each) => linked(event, options, asTold(each, name, version)))
    const page = pageOf(told, overlapping(getQuery<Query>(event), switches))
    setHeader(event, 'X-Total-Count', String(page.total))
    setHeader(event, 'Link', linksOf(`http://${getHeader(event, 'host')}${pathOf(event)}`, page))
    return { [answersAs[name] ?? name]: page.entities }
  }
  const one = (event: H3Event, name: string, called: string, version: StandinVersion) => {
    const found = held.list(name).find((each) => each.sourcedId === idIn(event))
    return found
      ? { [called]: linked(event, options, asTold(found, name, version)) }
      : status(event, 404, 'There is no such thing.')
  }

  for (const [version, { rostering, gradebook }] of Object.entries(services) as [
    StandinVersion,
    (typeof services)[StandinVersion],
  ][]) {
    const reads = 'roster.readonly'
    for (const [name, called] of Object.entries(rosterCollections)) {
      router.get(
        `${rostering}/${name}`,
        served(reads, (event) => paged(event, name, held.list(name), version)),
      )
      router.get(
        `${rostering}/${name}/:id`,
        served(reads, (event) => one(event, name, called, version)),
      )
    }
    router.get(
      `${rostering}/teachers/:id/classes`,
      served(reads, (event) => paged(event, 'classes', classesTaughtBy(held, idIn(event)), version)),
    )
    router.get(
      `${rostering}/schools/:school/classes/:id/enrollments`,
      served(reads, (event) => paged(event, 'enrollments', enrolmentsIn(held, idIn(event)), version)),
    )
    for (const [name, role] of [
      ['students', 'student'],
      ['teachers', 'teacher'],
    ] as const)
      router.get(
        `${rostering}/classes/:id/${name}`,
        served(reads, (event) => paged(event, name, peopleIn(held, idIn(event), role), version)),
      )
    router.get(
      `${gradebook}/scoreScales`,
      served('gradebook.readonly', (event) => paged(event, 'scoreScales', [], version)),
    )
    for (const part of gradebookParts) {
      router.get(
        `${gradebook}/${part}`,
        served('gradebook.readonly', (event) => paged(event, part, held.list(part), version)),
      )
      router.get(
        `${gradebook}/${part}/:id`,
        served('gradebook.readonly', (event) => one(event, part, single[part], version)),
      )
      router.get(
        `${gradebook}/classes/:id/${part}`,
        served('gradebook.readonly', (event) => paged(event, part, ofClass(held, part, idIn(event)), version)),
      )
      router.put(
        `${gradebook}/${part}/:id`,
        served('gradebook.createput', async (event) => {
          held.asked.put++
          const id = idIn(event)
          const sent = (await readBody<Record<string, Entity>>(event))?.[single[part]]
          if (!sent || sent.sourcedId !== id)
            return status(event, 400, 'The body and the address do not name the same thing.')
          const wrong = faultsIn(part, sent, version)
          if (wrong.length) return status(event, 422, `Not by the standard: ${wrong.join(', ')}.`)
          const entity = asHeld(sent, part, version)
          const refused = refusalOf(held, switches.faults, part, entity)
          if (refused) return status(event, 422, refused)
          const isNew = held.find(part, id) === undefined
          held.receive(part, id, entity)
          setResponseStatus(event, isNew ? 201 : 200)
          return { [single[part]]: sent }
        }),
      )
      router.delete(
        `${gradebook}/${part}/:id`,
        served('gradebook.delete', (event) => {
          held.asked.delete++
          if (!held.find(part, idIn(event))) return status(event, 404, 'There is no such thing.')
          held.receive(part, idIn(event), null)
          setResponseStatus(event, 204)
          return null
        }),
      )
    }
  }

  router.get(
    `${CASE}/CFDocuments`,
    served(null, () => ({ CFDocuments: held.standards ? [held.standards.CFDocument] : [] })),
  )
  router.get(
    `${CASE}/CFPackages/:id`,
    served(null, (event) =>
      held.standards?.CFDocument.identifier === idIn(event)
        ? held.standards
        : status(event, 404, 'There is no such package.'),
    ),
  )
  tellable(router, held, switches)
  return router
}

/** Not of the standard: how a person or a test makes the stand-in misbehave, lets something happen, and looks at it. */
function tellable(router: Router, held: Held, switches: Switches): void {
  const told = (path: string, handler: (event: H3Event) => unknown) => router.get(path, defineEventHandler(handler))
  told('/faults', () => switches.faults)
  told('/received', () => held.receipts)
  told('/asked', () => held.asked)
  told('/held/:collection', (event) => held.list(getRouterParam(event, 'collection') ?? ''))
  router.post(
    '/faults',
    defineEventHandler(async (event) => {
      const read = faultsSchema.safeParse(await readBody(event))
      if (!read.success) return status(event, 422, 'Nobody can misbehave like that.')
      switches.requests = 0
      return (switches.faults = read.data)
    }),
  )
  router.post(
    '/happen',
    defineEventHandler(async (event) => {
      const read = happening.safeParse(await readBody(event))
      if (!read.success) return status(event, 422, 'Nothing of the kind happens.')
      return happen(held, read.data) ? { ok: true } : status(event, 404, 'There is nobody and nothing of that name.')
    }),
  )
  router.post(
    '/changed-there',
    defineEventHandler(async (event) => {
      const read = happening.safeParse({ what: 'change', ...(await readBody<object>(event)) })
      return read.success && happen(held, read.data) ? { ok: true } : status(event, 404, 'There is no such thing.')
    }),
  )
}

/** Mounts a partner under a path of its own. */
export const mounted = (base: string, router: Router) => useBase(base, router.handler)

async function answered(event: H3Event, handler: (event: H3Event) => Promise<unknown> | unknown): Promise<unknown> {
  try {
    return await handler(event)
  } catch (error) {
    if (error instanceof BadQuery) return status(event, 400, error.message)
    throw error
  }
}

function misbehave(
  event: H3Event,
  { status: code }: Exclude<Mishap, string | null>,
  retryAfter: number | null,
  signOut: () => void,
) {
  if (code === 401) signOut()
  if (retryAfter !== null && (code === 429 || code === 503)) setHeader(event, 'Retry-After', retryAfter)
  return status(event, code, 'As asked.')
}

const pathOf = (event: H3Event) =>
  ((event.node.req as { originalUrl?: string }).originalUrl ?? event.node.req.url ?? '').split('?')[0]

/** Pages that begin too early, when told so. */
function overlapping(query: Query, { faults }: Switches): Query {
  const offset = Number(query.offset ?? 0)
  return faults.overlap && offset > 0 ? { ...query, offset: String(Math.max(0, offset - faults.overlap)) } : query
}

/** A piece of coursework says where it is opened. */
function linked(event: H3Event, { workPath }: PartnerOptions, entity: Entity): Entity {
  const metadata = entity.metadata as { workType?: string } | undefined
  if (!workPath || metadata?.workType === undefined) return entity
  const link = `http://${getHeader(event, 'host')}${workPath}/${encodeURIComponent(entity.sourcedId)}`
  return { ...entity, metadata: { ...metadata, link } }
}
