import { sentenceOf } from '../database/start-faults'

const SHORTEST_PASSWORD = 32

/** Says in one sentence why the product cannot start, and ends it. */
function giveUp(words: string): never {
  console.error(words)
  process.exit(1)
}

/** Opens the records before the first request, and closes them with the process. */
export default defineNitroPlugin((nitroApp) => {
  const { password } = useRuntimeConfig().session
  if (!import.meta.dev && (password ?? '').length < SHORTEST_PASSWORD)
    giveUp(`NUXT_SESSION_PASSWORD has to be set, to ${SHORTEST_PASSWORD} characters or more. See the README.`)
  offerLifecycle()
  openProduct().catch((error: unknown) => giveUp(sentenceOf(error)))
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, endReadiness)
  nitroApp.hooks.hook('close', closeProduct)
})
