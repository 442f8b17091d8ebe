import type { MessageOf } from '../message'
import { readDecimal, thousandths } from '../number/decimal'
import type { ScaleStep } from './grading'

/** What is wrong with a scale as it stands in an editor, and at which step and field. */
export interface ScaleFault {
  step: number
  field: 'label' | 'from' | 'worth'
  message: MessageOf<'scale'>
  /** A hint only asks for a look: grades can be made all the same. */
  severity: 'fault' | 'hint'
}

/** Characters of a label. */
const LABEL_MOST = 6

/**
 * Checks the steps of a scale, in the order in which they stand, highest first.
 *
 * @param steps labels and figures as typed
 * @example scaleFaults([{ label: 'A', from: '90' }, { label: 'B', from: '90' }])[0].message.code // 'scale.bounds-alike'
 */
export function scaleFaults(steps: readonly ScaleStep[]): ScaleFault[] {
  const faults: ScaleFault[] = []
  const add = (
    step: number,
    field: ScaleFault['field'],
    message: ScaleFault['message'],
    severity: ScaleFault['severity'] = 'fault',
  ) => faults.push({ step, field, message, severity })
  const number = (text: string) => {
    const read = readDecimal(text)
    return read === null || read.startsWith('-') ? null : thousandths(read)
  }
  steps.forEach((step, at) => {
    const label = step.label.trim()
    if (label === '') add(at, 'label', { code: 'scale.label-missing' })
    else if (label.length > LABEL_MOST) add(at, 'label', { code: 'scale.label-room', most: LABEL_MOST })
    else if (steps.findIndex((other) => other.label.trim().toLowerCase() === label.toLowerCase()) < at)
      add(at, 'label', { code: 'scale.label-twice', label })
    const from = number(step.from)
    if (from === null) add(at, 'from', { code: 'scale.bound' })
    const above = at > 0 ? number(steps[at - 1]!.from) : null
    if (from !== null && above !== null) {
      if (from === above) add(at, 'from', { code: 'scale.bounds-alike', above: steps[at - 1]!.label, label })
      if (from > above) add(at, 'from', { code: 'scale.bounds-crossed', above: steps[at - 1]!.label, label })
    }
    const worth = step.worth === undefined ? null : number(step.worth)
    if (step.worth !== undefined && worth === null) add(at, 'worth', { code: 'scale.worth' })
    if (worth !== null && from !== null && (worth < from || (above !== null && worth >= above)))
      add(at, 'worth', { code: 'scale.worth-outside', label, worth: step.worth! }, 'hint')
  })
  const lowest = steps.length ? number(steps.at(-1)!.from) : null
  if (lowest)
    add(steps.length - 1, 'from', { code: 'scale.gap', from: steps.at(-1)!.from, label: steps.at(-1)!.label }, 'hint')
  return faults
}
