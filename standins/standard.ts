import type { Entity, GradebookPart } from './held'
import type { StandinVersion } from './versions'

/**
 * What the standard asks of an entity that is sent: its required fields, their forms and words (OneRoster 1.1 and 1.2
 * Gradebook, from memory; docs/schemas has the same as JSON Schema).
 */
const DAY = /^\d{4}-\d{2}-\d{2}$/
const MOMENT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(\.\d+)?(Z|[+-]\d{2}:\d{2})$/
const GUID = /^\S{1,255}$/
const statuses = ['exempt', 'fully graded', 'not submitted', 'partially graded', 'submitted']

const isText = (value: unknown) => typeof value === 'string' && value.length > 0
const isRef = (value: unknown) => GUID.test((value as { sourcedId?: string } | undefined)?.sourcedId ?? '')
const isMoment = (value: unknown) => MOMENT.test(String(value))
const isDay = (value: unknown) => DAY.test(String(value))
const isNumber = (value: unknown) => typeof value === 'number' && Number.isFinite(value)

type Checks = Record<string, (value: unknown) => boolean>
const bookkeeping: Checks = {
  sourcedId: (value) => GUID.test(String(value ?? '')),
  status: (value) => value === 'active' || value === 'tobedeleted',
  dateLastModified: isMoment,
}
const optional =
  (check: (value: unknown) => boolean) =>
  (value: unknown): boolean =>
    value === undefined || check(value)

const ofPart = (part: GradebookPart, version: StandinVersion): Checks => {
  const when = version === 'v1p2' ? isMoment : isDay
  switch (part) {
    case 'categories':
      return { title: isText, weight: optional((value) => isNumber(value) && version === 'v1p2') }
    case 'lineItems':
      return {
        title: isText,
        assignDate: when,
        dueDate: when,
        class: isRef,
        category: isRef,
        [version === 'v1p2' ? 'academicSession' : 'gradingPeriod']: isRef,
        resultValueMin: version === 'v1p2' ? optional(isNumber) : isNumber,
        resultValueMax: version === 'v1p2' ? optional(isNumber) : isNumber,
      }
    case 'results':
      return {
        lineItem: isRef,
        student: isRef,
        scoreStatus: (value) => statuses.includes(String(value)),
        scoreDate: isDay,
        score: optional(isNumber),
        comment: optional((value) => typeof value === 'string'),
        ...(version === 'v1p2' ? { textScore: optional((value) => typeof value === 'string') } : {}),
      }
  }
}

/** Names of the fields that are not as the standard says. @example faultsIn('categories', { sourcedId: 'k' }, 'v1p2') // ['status', …] */
export function faultsIn(part: GradebookPart, entity: Entity, version: StandinVersion): string[] {
  const checks = { ...bookkeeping, ...ofPart(part, version) }
  return Object.entries(checks).flatMap(([name, check]) => (check(entity[name]) ? [] : name))
}
