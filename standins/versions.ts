import type { Entity } from './held'

/** What is held in the words of version 1.2, as version 1.1 has it, and back. From memory of the standard. */
export const versions = ['v1p2', 'v1p1'] as const
export type StandinVersion = (typeof versions)[number]

const without = (entity: Entity, ...names: string[]): Entity =>
  Object.fromEntries(Object.entries(entity).filter(([name]) => !names.includes(name))) as Entity

/** @example asTold({ sourcedId: 'k', title: 'Tests', weight: 0.4 }, 'categories', 'v1p1') // without the weight */
export function asTold(entity: Entity, collection: string, version: StandinVersion): Entity {
  if (version === 'v1p2') return entity
  if (collection === 'categories') return without(entity, 'weight')
  if (collection === 'lineItems') {
    const { academicSession, learningObjectiveSet: _, ...rest } = entity
    const day = (value: unknown) => String(value ?? '').slice(0, 10)
    return { ...rest, gradingPeriod: academicSession, assignDate: day(rest.assignDate), dueDate: day(rest.dueDate) }
  }
  if (collection === 'results')
    return without(entity, 'textScore', 'late', 'missing', 'incomplete', 'learningObjectiveSet')
  if (['users', 'students', 'teachers'].includes(collection)) {
    const { roles, ...rest } = entity as Entity & { roles?: { role: string; org: unknown }[] }
    return {
      ...rest,
      role: roles?.[0]?.role,
      orgs: roles?.map((each) => each.org),
      enabledUser: String(rest.enabledUser ?? true),
    }
  }
  return entity
}

/** What arrives in the words of a version, as it is held. */
export function asHeld(entity: Entity, collection: string, version: StandinVersion): Entity {
  if (version === 'v1p2' || collection !== 'lineItems') return entity
  const { gradingPeriod, ...rest } = entity
  return { ...rest, academicSession: gradingPeriod }
}
