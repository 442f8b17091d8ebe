import { strToU8, zipSync } from 'fflate'
import Papa from 'papaparse'
import type { RosterEntities } from '../../core/formats/oneroster/rest'

/**
 * Writes a roster as the files of a OneRoster CSV exchange, the way a district exports it. The headers are those of the
 * field lists of OneRoster CSV 1.1 and 1.2 (1EdTech), from memory, written here anew and not taken from the reader.
 */
export const headers = {
  manifest: 'propertyName,value',
  orgs: 'sourcedId,status,dateLastModified,name,type,identifier,parentSourcedId',
  academicSessions:
    'sourcedId,status,dateLastModified,title,type,startDate,endDate,parentSourcedId,schoolYear,metadata.examWindow',
  courses:
    'sourcedId,status,dateLastModified,schoolYearSourcedId,title,courseCode,grades,orgSourcedId,subjects,subjectCodes',
  classes:
    'sourcedId,status,dateLastModified,title,grades,courseSourcedId,classCode,classType,location,schoolSourcedId,termSourcedIds,subjects,subjectCodes,periods',
  users11:
    'sourcedId,status,dateLastModified,enabledUser,orgSourcedIds,role,username,userIds,givenName,familyName,middleName,identifier,email,sms,phone,agentSourcedIds,grades,password',
  users12:
    'sourcedId,status,dateLastModified,enabledUser,username,userIds,givenName,familyName,middleName,identifier,email,sms,phone,agentSourcedIds,grades,password,userMasterIdentifier,resourceSourcedIds,preferredGivenName,preferredMiddleName,preferredFamilyName,primaryOrgSourcedId,pronouns',
  roles:
    'sourcedId,status,dateLastModified,userSourcedId,roleType,role,beginDate,endDate,orgSourcedId,userProfileSourcedId',
  enrollments:
    'sourcedId,status,dateLastModified,classSourcedId,schoolSourcedId,userSourcedId,role,primary,beginDate,endDate',
}

type Row = Record<string, string | undefined>

export function csvFiles(roster: RosterEntities, version: '1.1' | '1.2'): Record<string, string> {
  const head = (each: { sourcedId: string }) => ({
    sourcedId: each.sourcedId,
    status: 'active',
    dateLastModified: '2026-08-20',
  })
  const table = (header: string, rows: Row[]) =>
    Papa.unparse({
      fields: header.split(','),
      data: rows.map((row) => header.split(',').map((column) => row[column] ?? '')),
    })
  const users = roster.users.map((each) => ({
    ...head(each),
    givenName: each.givenName,
    familyName: each.familyName,
    email: each.email,
    pronouns: each.pronouns,
    role: each.roles[0]!.role,
    orgSourcedIds: each.roles[0]!.org.sourcedId,
    enabledUser: 'true',
    username: each.sourcedId,
  }))
  return {
    'manifest.csv': `${headers.manifest}\r\nmanifest.version,1.0\r\noneroster.version,${version}\r\nfile.orgs,bulk\r\n`,
    'orgs.csv': table(
      headers.orgs,
      roster.orgs.map((each) => ({
        ...head(each),
        name: each.name,
        type: each.type,
        parentSourcedId: each.parent?.sourcedId,
      })),
    ),
    'academicSessions.csv': table(
      headers.academicSessions,
      roster.academicSessions.map((each) => ({
        ...head(each),
        title: each.title,
        type: each.type,
        startDate: each.startDate,
        endDate: each.endDate,
        parentSourcedId: each.parent?.sourcedId,
        schoolYear: '2027',
        'metadata.examWindow': each.metadata?.examWindow as string | undefined,
      })),
    ),
    'courses.csv': table(
      headers.courses,
      roster.courses.map((each) => ({ ...head(each), title: each.title, courseCode: each.courseCode })),
    ),
    'classes.csv': table(
      headers.classes,
      roster.classes.map((each) => ({
        ...head(each),
        title: each.title,
        courseSourcedId: each.course.sourcedId,
        classType: 'scheduled',
        schoolSourcedId: each.school.sourcedId,
        termSourcedIds: each.terms.map((term) => term.sourcedId).join(','),
        periods: each.periods?.join(','),
      })),
    ),
    'users.csv': table(version === '1.1' ? headers.users11 : headers.users12, users),
    ...(version === '1.2'
      ? {
          'roles.csv': table(
            headers.roles,
            users.map((each) => ({
              ...head({ sourcedId: `role-${each.sourcedId}` }),
              userSourcedId: each.sourcedId,
              roleType: 'primary',
              role: each.role,
              orgSourcedId: each.orgSourcedIds,
            })),
          ),
        }
      : {}),
    'enrollments.csv': table(
      headers.enrollments,
      roster.enrollments.map((each) => ({
        ...head(each),
        classSourcedId: each.class.sourcedId,
        schoolSourcedId: each.school.sourcedId,
        userSourcedId: each.user.sourcedId,
        role: each.role,
        primary: 'true',
        beginDate: each.beginDate,
        endDate: each.endDate,
      })),
    ),
  }
}

export function zipOf(files: Record<string, string>): Uint8Array<ArrayBuffer> {
  return new Uint8Array(zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)]))))
}

/** A file as a page sends it. */
export function formWith(file: Uint8Array<ArrayBuffer>): FormData {
  const data = new FormData()
  data.append('file', new Blob([file]), 'roster.zip')
  return data
}
