import { anybody, type BankEntryRecord, type Suits } from '../core/remarks/bank-entry'
import type { Level } from '../core/scales/proficiency'

/** Standards, levels and remarks of Brindle Bay: all of them made up here. */

export const levels: Level[] = [
  { value: '4', label: 'Extending', short: '4', description: 'Uses it in places nobody has shown.' },
  { value: '3', label: 'Secure', short: '3', description: 'Does it alone and says why.' },
  { value: '2', label: 'Growing', short: '2', description: 'Does it with a hint or a model.' },
  { value: '1', label: 'Starting', short: '1', description: 'Has met it and does parts of it.' },
]

/** The areas that courses are taught by, and the standards in each. `also` names courses that share an area. */
export interface Area {
  code: string
  statement: string
  courses: string[]
  habit?: boolean
  /** Left out where the area stands for nothing of its own, and its standards are chosen one by one. */
  flat?: boolean
  standards: string[]
}

export const areas: Area[] = [
  {
    code: 'ES',
    statement: 'Earth systems',
    courses: ['c-earth'],
    flat: true,
    standards: [
      'Reads the order of rock layers and says how each came to be.',
      'Models how moving water carries, sorts and drops sediment.',
      'Explains a landform by the processes that made it.',
      'Makes and labels a field drawing that others can use.',
      'Argues from measurements, with units and their limits.',
    ],
  },
  {
    code: 'TL',
    statement: 'Life between the tide marks',
    courses: ['c-tide'],
    standards: [
      'Names what lives where on the shore, and why there.',
      'Tells relatives apart by how their bodies are built.',
      'Follows one animal through a tide and a year.',
      'Says what a pool does for those who pass through it.',
      'Compares two shores and explains what differs.',
      'Predicts who comes and goes as a pool warms.',
      'Describes how young and grown animals share a place.',
    ],
  },
  {
    code: 'TE',
    statement: 'Energy on the shore',
    courses: ['c-tide'],
    standards: [
      'Draws a food web of a shore from what was seen.',
      'Follows energy from light to the last eater.',
      'Foresees what one missing link does to the rest.',
      'Weighs what the sea brings against what the land does.',
      'Explains where the energy goes that nobody eats.',
      'Reads a table of what was eaten, and doubts it well.',
    ],
  },
  {
    code: 'TF',
    statement: 'Fieldwork',
    courses: ['c-tide'],
    standards: [
      'Counts living things fairly along a line.',
      'Keeps a field book that a stranger could use.',
      'Chooses a measure that answers the question.',
      'Says how sure a count is, and what would make it surer.',
      'Leaves a place as it was found.',
      'Shares work in the field, and the notes of it.',
      'Turns a table of counts into a picture that tells.',
    ],
  },
  {
    code: 'MK',
    statement: 'Making maps',
    courses: ['c-map'],
    flat: true,
    standards: [
      'Chooses a scale that fits the purpose.',
      'Shows height on a flat page.',
      'Makes a map that a stranger can follow.',
    ],
  },
  {
    code: 'MR',
    statement: 'Reading maps',
    courses: ['c-map'],
    standards: [
      'Finds a way with a map that somebody else made.',
      'Reads height and slope from lines.',
      'Tells what a map leaves out, and whom that suits.',
      'Turns a map to the world without turning the page.',
      'Measures a winding way.',
      'Names a place so that it is found again.',
      'Compares two maps of one place from two times.',
      'Reads a legend before the map.',
      'Says what the maker of a map wanted.',
    ],
  },
  {
    code: 'MS',
    statement: 'Surveying',
    courses: ['c-map'],
    standards: [
      'Paces a distance and says how wrong it may be.',
      'Takes a bearing and walks it.',
      'Closes a loop and shares out what is left over.',
      'Draws to scale from measured figures.',
      'Keeps a page of measurements in order.',
      'Plans a survey that two can do in an hour.',
      'Checks a measure by a second way.',
      'Marks a point so that others find it.',
    ],
  },
  {
    code: 'RD',
    statement: 'Reading',
    courses: ['c-grade3'],
    standards: [
      'Retells a story in order and says what it is about.',
      'Reads aloud at a pace that makes sense.',
      'Finds a word’s meaning from those around it.',
      'Says who tells a story, and how one knows.',
      'Compares two texts about the same thing.',
      'Chooses books that stretch a little.',
    ],
  },
  {
    code: 'WR',
    statement: 'Writing',
    courses: ['c-grade3'],
    standards: [
      'Writes a paragraph that stays with one idea.',
      'Tells what happened so that others see it.',
      'Gives a reason for an opinion.',
      'Mends a draft after somebody has read it.',
      'Spells the words that come up often.',
    ],
  },
  {
    code: 'NU',
    statement: 'Numbers',
    courses: ['c-grade3'],
    standards: [
      'Splits a whole into equal parts and names them.',
      'Multiplies within a hundred, and shows it.',
      'Rounds to what the question needs.',
      'Solves a story with two steps.',
      'Tells time to the minute, and how long until.',
      'Measures around and over a shape.',
      'Reads a bar graph with a scale of fives.',
    ],
  },
  {
    code: 'SC',
    statement: 'Science',
    courses: ['c-grade3'],
    standards: [
      'Asks a question that can be tried out.',
      'Sorts living things by what they share.',
      'Keeps a fair test fair.',
      'Says what moved it, and what stopped it.',
      'Records weather and finds what repeats.',
    ],
  },
  {
    code: 'SO',
    statement: 'Our place',
    courses: ['c-grade3'],
    standards: [
      'Finds our harbour on a map and on the ground.',
      'Tells how a place changed, with somebody’s word for it.',
      'Explains a rule, and who decided it.',
      'Listens to a view that is not one’s own.',
    ],
  },
  {
    code: 'HB',
    statement: 'Learning habits',
    courses: ['c-earth', 'c-tide', 'c-map', 'c-advisory', 'c-grade3'],
    habit: true,
    standards: [
      'Comes prepared and begins without a reminder.',
      'Asks for help in time, and gives it.',
      'Stays with what is hard.',
      'Hands in what was promised.',
    ],
  },
]

