import {
  BrokenCircuitError,
  ConsecutiveBreaker,
  DelegateBackoff,
  circuitBreaker,
  handleWhen,
  retry,
  wrap,
  type IRetryBackoffContext,
} from 'cockatiel'
import { z } from 'zod'
import { Problem } from '../services/problem'

/** Where a partner is, and our key to it. */
export interface Address {
  /** What the connection is called; left out, its host says it. */
  name?: string
  url: string
  clientId: string
  clientSecret: string
}

/** How long one answer may take, how often it is asked for again, and how long a partner may have us wait. */
export interface Patience {
  answerMs: number
  again: number
  firstWaitMs: number
  longestWaitMs: number
  /** So many failures on end, and it is left alone for so long. */
  failures: number
  restMs: number
}
const patience: Patience = {
  answerMs: 15_000,
  again: 3,
  firstWaitMs: 150,
  longestWaitMs: 20_000,
  failures: 8,
  restMs: 5_000,
}

/** What one answer holds at most: a partner that says more is not read to the end. */
const MOST_BYTES = 50_000_000

const token = z.object({ access_token: z.string(), expires_in: z.number().default(300) })

/** Answers after which the same may be asked again: RFC 9110, RFC 6585 and RFC 8470. */
const isAgain = ({ status }: Response) => status === 408 || status === 425 || status === 429 || status >= 500

/**
 * HTTP to one partner, with everything that may go wrong on the way: OAuth 2 client credentials (RFC 6749), a token
 * renewed once on 401, the same asked again with more and more time between (jitter, Retry-After), a partner that is away
 * left alone for a while, no redirect followed, and an answer read to 50 MB at most.
 */
export class PartnerHttp {
  private token: { value: string; until: number } | null = null
  private asking
  private patience: Patience
  /** What the partner's clock said last; null where it does not say. */
  clock: string | null = null

  constructor(
    private address: Address,
    private scopes: string,
    own: Partial<Patience> = {},
  ) {
    const { again, failures, restMs } = (this.patience = { ...patience, ...own })
    const breaker = circuitBreaker(
      handleWhen((error) => !(error instanceof Problem)).orWhenResult((result) => (result as Response).status >= 500),
      { halfOpenAfter: restMs, breaker: new ConsecutiveBreaker(failures) },
    )
    const patiently = retry(
      handleWhen((error) => !(error instanceof Problem || error instanceof BrokenCircuitError)).orWhenResult((result) =>
        isAgain(result as Response),
      ),
      {
        maxAttempts: again,
        backoff: new DelegateBackoff((context: IRetryBackoffContext<unknown>) => this.wait(context)),
      },
    )
    this.asking = wrap(patiently, breaker)
  }

  /** What the partner is called in what is said of it. */
  get name(): string {
    const { name, url } = this.address
    const host = URL.canParse(url) ? new URL(url).host : 'no address'
    return `${name || "The district's system"} (${host})`
  }

  /**
   * One request, asked again for as long as that may help.
   *
   * @throws Problem `partner-silent` when there is no answer, `partner-busy` when it asks for more time than we have
   */
  async request(path: string, init: RequestInit = {}): Promise<Response> {
    let renewed = false
    try {
      for (;;) {
        const response = await this.asking.execute(async () => this.once(path, init))
        if (response.status !== 401) return await this.notBusy(response)
        await response.body?.cancel()
        if (renewed) throw new Problem(502, 'partner-credentials', { partner: this.name })
        renewed = true
        this.token = null
      }
    } catch (error) {
      throw error instanceof Problem ? error : new Problem(502, 'partner-silent', { partner: this.name })
    }
  }

  /** The JSON of an answer, counted as it is read. */
  async read(response: Response): Promise<unknown> {
    const parts: Uint8Array[] = []
    let size = 0
    for await (const part of response.body ?? []) {
      size += part.length
      if (size > MOST_BYTES) throw new Problem(502, 'partner-too-large', { partner: this.name })
      parts.push(part)
    }
    try {
      return JSON.parse(Buffer.concat(parts).toString('utf8'))
    } catch {
      throw this.unreadable('its answer', 'no JSON')
    }
  }

