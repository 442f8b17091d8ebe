import { endNews } from '../services/news'

/** A stream of news has no end of its own: asked to stop, the server would wait for it. */
export default defineNitroPlugin(() => {
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, endNews)
})
