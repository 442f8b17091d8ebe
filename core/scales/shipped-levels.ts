import type { AvailableLevelScale } from './proficiency'

/** Proficiency scales that every district begins with; each can be copied and changed. */

const scale = (id: string, name: string, lines: string): AvailableLevelScale => ({
  id,
  name,
  owner: 'shipped',
  levels: lines
    .trim()
    .split('\n')
    .map((line) => {
      const [value, label, description] = line.split('|') as [string, string, string]
      return { value, short: value, label, description }
    }),
})

/** What every class uses where the district says nothing else. */
export const shippedLevels = scale(
  'levels-four',
  'Levels 4 to 1',
  `
4|Beyond|Goes further than was taught, unprompted.
3|There|Does what the standard asks, alone.
2|On the way|Does it with help, or in part.
1|At the start|Has begun.`,
)

export const shippedThree = scale(
  'levels-three',
  'Levels 3 to 1',
  `
3|There|Does what the standard asks, alone.
2|On the way|Does it with help, or in part.
1|At the start|Has begun.`,
)

/** How learning habits are said where the district says nothing else. */
export const shippedHabits = scale(
  'levels-habits',
  'Habits 4 to 1',
  `
4|Always|Without a reminder, also when it is hard.
3|Mostly|With a reminder now and then.
2|At times|With reminders.
1|Not yet|Is still to begin.`,
)

export const shippedLevelScales = [shippedLevels, shippedThree, shippedHabits]
