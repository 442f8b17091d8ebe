import { blanks } from '#core/kinds'
import { district } from '../../demo/district'
import { csvFiles, formWith, zipOf } from '../support/oneroster-files'
import { actOn, type Room, type Runs } from './room'

export type Who = 'nobody' | 'teacher' | 'other' | 'registrar'
type Asked = Room & Runs
interface Route {
  path: (of: Asked) => string
  body?: (of: Asked) => unknown
  answers: Record<Who, number>
}

const form = () => formWith(zipOf(csvFiles(district(), '1.2')))
const ofClass = { nobody: 401, teacher: 200, other: 403, registrar: 403 }
const ofOffice = { nobody: 401, teacher: 403, other: 403, registrar: 200 }

/** Every route, what it is asked, and whom it answers how. */
export const routes: Record<string, Route> = {
  'health.get': { path: () => '/api/health', answers: { nobody: 200, teacher: 200, other: 200, registrar: 200 } },
  'ready.get': { path: () => '/api/ready', answers: { nobody: 200, teacher: 200, other: 200, registrar: 200 } },
  '[...]': { path: () => '/api/nothing', answers: { nobody: 404, teacher: 404, other: 404, registrar: 404 } },
  'person.get': { path: () => '/api/person', answers: { nobody: 200, teacher: 200, other: 200, registrar: 200 } },
  'auth/sign-in.post': {
    path: () => '/api/auth/sign-in',
    body: () => ({ email: 'x@y.example', password: 'x' }),
    answers: { nobody: 401, teacher: 401, other: 401, registrar: 401 },
  },
  'auth/sign-out.post': {
    path: () => '/api/auth/sign-out',
    answers: { nobody: 200, teacher: 200, other: 200, registrar: 200 },
  },
  'auth/password.post': {
    path: () => '/api/auth/password',
    body: () => ({ present: 'wrong', next: 'a longer word than that' }),
    answers: { nobody: 401, teacher: 422, other: 422, registrar: 422 },
  },
  'sessions/index.get': {
    path: () => '/api/sessions',
    answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 },
  },
  'sessions/[session]/end.post': {
    path: () => '/api/sessions/none-of-mine/end',
    answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 },
  },
  'today.get': { path: () => '/api/today', answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 } },
  'plans.get': { path: () => '/api/plans', answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 } },
  'list-pdf.post': {
    path: () => '/api/list-pdf',
    body: () => ({ title: 'A list', under: '', columns: [{ head: 'Student', isNumber: false }], rows: [['Ann']] }),
    answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 },
  },
  'bank.get': { path: () => '/api/bank', answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 } },
  'windows.get': { path: () => '/api/windows', answers: { nobody: 401, teacher: 403, other: 403, registrar: 200 } },
  'district.get': { path: () => '/api/district', answers: { nobody: 401, teacher: 403, other: 403, registrar: 200 } },
  'exchange/standards.get': {
    path: () => '/api/exchange/standards',
    answers: { nobody: 401, teacher: 403, other: 403, registrar: 200 },
  },
  'standards.get': { path: () => '/api/standards', answers: { nobody: 401, teacher: 403, other: 403, registrar: 200 } },
  'district-outlook.post': {
    path: () => '/api/district-outlook',
    body: () => ({ policy: { ...blanks.policy, lowLine: '65' } }),
    answers: { nobody: 401, teacher: 403, other: 403, registrar: 200 },
  },
  'acts.post': {
    path: () => '/api/acts',
    body: ({ classId }) => ({ acts: [{ scope: classId, act: actOn(classId) }] }),
    answers: ofClass,
  },
  'classes/[id]/index.get': { path: ({ classId }) => `/api/classes/${classId}`, answers: ofClass },
  'classes/[id]/acts.post': {
    path: ({ classId }) => `/api/classes/${classId}/acts`,
    body: ({ classId }) => ({ acts: [actOn(classId)] }),
    answers: ofClass,
  },
  'classes/[id]/term.get': {
    path: ({ classId, periodId }) => `/api/classes/${classId}/term?period=${periodId}`,
    answers: ofClass,
  },
  'classes/[id]/remove-term.post': {
    path: ({ classId }) => `/api/classes/${classId}/remove-term`,
    body: ({ periodId }) => ({ periodId }),
    answers: ofClass,
  },
  'classes/[id]/history.get': {
    path: ({ classId }) => `/api/classes/${classId}/history?kind=plan&record=${classId}`,
    answers: ofClass,
  },
  'classes/[id]/acts.get': { path: ({ classId }) => `/api/classes/${classId}/acts?student=x`, answers: ofClass },
  'classes/[id]/steps.get': { path: ({ classId }) => `/api/classes/${classId}/steps`, answers: ofClass },
  'classes/[id]/as-of.get': { path: ({ classId }) => `/api/classes/${classId}/as-of?day=2026-11-10`, answers: ofClass },
  'classes/[id]/movers.get': { path: ({ classId }) => `/api/classes/${classId}/movers`, answers: ofClass },
  'news.get': { path: ({ classId }) => `/api/news?known=${classId}:0`, answers: ofClass },
  'classes/[id]/prepare.post': {
    path: ({ classId }) => `/api/classes/${classId}/prepare`,
    body: () => ({}),
    answers: ofClass,
  },
  'classes/[id]/gradebook-files.post': {
    path: ({ classId }) => `/api/classes/${classId}/gradebook-files`,
    body: () => ({}),
    answers: { ...ofClass, teacher: 422 },
  },
  'classes/[id]/forget-choice.post': {
    path: ({ classId }) => `/api/classes/${classId}/forget-choice`,
    body: () => ({ type: 'score', thingId: 'x' }),
    answers: ofClass,
  },
  'classes/[id]/beside.get': { path: ({ classId }) => `/api/classes/${classId}/beside`, answers: ofClass },
  'classes/[id]/oneroster.get': {
    path: ({ classId }) => `/api/classes/${classId}/oneroster?version=1.1`,
    answers: ofClass,
  },
  'classes/[id]/held.get': { path: ({ classId }) => `/api/classes/${classId}/held?cell=a/b`, answers: ofClass },
  'classes/[id]/settle.post': {
    path: ({ classId }) => `/api/classes/${classId}/settle`,
    body: () => ({ cellId: 'a/b', choice: 'mine' }),
    answers: ofClass,
  },
  'classes/[id]/offers.get': { path: ({ classId }) => `/api/classes/${classId}/offers`, answers: ofClass },
  'classes/[id]/coursework.get': {
    path: ({ classId }) => `/api/classes/${classId}/coursework`,
    answers: { ...ofClass, teacher: 409 },
  },
  'exchange/waiting.get': {
    path: () => '/api/exchange/waiting',
    answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 },
  },
  'exchange/night.get': {
    path: () => '/api/exchange/night',
    answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 },
  },
  'exchange/district.get': { path: () => '/api/exchange/district', answers: ofOffice },
  'exchange/choices/index.get': {
    path: () => '/api/exchange/choices',
    answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 },
  },
  'exchange/send.post': {
    path: () => '/api/exchange/send',
    body: ({ classId }) => ({ sectionIds: [classId] }),
    // The office sends for any class.
    answers: { ...ofClass, registrar: 200 },
  },
  'exchange/runs/[run]/decide.post': {
    path: ({ runId }) => `/api/exchange/runs/${runId}/decide`,
    body: () => ({ places: [0], choice: 'leave' }),
    answers: { ...ofClass, teacher: 409 },
  },
  'exchange/runs/[run]/send.post': {
    path: ({ runId }) => `/api/exchange/runs/${runId}/send`,
    body: () => ({}),
    answers: { ...ofClass, teacher: 409 },
  },
  'exchange/runs/[run]/again.post': {
    path: ({ runId }) => `/api/exchange/runs/${runId}/again`,
    body: () => ({}),
    answers: { ...ofClass, teacher: 409 },
  },
  'exchange/runs/[run]/progress.get': {
    path: ({ runId }) => `/api/exchange/runs/${runId}/progress`,
    answers: { ...ofClass, registrar: 200 },
  },
  'connections/index.get': { path: () => '/api/connections', answers: ofOffice },
  'connections/index.post': {
    path: () => '/api/connections',
    body: () => ({
      name: 'A third',
      protocol: 'oneroster-1.2',
      url: 'https://sis.example',
      clientId: 'x',
      clientSecret: 'y',
    }),
    answers: ofOffice,
  },
  'connections/[connection]/index.put': {
    path: ({ connectionId }) => `/api/connections/${connectionId}`,
    body: ({ product }) => ({
      name: 'Renamed',
      protocol: 'oneroster-1.1',
      url: `${product.standins}/sis`,
      clientId: 'x',
    }),
    answers: ofOffice,
  },
  'connections/[connection]/try.post': {
    path: ({ connectionId }) => `/api/connections/${connectionId}/try`,
    answers: ofOffice,
  },
  'connections/[connection]/index.delete': {
    path: ({ connectionId }) => `/api/connections/${connectionId}`,
    answers: ofOffice,
  },
  'classes/[id]/report-cards.get': {
    path: ({ classId, periodId, studentId }) =>
      `/api/classes/${classId}/report-cards?period=${periodId}&student=${studentId}`,
    answers: ofClass,
  },
  'card-layout.get': { path: () => '/api/card-layout', answers: ofOffice },
  'prints/index.get': { path: () => '/api/prints', answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 } },
  'prints/index.post': {
    path: () => '/api/prints',
    body: ({ classId, periodId }) => ({ of: { what: 'class', sectionId: classId }, periodId, each: false }),
    answers: ofClass,
  },
  // Somebody else's print is as if it were not there.
  'prints/[print]/file.get': {
    path: ({ printId }) => `/api/prints/${printId}/file`,
    answers: { nobody: 401, teacher: 200, other: 404, registrar: 404 },
  },
  'prints/[print]/index.delete': {
    path: ({ printId }) => `/api/prints/${printId}`,
    answers: { nobody: 401, teacher: 200, other: 404, registrar: 404 },
  },
  'exchange/roster.post': {
    path: () => '/api/exchange/roster',
    answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 },
  },
  'exchange/import.post': {
    path: () => '/api/exchange/import',
    body: form,
    answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 },
  },
  'exchange/runs/index.get': {
    path: () => '/api/exchange/runs',
    answers: { nobody: 401, teacher: 200, other: 200, registrar: 200 },
  },
  'exchange/runs/[run]/index.get': {
    path: ({ runId }) => `/api/exchange/runs/${runId}`,
    answers: { ...ofClass, registrar: 200 },
  },
  'exchange/runs/[run]/roster.get': {
    path: ({ rosterRunId }) => `/api/exchange/runs/${rosterRunId}/roster`,
    answers: { nobody: 401, teacher: 200, other: 403, registrar: 403 },
  },
  'exchange/runs/[run]/items.get': {
    path: ({ rosterRunId }) => `/api/exchange/runs/${rosterRunId}/items`,
    answers: { nobody: 401, teacher: 200, other: 403, registrar: 403 },
  },
  'exchange/runs/[run]/go-on.post': {
    path: ({ rosterRunId }) => `/api/exchange/runs/${rosterRunId}/go-on`,
    answers: { nobody: 401, teacher: 409, other: 403, registrar: 403 },
  },
  'exchange/runs/[run]/take-back.post': {
    path: ({ rosterRunId }) => `/api/exchange/runs/${rosterRunId}/take-back`,
    answers: { nobody: 401, teacher: 200, other: 403, registrar: 403 },
  },
  'exchange/runs/[run]/stop.post': { path: ({ runId }) => `/api/exchange/runs/${runId}/stop`, answers: ofClass },
}
