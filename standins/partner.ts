import { randomBytes } from 'node:crypto'
import {
  createError,
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
import { faultsSchema, type Switches } from './faults'
import { gradebookParts, type Entity, type GradebookPart, type Held } from './held'
import { refusalOf } from './rules'

export interface PartnerOptions {
  clientId: string
  clientSecret: string
  /** Where pieces of coursework are opened, for a partner that has them. */
  workPath?: string
}

const ROSTERING = '/ims/oneroster/rostering/v1p2'
const GRADEBOOK = '/ims/oneroster/gradebook/v1p2'
const CASE = '/ims/case/v1p0'
const rosterCollections = ['orgs', 'academicSessions', 'courses', 'classes', 'users', 'enrollments']
const single: Record<GradebookPart, string> = { categories: 'category', lineItems: 'lineItem', results: 'result' }
const TOKEN_SECONDS = 600
const MOST_PER_PAGE = 500

/** A OneRoster 1.2 and CASE 1.0 service over what one stand-in holds. */
export function partner(held: Held, options: PartnerOptions, switches: Switches): Router {
  const tokens = new Map<string, number>()
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
      const token = randomBytes(24).toString('hex')
      tokens.set(token, Date.now() + TOKEN_SECONDS * 1000)
      return { access_token: token, token_type: 'Bearer', expires_in: TOKEN_SECONDS }
    }),
  )

  /** A route of the service: asks for the token, and misbehaves when told to. */
  const served = (handler: (event: H3Event) => Promise<unknown> | unknown) =>
    defineEventHandler(async (event) => {
      const bearer = (getHeader(event, 'authorization') ?? '').replace(/^Bearer /, '')
      if ((tokens.get(bearer) ?? 0) < Date.now()) return status(event, 401, 'The token is missing or too old.')
      const { faults } = switches
      if (faults.slow) await new Promise((resolve) => setTimeout(resolve, faults.slow))
      if (faults.fail > 0) {
        faults.fail--
        return status(event, 503, 'Out of order, as asked.')
      }
      const answer = await handler(event)
      if (faults.mute > 0) {
        faults.mute--
        event.node.res.destroy()
      }
      return answer
    })

  for (const name of rosterCollections)
    router.get(
      `${ROSTERING}/${name}`,
      served((event) => paged(event, name, held.roster[name] ?? [])),
    )
  const idIn = (event: H3Event) => getRouterParam(event, 'id', { decode: true }) ?? ''
  router.get(
    `${ROSTERING}/teachers/:id/classes`,
    served((event) => paged(event, 'classes', classesTaughtBy(held, idIn(event)))),
  )
  router.get(
    `${ROSTERING}/classes/:id/students`,
    served((event) => paged(event, 'users', studentsIn(held, idIn(event)))),
  )
  for (const part of gradebookParts) {
    router.get(
      `${GRADEBOOK}/${part}`,
      served((event) => paged(event, part, held.list(part))),
    )
    router.get(
      `${GRADEBOOK}/classes/:id/${part}`,
      served((event) =>
        paged(
          event,
          part,
          ofClass(held, part, idIn(event)).map((each) => linked(event, options, each)),
        ),
      ),
    )
    router.put(
      `${GRADEBOOK}/${part}/:id`,
      served(async (event) => {
        const id = getRouterParam(event, 'id', { decode: true }) ?? ''
        const entity = (await readBody<Record<string, Entity>>(event))?.[single[part]]
        if (!entity || entity.sourcedId !== id)
          return status(event, 400, 'The body and the address do not name the same thing.')
        const refused = refusalOf(held, switches.faults, part, entity)
        if (refused) return status(event, 422, refused)
        held.receive(part, id, entity)
        setResponseStatus(event, 201)
        return { [single[part]]: entity }
      }),
    )
    router.delete(
      `${GRADEBOOK}/${part}/:id`,
      served((event) => {
        held.receive(part, getRouterParam(event, 'id', { decode: true }) ?? '', null)
        setResponseStatus(event, 204)
        return null
      }),
    )
  }

  router.get(
    `${CASE}/CFDocuments`,
    served(() => ({ CFDocuments: held.standards ? [held.standards.CFDocument] : [] })),
  )
  router.get(
    `${CASE}/CFPackages/:id`,
    served((event) => {
      const id = getRouterParam(event, 'id', { decode: true })
      return held.standards?.CFDocument.identifier === id
        ? held.standards
        : status(event, 404, 'There is no such package.')
    }),
  )

  // Not of the standard: how a person or a test makes the stand-in misbehave, or change something by itself.
  router.get(
    '/faults',
    defineEventHandler(() => switches.faults),
  )
  router.post(
    '/faults',
    defineEventHandler(async (event) => (switches.faults = faultsSchema.parse(await readBody(event)))),
  )
  router.get(
    '/held/:collection',
    defineEventHandler((event) => held.roster[getRouterParam(event, 'collection') ?? ''] ?? []),
  )
  router.get(
    '/received',
    defineEventHandler(() => held.receipts),
  )
  router.post(
    '/changed-there',
    defineEventHandler(async (event) => {
      const { part, id, fields } = await readBody<{ part: GradebookPart; id: string; fields: Record<string, unknown> }>(
        event,
      )
      const entity = held.find(part, id)
      if (!entity) throw createError({ statusCode: 404 })
      held.receive(part, id, { ...entity, ...fields })
      return { ok: true }
    }),
  )
  return router
}

