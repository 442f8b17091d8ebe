import type { Entity, Held } from './held'

const safe = (value: unknown) => String(value ?? '').replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`)
const idOf = (value: unknown) => (value as { sourcedId?: string } | undefined)?.sourcedId ?? ''

/** The page on which one sees what a stand-in has received. */
export function page(stations: { name: string; base: string; held: Held }[]): string {
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>What the other systems hold</title><style>${style}</style></head><body>
<h1>What the other systems hold</h1>
<p>Two simulated systems that speak OneRoster 1.2. Everything below arrived over HTTP.</p>
${stations.map(station).join('')}
</body></html>`
}

function station({ name, base, held }: { name: string; base: string; held: Held }): string {
  const names = new Map(
    (held.roster.users ?? []).map((user) => [user.sourcedId, `${safe(user.givenName)} ${safe(user.familyName)}`]),
  )
  const classes = new Map((held.roster.classes ?? []).map((each) => [each.sourcedId, safe(each.title)]))
  const items = new Map(held.list('lineItems').map((item) => [item.sourcedId, item]))
  const line = (result: Entity) => {
    const item = items.get(idOf(result.lineItem))
    const score = [result.score, result.textScore]
      .filter((each) => each !== undefined)
      .map(safe)
      .join(' ')
    const marks = ['late', 'missing', 'incomplete'].filter((mark) => result[mark] === 'true').join(', ')
    return `<tr><td>${classes.get(idOf(item?.class)) ?? ''}</td><td>${safe(item?.title)}</td><td>${names.get(idOf(result.student)) ?? ''}</td><td class="n">${score}</td><td>${safe(result.scoreStatus)}${marks ? `, ${marks}` : ''}</td><td>${safe(result.comment)}</td></tr>`
  }
  const received = held.receipts
    .slice(-200)
    .reverse()
    .filter((receipt) => receipt.part === 'results' && receipt.entity)
  return `<section><h2>${safe(name)}</h2>
<p>${(held.roster.classes ?? []).length} classes, ${(held.roster.users ?? []).length} people. Received: ${held.list('categories').length} categories, ${held.list('lineItems').length} assignments, ${held.list('results').length} results, in ${held.receipts.length} changes.</p>
<p><button onclick="misbehave('${base}',{fail:3})">Fail the next 3 requests</button> <button onclick="misbehave('${base}',{mute:1})">Take the next one without an answer</button> <button onclick="misbehave('${base}',{})">Behave</button></p>
<table><caption>The last results that arrived</caption><thead><tr><th>Class</th><th>Assignment</th><th>Student</th><th>Score</th><th>Status</th><th>Comment</th></tr></thead><tbody>${received.map((receipt) => line(receipt.entity!)).join('') || '<tr><td colspan="6">Nothing has arrived yet.</td></tr>'}</tbody></table></section>
<script>function misbehave(base,faults){fetch(base+'/faults',{method:'POST',headers:{'content-type':'application/json'},body:JSON.stringify(faults)})}</script>`
}

const style = `body{font:15px/1.45 system-ui,sans-serif;max-width:70rem;margin:2rem auto;padding:0 1rem;color:#222}
table{border-collapse:collapse;width:100%}caption{text-align:left;font-weight:600;padding:.4rem 0}th,td{text-align:left;border-bottom:1px solid #ccc;padding:.25rem .6rem .25rem 0;vertical-align:top}.n{font-variant-numeric:tabular-nums}
section{margin-top:2.5rem}button{font:inherit;padding:.2rem .7rem}`
