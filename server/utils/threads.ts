import Tinypool from 'tinypool'
import type { ReportCard } from '../services/report-cards'
import type { Drawing } from '../workers/report-cards.worker'
import reportCardsUrl from '../workers/report-cards.worker?nodeworker'

const LONGEST_MS = 120_000

let pool: Tinypool | undefined
let fonts: Promise<Drawing['fonts']> | undefined

/** Draws report cards in a worker thread, so that the server goes on answering. */
export async function drawReportCards(cards: ReportCard[]): Promise<Uint8Array> {
  pool ??= new Tinypool({ runtime: 'worker_threads', minThreads: 0, maxThreads: 2, idleTimeout: 30_000 })
  fonts ??= readFonts()
  const drawing: Drawing = { cards, fonts: await fonts }
  return pool.run(drawing, {
    filename: reportCardsUrl(),
    signal: AbortSignal.timeout(LONGEST_MS),
  }) as Promise<Uint8Array>
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