const idOf = (value: unknown) => (value as { sourcedId?: string } | undefined)?.sourcedId ?? ''
const enrolled = (held: Held, role: string) => (held.roster.enrollments ?? []).filter((each) => each.role === role)

function classesTaughtBy(held: Held, teacherId: string): Entity[] {
  const ids = new Set(
    enrolled(held, 'teacher').flatMap((each) => (idOf(each.user) === teacherId ? idOf(each.class) : [])),
  )
  return (held.roster.classes ?? []).filter((each) => ids.has(each.sourcedId))
}

function studentsIn(held: Held, classId: string): Entity[] {
  const ids = new Set(
    enrolled(held, 'student').flatMap((each) => (idOf(each.class) === classId ? idOf(each.user) : [])),
  )
  return (held.roster.users ?? []).filter((each) => ids.has(each.sourcedId))
}

/** A piece of coursework says where it is opened. */
function linked(event: H3Event, { workPath }: PartnerOptions, entity: Entity): Entity {
  const metadata = entity.metadata as { workType?: string } | undefined
  if (!workPath || metadata?.workType === undefined) return entity
  const link = `http://${getHeader(event, 'host')}${workPath}/${encodeURIComponent(entity.sourcedId)}`
  return { ...entity, metadata: { ...metadata, link } }
}

/** Mounts a partner under a path of its own. */
export const mounted = (base: string, router: Router) => useBase(base, router.handler)

function paged(event: H3Event, name: string, entities: Entity[]) {
  const query = getQuery(event)
  const limit = Math.min(Number(query.limit ?? 100), MOST_PER_PAGE)
  const offset = Number(query.offset ?? 0)
  setHeader(event, 'X-Total-Count', String(entities.length))
  return { [name]: entities.slice(offset, offset + limit) }
}

function ofClass(held: Held, part: GradebookPart, classId: string): Entity[] {
  const is = (value: unknown, id: string) => (value as { sourcedId?: string } | undefined)?.sourcedId === id
  const items = held.list('lineItems').filter((each) => is(each.class, classId))
  if (part === 'lineItems') return items
  const ids = new Set(items.map((each) => each.sourcedId))
  const idOf = (value: unknown) => (value as { sourcedId: string }).sourcedId
  if (part === 'results') return held.list('results').filter((each) => ids.has(idOf(each.lineItem)))
  const used = new Set(items.map((each) => idOf(each.category)))
  return held.list('categories').filter((each) => used.has(each.sourcedId))
}

/** The status payload of the standard. */
function status(event: H3Event, code: number, description: string) {
  setResponseStatus(event, code)
  return { imsx_codeMajor: 'failure', imsx_severity: 'error', imsx_description: description }
}
