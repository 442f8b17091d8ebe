import { test } from '@playwright/test'
import { runResponse } from '../shared/exchange'
import { rosterRunResponse } from '../shared/roster-runs'
import { todayResponse } from '../shared/today'
import { district } from '../demo/district'
import { published } from '../demo/published'
import { accounts, Caller, startProduct, type Product } from '../tests/support/product'

/** How much goes to the district in a second beside what its stand-in takes by itself, and what the server needs for it. */
const rest = (ms: number) => new Promise((done) => setTimeout(done, ms))

/** Looks at the server's memory while something goes on; the least and the most of it, in MB. */
function watching(product: Product) {
  const seen = [product.memory()]
  const timer = setInterval(() => seen.push(product.memory()), 250)
  return () => {
    clearInterval(timer)
    return `${Math.round(seen[0]!)} MB before, ${Math.round(Math.max(...seen))} MB at most`
  }
}

/** As many writes as the stand-in takes from one who sends nothing else, a second. */
async function limitOf(product: Product, writes: number): Promise<number> {
  const sis = `${product.standins}/sis`
  const scope = 'https://purl.imsglobal.org/spec/or/v1p2/scope/gradebook.createput'
  const { access_token } = (await (
    await fetch(`${sis}/token`, {
      method: 'POST',
      headers: { authorization: `Basic ${Buffer.from('yukata:stand-in').toString('base64')}` },
      body: new URLSearchParams({ grant_type: 'client_credentials', scope }),
    })
  ).json()) as { access_token: string }
  const began = performance.now()
  for (let at = 0; at < writes; at++) {
    const category = {
      sourcedId: `bare-${at}`,
      status: 'active',
      dateLastModified: new Date().toISOString(),
      title: 'x',
    }
    const response = await fetch(`${sis}/ims/oneroster/gradebook/v1p2/categories/bare-${at}`, {
      method: 'PUT',
      headers: { authorization: `Bearer ${access_token}`, 'content-type': 'application/json' },
      body: JSON.stringify({ category }),
    })
    if (response.status !== 201) throw new Error(`The stand-in answered ${response.status}.`)
    await response.body?.cancel()
  }
  return (writes * 1000) / (performance.now() - began)
}

for (const [wide, limit] of [
  ['25x40', 2000],
  ['250x400', 2000],
] as const)
  test(`a class of ${wide} goes to the district`, async () => {
    test.setTimeout(3_600_000)
    const product = await startProduct({ wide })
    try {
      const bare = await limitOf(product, limit)
      const teacher = await Caller.signedIn(product, accounts.teacher)
      const { id } = todayResponse.parse(await teacher.get('/api/today'))[0]!
      const seen = watching(product)
      const began = performance.now()
      const { runId } = await teacher.post<{ runId: string }>(`/api/classes/${id}/prepare`)
      const prepared = performance.now()
      await teacher.post(`/api/exchange/runs/${runId}/send`)
      let items = 0
      for (;;) {
        // The whole run is read each time, with all its things.
        await rest(items > 10_000 ? 20_000 : 1000)
        const run = runResponse.parse(await teacher.get(`/api/exchange/runs/${runId}`))
        items = run.items.length
        if (run.state === 'done') break
      }
      const seconds = (performance.now() - prepared) / 1000
      console.log(
        `${wide}: ${items} things, compared in ${((prepared - began) / 1000).toFixed(1)} s, ` +
          `sent ${(items / seconds).toFixed(0)} a second, the partner alone ${bare.toFixed(0)}; ${seen()}`,
      )
    } finally {
      await product.stop()
    }
  })

/** A district as the demo's, with so many more students, each in six classes of 25. */
function large(students: number) {
  const base = published(district())
  const [course, school] = [base.courses[0]!, base.classes[0]!.school]
  const stamp = { status: 'active' as const, dateLastModified: '2026-09-01T00:00:00.000Z' }
  const classes = Array.from({ length: Math.ceil((students * 6) / 25) }, (_, at) => ({
    ...base.classes[0]!,
    ...stamp,
    sourcedId: `big-class-${at}`,
    title: `Class ${at}`,
    course: { sourcedId: course.sourcedId, type: 'course' },
  }))
  const pupil = base.users.find((each) => each.roles.some(({ role }) => role === 'student'))!
  const users = Array.from({ length: students }, (_, at) => ({
    ...pupil,
    ...stamp,
    sourcedId: `big-student-${at}`,
    givenName: `Given ${at}`,
    familyName: `Family ${at}`,
  }))
  const enrollments = users.flatMap((student, at) =>
    Array.from({ length: 6 }, (_, nth) => ({
      ...base.enrollments[0]!,
      ...stamp,
      sourcedId: `big-${at}-${nth}`,
      user: { sourcedId: student.sourcedId, type: 'user' },
      class: {
        sourcedId: classes[(at + nth * Math.ceil(classes.length / 6)) % classes.length]!.sourcedId,
        type: 'class',
      },
      school,
      role: 'student',
    })),
  )
  return {
    ...base,
    classes: [...base.classes, ...classes],
    users: [...base.users, ...users],
    enrollments: [...base.enrollments, ...enrollments],
  }
}

for (const students of [1000, 50_000])
  test(`a district of ${students} students is pulled`, async () => {
    test.setTimeout(3_600_000)
    const product = await startProduct({ roster: large(students) })
    try {
      const office = await Caller.signedIn(product, accounts.registrar)
      const seen = watching(product)
      const began = performance.now()
      const { runId } = await office.post<{ runId: string }>('/api/exchange/roster')
      const waits: number[] = []
      for (;;) {
        await rest(200)
        const asked = performance.now()
        const run = rosterRunResponse.parse(await office.get(`/api/exchange/runs/${runId}/roster`))
        waits.push(performance.now() - asked)
        if (run.state !== 'running') {
          if (run.state !== 'done') throw new Error(`The run is ${run.state}.`)
          break
        }
      }
      const seconds = (performance.now() - began) / 1000
      waits.sort((a, b) => a - b)
      const at = (share: number) => waits[Math.floor((waits.length - 1) * share)]!.toFixed(0)
      console.log(
        `${students} students: ${seconds.toFixed(0)} s; ${seen()}; ` +
          `who asks meanwhile waits ${at(0.5)} ms (median), ${at(1)} ms at most`,
      )
    } finally {
      await product.stop()
    }
  })
