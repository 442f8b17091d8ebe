import { readDecimal, thousandths } from '../number/decimal'
import type { ScaleStep } from './grading'

/** What is wrong with a scale as it stands in an editor, and at which step and field. */
export interface ScaleFault {
  step: number
  field: 'label' | 'from' | 'worth'
  text: string
  /** A hint only asks for a look: grades can be made all the same. */
  severity: 'fault' | 'hint'
}

/**
 * Checks the steps of a scale, in the order in which they stand, highest first.
 *
 * @param steps labels and figures as typed
 * @example scaleFaults([{ label: 'A', from: '90' }, { label: 'B', from: '90' }])[0].text // 'A and B begin at the same percent.'
 */
export function scaleFaults(steps: readonly ScaleStep[]): ScaleFault[] {
  const faults: ScaleFault[] = []
  const add = (step: number, field: ScaleFault['field'], text: string, severity: ScaleFault['severity'] = 'fault') =>
    faults.push({ step, field, text, severity })
  const number = (text: string) => {
    const read = readDecimal(text)
    return read === null || read.startsWith('-') ? null : thousandths(read)
  }
  steps.forEach((step, at) => {
    const label = step.label.trim()
    if (label === '') add(at, 'label', 'Give the step a label.')
    else if (label.length > 6) add(at, 'label', 'A label has room for 6 characters.')
    else if (steps.findIndex((other) => other.label.trim().toLowerCase() === label.toLowerCase()) < at)
      add(at, 'label', `There are two steps called ${label}.`)
    const from = number(step.from)
    if (from === null) add(at, 'from', 'Write a percent of 0 or more, with up to three decimals.')
    const above = at > 0 ? number(steps[at - 1]!.from) : null
    if (from !== null && above !== null) {
      if (from === above) add(at, 'from', `${steps[at - 1]!.label} and ${label} begin at the same percent.`)
      if (from > above) add(at, 'from', `${label} begins above ${steps[at - 1]!.label}, which stands before it.`)
    }
    const worth = step.worth === undefined ? null : number(step.worth)
    if (step.worth !== undefined && worth === null) add(at, 'worth', 'Write a percent of 0 or more, or leave it empty.')
    if (worth !== null && from !== null && (worth < from || (above !== null && worth >= above)))
      add(at, 'worth', `${label} stands for ${step.worth} %, which is not a ${label}.`, 'hint')
  })
  const lowest = steps.length ? number(steps.at(-1)!.from) : null
  if (lowest)
    add(
      steps.length - 1,
      'from',
      `Below ${steps.at(-1)!.from} there is no step: such a grade gets ${steps.at(-1)!.label} too.`,
      'hint',
    )
  return faults
}
