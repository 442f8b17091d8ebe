/** Whether requests may be sent here: the records are open and up to date, and the process is not about to end. */
export default route(async (event) => {
  const ready = isReady()
  if (!ready) setResponseStatus(event, 503)
  return { ready }
})
