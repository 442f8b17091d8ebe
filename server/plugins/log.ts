/** One line for each request: of pages and the API, not of the files that they are made of. */
export default defineNitroPlugin((nitro) => {
  // Whoever read the log may be gone: a line that cannot be written is no error to write a line about.
  for (const stream of [process.stdout, process.stderr]) stream.on('error', () => {})
  nitro.hooks.hook('request', (event) => {
    if (/^\/(_nuxt|_fonts)\/|\.\w{2,5}$/.test(event.path.split('?')[0]!)) return
    const began = performance.now()
    setResponseHeader(event, 'x-request-id', requestId(event))
    event.node.res.once('close', () =>
      logLine({
        level: 'info',
        id: requestId(event),
        method: event.method,
        route: routeOf(event),
        status: event.node.res.statusCode,
        ms: Math.round(performance.now() - began),
      }),
    )
  })
})
