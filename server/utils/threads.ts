import { setImmediate } from 'node:timers/promises'
import Tinypool from 'tinypool'
import { emptyRoster, type Roster } from '../../core/formats/oneroster/roster'
import { Problem } from '../services/problem'
import type { ReportCard } from '../../core/report-card/card'
import type { Drawing } from '../workers/report-cards.worker'
import reportCardsUrl from '../workers/report-cards.worker?nodeworker'
import type { RosterReading } from '../workers/roster.worker'
import rosterUrl from '../workers/roster.worker?nodeworker'

const LONGEST_MS = 120_000
const LONGEST_READING_MS = 60_000

let pool: Tinypool | undefined
let fonts: Promise<Drawing['fonts']> | undefined

const threads = () =>
  (pool ??= new Tinypool({ runtime: 'worker_threads', minThreads: 0, maxThreads: 2, idleTimeout: 30_000 }))

/** Draws report cards in a worker thread, so that the server goes on answering. */
export async function drawReportCards(cards: ReportCard[]): Promise<Uint8Array> {
  fonts ??= readFonts()
  const drawing: Drawing = { cards, fonts: await fonts }
  return threads().run(drawing, {
    filename: reportCardsUrl(),
    signal: AbortSignal.timeout(LONGEST_MS),
  }) as Promise<Uint8Array>
}

/**
 * Reads a zip of OneRoster files in a worker thread, for a minute at most.
 *
 * @throws Problem `csv-faults` with every fault's file, line, column and reason; `no-zip`, `too-large`, `too-slow`
 */
export async function readRosterFile(path: string): Promise<Roster> {
  const reading = await read(path)
  if ('problem' in reading) throw new Problem(reading.problem.status, reading.problem.code, reading.problem.figures)
  if ('faults' in reading) {
    const [first] = reading.faults
    throw new Problem(422, 'csv-faults', { first: first!, more: reading.more }, reading.faults)
  }
  const roster: Roster = { ...emptyRoster(), ...reading.rest }
  for (const [kind, json] of reading.pieces) {
    ;(roster[kind] as unknown[]).push(...(JSON.parse(json) as unknown[]))
    // Whoever waits for an answer gets it between two pieces.
    await setImmediate()
  }
  return roster
}

async function read(path: string): Promise<RosterReading> {
  const signal = AbortSignal.timeout(LONGEST_READING_MS)
  try {
    return (await threads().run({ path }, { filename: rosterUrl(), signal })) as RosterReading
  } catch (error) {
    if (!signal.aborted) throw error
    throw new Problem(413, 'too-slow')
  }
}

export async function closeThreads(): Promise<void> {
  await pool?.destroy()
}

async function readFonts(): Promise<Drawing['fonts']> {
  const assets = useStorage('assets:fonts')
  const read = async (path: string) => new Uint8Array((await assets.getItemRaw<Uint8Array>(path))!)
  return {
    regular: await read('400Regular/Commissioner_400Regular.ttf'),
    bold: await read('600SemiBold/Commissioner_600SemiBold.ttf'),
  }
}
