import type { MessageOf } from '../message'
import { readDecimal, thousandths } from '../number/decimal'
import type { Plan } from '../plan/plan'
import { labelTyped } from '../scales/grading'
import { completed } from './grade'
import type { Override } from './override'

/** An override typed in a cell, or why it cannot be one. */
export type OverrideRead = { to: Pick<Override, 'percent' | 'label'> } | { refused: MessageOf<'entry'> }

const MOST = 999

/**
 * Reads an override: a percent fills in its label, a label its percent. Both together are kept as they are typed, also where
 * they do not agree: that is the one way to say so. Nothing takes the override away.
 *
 * @example readOverride(plan, 'b-') // { to: { percent: '81.5', label: 'B-' } }
 * @example readOverride(plan, '80 A') // { to: { percent: '80', label: 'A' } }
 */
export function readOverride(plan: Readonly<Plan>, typed: string): OverrideRead {
  const text = typed.trim()
  if (text === '') return { to: { percent: null, label: null } }
  const alone = labelTyped(plan.scale, text)
  if (alone !== undefined) return { to: completed(plan, { label: alone }) }
  const [, number = '', word = ''] = /^([\d.,]+)\s*%?\s*,?\s*(.*)$/.exec(text) ?? []
  const percent = readDecimal(number.replace(/,$/, ''))
  const label = word ? labelTyped(plan.scale, word) : undefined
  if (percent === null || (word && label === undefined) || thousandths(percent) > thousandths(String(MOST)))
    return { refused: { code: 'entry.unreadable', typed } }
  return { to: label === undefined ? completed(plan, { percent }) : { percent, label } }
}
