import type { Switches } from './faults'
import type { Entity, Held, Receipt } from './held'
import { script, style } from './page-parts'

const safe = (value: unknown) => String(value ?? '').replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`)
const idOf = (value: unknown) => (value as { sourcedId?: string } | undefined)?.sourcedId ?? ''

/** So many rows of a kind are shown; the count says how many there are. */
const ROWS = 200

export interface Station extends Switches {
  name: string
  base: string
  held: Held
}

/** The page on which one sees what the stand-ins hold and have just received, and tells them how to misbehave. */
export function page(stations: Station[]): string {
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>The other systems</title><style>${style}</style></head><body>
<header><h1>The other systems</h1><p>Two simulated partners that speak OneRoster 1.2. Everything below arrived over HTTP; nothing here is the product's.</p>
<label><input type="checkbox" id="follow" checked> follow what arrives</label></header>
<main>${stations.map(station).join('')}</main>
<script>${script}</script></body></html>`
}

/** One piece of coursework, as the classroom app shows it. */
export function workPage(held: Held, id: string): string {
  const item = held.find('lineItems', id)
  const body = item
    ? `<h1>${safe(item.title)}</h1><p>${safe(item.description)}</p><p>Due ${safe(String(item.dueDate ?? '').slice(0, 10))}, ${safe(item.resultValueMax)} points</p>`
    : '<h1>There is no such work.</h1>'
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>The classroom app</title><style>${style}</style></head><body><main><section>${body}</section></main></body></html>`
}

function station(of: Station): string {
  const { name, base, held } = of
  const at = base.slice(1)
  const looked = looker(held)
  const kinds = [
    { id: 'arrived', title: 'Arrived just now', count: held.receipts.length, table: arrived(held, looked) },
    { id: 'results', title: 'Results', count: held.list('results').length, table: results(held, looked) },
    { id: 'items', title: 'Assignments', count: held.list('lineItems').length, table: items(held, looked) },
    { id: 'categories', title: 'Categories', count: held.list('categories').length, table: categories(held) },
    { id: 'roster', title: 'Roster', count: (held.roster.users ?? []).length, table: roster(held) },
  ]
  const tabs = kinds.map(
    ({ id, title, count }, place) =>
      `<button type="button" role="tab" aria-selected="${place === 0}" aria-controls="${at}-${id}" data-tab="${at}-${id}">${title} <b>${count}</b></button>`,
  )
  const panels = kinds.map(
    ({ id, title, table }, place) =>
      `<div role="tabpanel" id="${at}-${id}" aria-label="${title}, ${safe(name)}" tabindex="0"${place ? ' hidden' : ''}>${table}</div>`,
  )
  return `<section data-base="${base}" aria-label="${safe(name)}"><h2>${safe(name)}</h2>${switches(of)}
<div role="tablist" aria-label="What ${safe(name)} holds">${tabs.join('')}</div>${panels.join('')}</section>`
}

/** Everything that a stand-in can be told, as it is now. */
function switches({ base, held, faults }: Station): string {
  const sessions = held.roster.academicSessions ?? []
  const students = (held.roster.users ?? []).filter((user) =>
    /student/i.test(JSON.stringify(user.roles ?? user.role ?? '')),
  )
  const option = (id: unknown, words: string, on: boolean) =>
    `<option value="${safe(id)}"${on ? ' selected' : ''}>${words}</option>`
  const number = (key: 'fail' | 'mute' | 'slow' | 'broken' | 'overlap', words: string) =>
    `<label>${words} <input name="${key}" type="number" min="0" max="30000" value="${faults[key]}"></label>`
  const said = [
    faults.fail && `fails the next ${faults.fail}`,
    faults.mute && `takes the next ${faults.mute} without an answer`,
    faults.broken && `breaks the next ${faults.broken} answers`,
    faults.overlap && `pages overlap by ${faults.overlap}`,
    faults.statuses.length && `answers ${faults.statuses.slice(0, 5).join(', ')}`,
    faults.storm && `${Math.round(100 * faults.storm.share)} % of requests fail`,
    faults.slow && `waits ${faults.slow} ms`,
    faults.closedSessions.length && `${faults.closedSessions.length} terms closed`,
    faults.unknownStudents.length && `${faults.unknownStudents.length} students unknown`,
  ].filter(Boolean)
  return `<details><summary>${said.length ? `<strong>Misbehaves:</strong> ${safe(said.join(', '))}` : 'Behaves'}</summary>
<form data-faults="${base}">${number('fail', 'Fail so many requests')}${number('mute', 'Take so many without an answer')}${number('slow', 'Wait, in ms')}
${number('broken', 'Break so many answers')}${number('overlap', 'Pages overlap by')}<label>Answer the next with <select name="status"><option value="">what is right</option>${[401, 403, 404, 408, 409, 422, 429, 500, 503].map((code) => `<option>${code}</option>`).join('')}</select></label>
<label>Of all requests fail, in % <input name="storm" type="number" min="0" max="90" value="${Math.round(100 * (faults.storm?.share ?? 0))}"></label>
<label>Closed terms <select name="closedSessions" multiple size="4">${sessions.map((each) => option(each.sourcedId, safe(each.title), faults.closedSessions.includes(each.sourcedId))).join('')}</select></label>
<label>Students it does not know <select name="unknownStudents" multiple size="4">${students.map((each) => option(each.sourcedId, personName(each), faults.unknownStudents.includes(each.sourcedId))).join('')}</select></label>
<p><button type="submit">Set</button> <button type="button" data-behave="${base}">Behave</button></p></form>
<form data-happen="${base}"><label>What happens there <select name="what"><option value="change">the last score is changed</option><option value="rename">a student is renamed</option><option value="withdraw">a student leaves</option><option value="lose">all that was received is lost</option></select></label>
<label>Which student <select name="student">${students.map((each) => option(each.sourcedId, personName(each), false)).join('')}</select></label>
<label>New family name <input name="familyName" maxlength="80"></label><p><button type="submit">Let it happen</button></p></form></details>`
}

const personName = (user: Entity) => safe([user.givenName, user.familyName].filter(Boolean).join(' '))

type Looked = ReturnType<typeof looker>
/** What ids stand for. */
function looker(held: Held) {
  const named = (all: Entity[] | undefined, name: (each: Entity) => string) =>
    new Map((all ?? []).map((each) => [each.sourcedId, name(each)]))
  return {
    student: named(held.roster.users, personName),
    class: named(held.roster.classes, (each) => safe(each.title)),
    term: named(held.roster.academicSessions, (each) => safe(each.title)),
    category: named(held.list('categories'), (each) => safe(each.title)),
    item: new Map(held.list('lineItems').map((each) => [each.sourcedId, each])),
  }
}

function table(heads: string[], rows: string[][], none: string): string {
  if (!rows.length) return `<p class="none">${none}</p>`
  const more = rows.length > ROWS ? `<p class="none">The last ${ROWS} of ${rows.length}.</p>` : ''
  const cell = (text: string, at: number) => (at === 0 ? `<th scope="row">${text}</th>` : `<td>${text}</td>`)
  const body = rows.slice(0, ROWS).map((row) => `<tr>${row.map(cell).join('')}</tr>`)
  return `<table><thead><tr>${heads.map((head) => `<th scope="col">${head}</th>`).join('')}</tr></thead><tbody>${body.join('')}</tbody></table>${more}`
}

const scoreOf = (result: Entity) =>
  [result.score, result.textScore]
    .filter((each) => each !== undefined)
    .map(safe)
    .join(' ')
const marksOf = (result: Entity) =>
  [result.scoreStatus, ...['late', 'missing', 'incomplete'].filter((mark) => result[mark] === 'true')]
    .filter(Boolean)
    .map(safe)
    .join(', ')

const nouns = { categories: 'category', lineItems: 'assignment', results: 'result' }
function arrived(held: Held, looked: Looked): string {
  const about = ({ part, id, entity }: Receipt) => {
    if (!entity) return `taken away: ${safe(id)}`
    if (part !== 'results') return safe(entity.title)
    const item = looked.item.get(idOf(entity.lineItem))
    return `${looked.student.get(idOf(entity.student)) ?? ''}, ${safe(item?.title)}: ${scoreOf(entity)}`
  }
  const rows = held.receipts
    .slice(-ROWS)
    .toReversed()
    .map((each) => [safe(each.at.slice(11, 19)), nouns[each.part], about(each)])
  return table(['At', 'What', 'Which'], rows, 'Nothing has arrived yet. Send something from Exchange.')
}

function results(held: Held, looked: Looked): string {
  const rows = held
    .list('results')
    .toReversed()
    .map((each) => {
      const item = looked.item.get(idOf(each.lineItem))
      return [
        looked.student.get(idOf(each.student)) ?? '',
        looked.class.get(idOf(item?.class)) ?? '',
        safe(item?.title),
        scoreOf(each),
        marksOf(each),
        safe(each.comment),
      ]
    })
  return table(['Student', 'Class', 'Assignment', 'Score', 'Status', 'Comment'], rows, 'No results yet.')
}

function items(held: Held, looked: Looked): string {
  const rows = held
    .list('lineItems')
    .toReversed()
    .map((each) => [
      safe(each.title),
      looked.class.get(idOf(each.class)) ?? '',
      looked.category.get(idOf(each.category)) ?? '',
      looked.term.get(idOf(each.academicSession ?? each.gradingPeriod)) ?? '',
      safe(String(each.dueDate ?? '').slice(0, 10)),
      safe(each.resultValueMax),
    ])
  return table(['Assignment', 'Class', 'Category', 'Term', 'Due', 'Most'], rows, 'No assignments yet.')
}

const categories = (held: Held) =>
  table(
    ['Category', 'Weight', 'Id'],
    held.list('categories').map((each) => [safe(each.title), safe(each.weight), safe(each.sourcedId)]),
    'No categories yet.',
  )

const roster = (held: Held) =>
  table(
    ['Person', 'Role', 'Id'],
    (held.roster.users ?? []).map((each) => [
      personName(each),
      safe((each.roles as { role?: string }[] | undefined)?.[0]?.role ?? each.role),
      safe(each.sourcedId),
    ]),
    'No roster.',
  )
