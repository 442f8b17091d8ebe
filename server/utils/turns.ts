import { setTimeout } from 'node:timers/promises'

/** Requests that wait for their answer in this process; a stream of news waits for nothing. */
let answering = 0

export const beginAnswering = (): void => void answering++
export const endAnswering = (): void => void answering--

const LONGEST_MS = 80
const LOOK_MS = 2

/**
 * What long work does between two of its steps: the built-in database is one for all, so whoever asks meanwhile is let go
 * first, for a short while.
 */
export async function letOthersAnswer(): Promise<void> {
  await setTimeout(0)
  for (let waited = 0; answering > 0 && waited < LONGEST_MS; waited += LOOK_MS) await setTimeout(LOOK_MS)
}
