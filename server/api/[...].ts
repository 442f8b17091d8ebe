import { handlers } from '#nitro-internal-virtual/server-handlers'
import { createRouter } from 'radix3'
import { Problem } from '../services/problem'

/** Which methods each address of the API knows. */
const known = createRouter<{ methods?: string[] }>()
const methods = new Map<string, string[]>()
for (const { route: path, method } of handlers)
  if (path?.startsWith('/api/') && method) methods.set(path, [...(methods.get(path) ?? []), method.toUpperCase()])
for (const [path, list] of methods) known.insert(path, { methods: list })

/** An address that is not there, or not by that method: said in JSON like everything else. */
export default route(async (event) => {
  // The beginning of a longer address is found too, without methods.
  const found = known.lookup(event.path.split('?')[0]!)
  if (!found?.methods) throw new Problem(404, 'no-such-address')
  setResponseHeader(event, 'allow', found.methods.join(', '))
  throw new Problem(405, 'no-such-method', { methods: found.methods.join(', ') })
})
