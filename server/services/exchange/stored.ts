import { isTermItem, thingOf } from '../../../core/formats/oneroster/gradebook'
import type { GradebookEntity } from '../../../core/formats/oneroster/gradebook-entities'
import type { Fields, ThingType } from '../../../core/exchange/thing'

/** What was agreed on, or sent, as it was written down. Until release 6 that was in OneRoster's words. */
export function readStored(type: string, fields: Fields): { type: ThingType; fields: Fields } {
  const isWire = type === 'lineItem' || type === 'result' || (type === 'category' && 'title' in fields)
  if (!isWire) return { type: type as ThingType, fields }
  const read = type === 'lineItem' && isTermItem(fields) ? { dueDate: fields.assignDate, ...fields } : fields
  return thingOf(type as GradebookEntity, read, '1.2', (id) => id.endsWith('.grade'))
}
