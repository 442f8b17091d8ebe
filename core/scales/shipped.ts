import type { GradingScale } from './grading'

/** Scales that every district begins with. Bounds are common practice; each can be copied and changed. */

const scale = (id: string, name: string, steps: string): GradingScale & { id: string } => ({
  id,
  name,
  steps: steps.split(' ').map((step) => {
    const [label, from, worth, gradePoints] = step.split(':') as [string, string, string?, string?]
    return { label, from, ...(worth ? { worth } : {}), ...(gradePoints ? { gradePoints } : {}) }
  }),
})

export const plainLetters = scale('letters', 'A to F by tens', 'A:90::4 B:80::3 C:70::2 D:60::1 F:0::0')
export const plusMinus = scale(
  'plus-minus',
  'A to F with plus and minus',
  'A:93::4 A-:90::3.7 B+:87::3.3 B:83::3 B-:80::2.7 C+:77::2.3 C:73::2 C-:70::1.7 D+:67::1.3 D:63::1 D-:60::0.7 F:0::0',
)
export const strictLetters = scale(
  'strict',
  'A to F, stricter',
  'A+:97.5::4 A:94::4 B+:89::3.5 B:84::3 C+:79::2.5 C:74::2 D:68::1 F:0::0',
)
export const fourToZero = scale('four', '4 to 0', '4:90:100:4 3:75:87:3 2:60:70:2 1:40:50:1 0:0:0:0')
export const passFail = scale('pass', 'Pass or not yet', 'Pass:60:80 Not:0:40')

export const shippedScales = [plusMinus, plainLetters, strictLetters, fourToZero, passFail]
