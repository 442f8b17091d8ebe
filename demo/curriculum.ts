import type { BankEntry } from '../core/remarks/bank-entry'
import type { Level } from '../core/scales/proficiency'

/** Standards, levels and remarks of Brindle Bay: all of them made up here. */

export const levels: Level[] = [
  { value: '4', label: 'Extending', short: '4', description: 'Uses it in places nobody has shown.' },
  { value: '3', label: 'Secure', short: '3', description: 'Does it alone and says why.' },
  { value: '2', label: 'Growing', short: '2', description: 'Does it with a hint or a model.' },
  { value: '1', label: 'Starting', short: '1', description: 'Has met it and does parts of it.' },
]

/** Area > standard, by course. */
export const standards: Record<string, [code: string, statement: string][]> = {
  'c-earth': [
    ['ES.1', 'Reads the order of rock layers and says how each came to be.'],
    ['ES.2', 'Models how moving water carries, sorts and drops sediment.'],
    ['ES.3', 'Explains a landform by the processes that made it.'],
    ['ES.4', 'Makes and labels a field drawing that others can use.'],
    ['ES.5', 'Argues from measurements, with units and their limits.'],
  ],
  'c-tide': [
    ['TP.1', 'Names what lives where between the tide marks, and why.'],
    ['TP.2', 'Follows energy through a food web of the shore.'],
    ['TP.3', 'Counts living things fairly along a line.'],
  ],
  'c-map': [
    ['MK.1', 'Chooses a scale that fits the purpose.'],
    ['MK.2', 'Shows height on a flat page.'],
    ['MK.3', 'Makes a map that a stranger can follow.'],
  ],
  'c-advisory': [
    ['HB.1', 'Comes prepared and begins without a reminder.'],
    ['HB.2', 'Asks for help in time, and gives it.'],
  ],
  'c-grade3': [
    ['R3.1', 'Retells a story in order and says what it is about.'],
    ['M3.1', 'Splits a whole into equal parts and names them.'],
    ['S3.1', 'Asks a question that can be tried out.'],
  ],
}

const entries: [code: string, topic: string, text: string, starred?: true][] = [
  ['G04', 'Reasoning', '{name} explains every step {they} {takes|take} and checks it.', true],
  ['N11', 'Next step', 'Next, {they} {is|are} ready to question {their} own evidence.', true],
  ['H02', 'Habits', '{name} came prepared every day this quarter.'],
  ['N03', 'Next step', 'Showing units in each answer would make {their} work clearer.'],
  ['L07', 'Late work', 'Work handed in late lowered this grade; {they} may still redo two drawings.'],
  ['G01', 'Reasoning', '{name} asks sharp questions, and {they} {listens|listen} to the answers.'],
  ['G09', 'Reasoning', '{name} built {their} delta model with care and can say what it leaves out.'],
  ['H05', 'Habits', '{name} is a steady partner in the field and shares {their} tools.'],
  ['H08', 'Habits', '{They} {checks|check} {their} own work before handing it in.'],
  ['N06', 'Next step', 'A second draft of each drawing would show what {they} {knows|know}.'],
  ['L02', 'Missing work', 'Three field notes are missing; {they} can hand them in until the exam.'],
  ['W01', 'Growth', '{name} has come a long way since September, and the credit is {theirs}.'],
]
export const bank: BankEntry[] = entries.map(([code, topic, text, starred]) => ({
  id: `bank-${code.toLowerCase()}`,
  code,
  topic,
  text,
  starred: starred ?? false,
}))
