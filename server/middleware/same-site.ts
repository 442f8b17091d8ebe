/** Cookies are SameSite=Lax; this refuses writes that come from another site outright (Fetch Metadata, Origin). */
export default defineEventHandler((event) => {
  if (['GET', 'HEAD', 'OPTIONS'].includes(event.method)) return
  const site = getRequestHeader(event, 'sec-fetch-site')
  const origin = getRequestHeader(event, 'origin')
  const foreign =
    (site && site !== 'same-origin' && site !== 'none') || (origin && !sameHost(origin, getRequestHost(event)))
  if (foreign)
    throw createError({
      statusCode: 403,
      statusMessage: 'cross-site',
      data: { code: 'cross-site', message: 'This request comes from another site.' },
    })
})

function sameHost(origin: string, host: string): boolean {
  return URL.canParse(origin) && new URL(origin).host === host
}