  refused(status: number, what: string): Problem {
    return new Problem(502, 'partner-refused', { partner: this.name, status, what })
  }
  unreadable(what: string, at: string): Problem {
    return new Problem(502, 'partner-unreadable', { partner: this.name, what, at })
  }
  endless(what: string): Problem {
    return new Problem(502, 'partner-endless', { partner: this.name, what })
  }

  /** Gets a token, or throws. */
  async signIn(): Promise<void> {
    this.token = null
    await this.asking
      .execute(async () => this.bearer())
      .catch((error: unknown) => {
        throw error instanceof Problem ? error : new Problem(502, 'partner-silent', { partner: this.name })
      })
  }

  private async once(path: string, init: RequestInit): Promise<Response> {
    const headers = { authorization: `Bearer ${await this.bearer()}`, 'content-type': 'application/json' }
    return this.fetch(path, { ...init, headers })
  }

  private async notBusy(response: Response): Promise<Response> {
    if (response.status !== 429) return response
    await response.body?.cancel()
    throw new Problem(502, 'partner-busy', {
      partner: this.name,
      seconds: Math.ceil(retryAfter(response) / 1000) || 60,
    })
  }

  /** How long until the next try: twice as long each time, less by chance, and what the partner asks for. */
  private wait({ attempt, result }: IRetryBackoffContext<unknown>): number {
    const { firstWaitMs, longestWaitMs } = this.patience
    const asked = 'value' in result ? retryAfter(result.value as Response) : 0
    if (asked > longestWaitMs)
      throw new Problem(502, 'partner-busy', { partner: this.name, seconds: Math.ceil(asked / 1000) })
    return Math.max(asked, firstWaitMs * 2 ** (attempt - 1) * (0.5 + Math.random() / 2))
  }

  private async bearer(): Promise<string> {
    if (this.token && this.token.until > Date.now()) return this.token.value
    const { clientId, clientSecret } = this.address
    const response = await this.fetch('/token', {
      method: 'POST',
      headers: {
        authorization: `Basic ${Buffer.from(`${clientId}:${clientSecret}`).toString('base64')}`,
        'content-type': 'application/x-www-form-urlencoded',
      },
      body: new URLSearchParams({ grant_type: 'client_credentials', scope: this.scopes }),
    })
    if ([400, 401, 403].includes(response.status)) throw new Problem(502, 'partner-credentials', { partner: this.name })
    if (!response.ok) throw new Error('no token just now')
    const parsed = token.safeParse(await this.read(response))
    if (!parsed.success) throw this.unreadable('a token', 'OAuth 2')
    const { access_token, expires_in } = parsed.data
    this.token = { value: access_token, until: Date.now() + (expires_in - 30) * 1000 }
    return access_token
  }

  /** One request, for so long at most, and to nobody else than the partner. */
  private async fetch(path: string, init: RequestInit): Promise<Response> {
    const response = await fetch(this.address.url + path, {
      ...init,
      redirect: 'manual',
      signal: AbortSignal.timeout(this.patience.answerMs),
    })
    const said = response.headers.get('date')
    this.clock = said !== null && !Number.isNaN(Date.parse(said)) ? said : null
    if (response.status < 300 || response.status >= 400) return response
    await response.body?.cancel()
    throw new Problem(502, 'partner-redirect', { partner: this.name })
  }
}

/** What Retry-After asks for, in milliseconds: seconds or a date (RFC 9110, 10.2.3). @example 'Retry-After: 2' // 2000 */
function retryAfter(response: Response): number {
  const said = response.headers?.get('retry-after')
  if (!said) return 0
  const seconds = Number(said)
  const ms = Number.isNaN(seconds) ? Date.parse(said) - Date.now() : seconds * 1000
  return Number.isFinite(ms) ? Math.max(0, ms) : 0
}