/** What a standard of the demo is known by. */
export const standardId = (code: string) => `standard-${code.toLowerCase()}`

const entries: [code: string, topic: string, text: string, suits?: Partial<Suits>][] = [
  ['G04', 'Reasoning', '{name} explains every step {they} {takes|take} and checks it.', { percentFrom: '80' }],
  ['N11', 'Next step', 'Next, {they} {is|are} ready to question {their} own evidence.', { levelFrom: '2' }],
  ['H02', 'Habits', '{name} came prepared every day this quarter.'],
  ['N03', 'Next step', 'Showing units in each answer would make {their} work clearer.'],
  [
    'L07',
    'Late work',
    'Work handed in late lowered this grade; {they} may still redo two drawings.',
    { missing: true },
  ],
  ['G01', 'Reasoning', '{name} asks sharp questions, and {they} {listens|listen} to the answers.'],
  ['G09', 'Reasoning', '{name} built {their} delta model with care and can say what it leaves out.'],
  ['H05', 'Habits', '{name} is a steady partner in the field and shares {their} tools.'],
  ['H08', 'Habits', '{They} {checks|check} {their} own work before handing it in.'],
  ['N06', 'Next step', 'A second draft of each drawing would show what {they} {knows|know}.', { percentTo: '79' }],
  ['L02', 'Missing work', 'Three field notes are missing; {they} can hand them in until the exam.', { missing: true }],
  ['W01', 'Growth', '{name} has come a long way since September, and the credit is {theirs}.'],
]
/** The district's comment bank, by id. */
export const bank: Record<string, BankEntryRecord> = Object.fromEntries(
  entries.map(([code, topic, text, suits], place) => [
    bankId(code),
    { code, topic, text, suits: { ...anybody, ...suits }, place, removed: false },
  ]),
)
/** What an entry of the demo's bank is known by. */
export function bankId(code: string): string {
  return `bank-${code.toLowerCase()}`
}
/** What the demo's teachers have starred. */
export const starred = ['G04', 'N11'].map(bankId)
