export default route(async (event) => {
  await clearUserSession(event)
  return { ok: true }
})
