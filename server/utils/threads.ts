import { setImmediate } from 'node:timers/promises'
import { MessageChannel } from 'node:worker_threads'
import Tinypool from 'tinypool'
import { emptyRoster, type Roster } from '../../core/formats/oneroster/roster'
import { Problem } from '../services/problem'
import type { Drawing, Drawn } from '../workers/report-cards.worker'
import reportCardsUrl from '../workers/report-cards.worker?nodeworker'
import type { ListDrawing } from '../workers/list.worker'
import listUrl from '../workers/list.worker?nodeworker'
import type { RosterReading } from '../workers/roster.worker'
import type { GradebookFiles } from '../../core/formats/oneroster/csv-gradebook'
import type { GradebookReading } from '../workers/gradebook-files.worker'
import gradebookFilesUrl from '../workers/gradebook-files.worker?nodeworker'
import rosterUrl from '../workers/roster.worker?nodeworker'

const LONGEST_MS = 600_000
const LONGEST_READING_MS = 60_000

let pool: Tinypool | undefined
let fonts: Promise<Drawing['fonts']> | undefined

const threads = () =>
  (pool ??= new Tinypool({ runtime: 'worker_threads', minThreads: 0, maxThreads: 2, idleTimeout: 30_000 }))

/**
 * Draws report cards in a worker thread, so that the server goes on answering. A mark that cannot be drawn is left out.
 *
 * @param tell hears after each card how many are drawn
 * @param stopped ends it in the middle; ten minutes do in any case
 */
export async function drawCards(
  drawing: Omit<Drawing, 'fonts' | 'port'>,
  tell: (done: number) => void = () => {},
  stopped?: AbortSignal,
): Promise<Drawn> {
  // A thread whose file cannot be loaded never answers.
  const signal = AbortSignal.any([AbortSignal.timeout(LONGEST_MS), ...(stopped ? [stopped] : [])])
  fonts ??= readFonts()
  const { port1, port2 } = new MessageChannel()
  port1.on('message', tell)
  const given: Drawing = { ...drawing, fonts: await fonts, port: port2 }
  try {
    return (await threads().run(given, { filename: reportCardsUrl(), signal, transferList: [port2] })) as Drawn
  } catch (error) {
    const plain = withoutMarks(drawing)
    if (signal.aborted || !plain) throw error
    return await drawCards(plain, tell, stopped)
  } finally {
    port1.close()
  }
}

/** Draws a list as PDF in a worker thread, for a minute at most. @throws Problem `long-list` */
export async function drawListPdf(drawing: Omit<ListDrawing, 'fonts'>): Promise<Uint8Array> {
  fonts ??= readFonts()
  const given: ListDrawing = { ...drawing, fonts: await fonts }
  const signal = AbortSignal.timeout(LONGEST_READING_MS)
  try {
    return (await threads().run(given, { filename: listUrl(), signal })) as Uint8Array
  } catch (error) {
    if (!signal.aborted) throw error
    throw new Problem(413, 'long-list')
  }
}

/**
 * Reads a zip of OneRoster files in a worker thread, for a minute at most.
 *
 * @throws Problem `csv-faults` with every fault's file, line, column and reason; `no-zip`, `too-large`, `too-slow`
 */
export async function readRosterFile(path: string): Promise<Roster> {
  const reading = unfaulted(await read<RosterReading>(path, rosterUrl()))
  const roster: Roster = { ...emptyRoster(), ...reading.rest }
  for (const [kind, json] of reading.pieces) {
    ;(roster[kind] as unknown[]).push(...(JSON.parse(json) as unknown[]))
    // Whoever waits for an answer gets it between two pieces.
    await setImmediate()
  }
  return roster
}

/** The files of a class's gradebook, read in the same way. */
export const readGradebookZip = async (path: string): Promise<GradebookFiles> =>
  unfaulted(await read<GradebookReading>(path, gradebookFilesUrl()))

type Fault = Extract<RosterReading | GradebookReading, { faults: unknown } | { problem: unknown }>

function unfaulted<R extends object>(reading: R | Fault): Exclude<R, Fault> {
  if ('problem' in reading) throw new Problem(reading.problem.status, reading.problem.code, reading.problem.figures)
  if ('faults' in reading) {
    const [first] = reading.faults
    throw new Problem(422, 'csv-faults', { first: first!, more: reading.more }, reading.faults)
  }
  return reading as Exclude<R, Fault>
}

async function read<R>(path: string, filename: string): Promise<R> {
  const signal = AbortSignal.timeout(LONGEST_READING_MS)
  try {
    return (await threads().run({ path }, { filename, signal })) as R
  } catch (error) {
    if (!signal.aborted) throw error
    throw new Problem(413, 'too-slow')
  }
}

/** The same without any mark; null where there is none. */
function withoutMarks<D extends Pick<Drawing, 'layout' | 'heads'>>(drawing: D): D | null {
  const { layout, heads } = drawing
  if (!layout.mark && Object.values(heads).every((each) => !each.mark)) return null
  const plain = Object.entries(heads).map(([id, head]) => [id, { ...head, mark: '' }] as const)
  return { ...drawing, layout: { ...layout, mark: '' }, heads: Object.fromEntries(plain) }
}

export async function closeThreads(): Promise<void> {
  const opened = pool
  pool = undefined
  await opened?.destroy()
}

async function readFonts(): Promise<Drawing['fonts']> {
  const assets = useStorage('assets')
  const read = async (path: string) => new Uint8Array((await assets.getItemRaw<Uint8Array>(path))!)
  return {
    regular: await read('fonts/400Regular/Commissioner_400Regular.ttf'),
    bold: await read('fonts/600SemiBold/Commissioner_600SemiBold.ttf'),
    arabic: await read('arabic/noto-sans-arabic-arabic-400-normal.woff'),
    han: await read('han/noto-sans-sc-chinese-simplified-400-normal.woff'),
  }
}
