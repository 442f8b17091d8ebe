/** The streams of news end when the process is asked to, before the server waits for what is open. */
export default defineNitroPlugin(() => {
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => void closeNews())
})
