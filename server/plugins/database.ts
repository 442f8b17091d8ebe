const SHORTEST_PASSWORD = 32

/** Opens the records before the first request, and closes them with the process. */
export default defineNitroPlugin((nitroApp) => {
  const { password } = useRuntimeConfig().session
  if (!import.meta.dev && (password ?? '').length < SHORTEST_PASSWORD) {
    console.error(
      `[start] NUXT_SESSION_PASSWORD has to be set, to ${SHORTEST_PASSWORD} characters or more. See the README.`,
    )
    process.exit(1)
  }
  dbHandle().then(
    ({ driver }) => console.log(`[records] ${driver} ready`),
    (error: Error) => {
      console.error(`[records] could not be opened: ${error.message}`)
      process.exit(1)
    },
  )
  nitroApp.hooks.hook('close', async () => {
    await closeThreads()
    await (await dbHandle()).close()
  })
})
