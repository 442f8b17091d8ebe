/**
 * The files of a roster and the columns that their headers must have, from the field lists of the OneRoster CSV
 * bindings 1.1 and 1.2 (1EdTech), written from memory. Columns beyond these are passed over.
 */
export type Version = '1.1' | '1.2'
export type FileName = 'orgs' | 'academicSessions' | 'courses' | 'classes' | 'users' | 'roles' | 'enrollments'

const head = ['sourcedId', 'status', 'dateLastModified']

const shared: Partial<Record<FileName, string[]>> = {
  orgs: [...head, 'name', 'type', 'identifier', 'parentSourcedId'],
  academicSessions: [...head, 'title', 'type', 'startDate', 'endDate', 'parentSourcedId', 'schoolYear'],
  courses: [
    ...head,
    'schoolYearSourcedId',
    'title',
    'courseCode',
    'grades',
    'orgSourcedId',
    'subjects',
    'subjectCodes',
  ],
  classes: [
    ...head,
    'title',
    'grades',
    'courseSourcedId',
    'classCode',
    'classType',
    'location',
    'schoolSourcedId',
    'termSourcedIds',
    'subjects',
    'subjectCodes',
    'periods',
  ],
  enrollments: [
    ...head,
    'classSourcedId',
    'schoolSourcedId',
    'userSourcedId',
    'role',
    'primary',
    'beginDate',
    'endDate',
  ],
}

export const columns: Record<Version, Partial<Record<FileName, string[]>>> = {
  '1.1': {
    ...shared,
    users: [
      ...head,
      'enabledUser',
      'orgSourcedIds',
      'role',
      'username',
      'userIds',
      'givenName',
      'familyName',
      'middleName',
      'identifier',
      'email',
      'sms',
      'phone',
      'agentSourcedIds',
      'grades',
      'password',
    ],
  },
  '1.2': {
    ...shared,
    users: [
      ...head,
      'enabledUser',
      'username',
      'userIds',
      'givenName',
      'familyName',
      'middleName',
      'identifier',
      'email',
      'sms',
      'phone',
      'agentSourcedIds',
      'grades',
      'password',
      'userMasterIdentifier',
      'preferredGivenName',
      'preferredMiddleName',
      'preferredFamilyName',
      'primaryOrgSourcedId',
      'pronouns',
    ],
    roles: [
      ...head,
      'userSourcedId',
      'roleType',
      'role',
      'beginDate',
      'endDate',
      'orgSourcedId',
      'userProfileSourcedId',
    ],
  },
}

export const files: Record<Version, FileName[]> = {
  '1.1': ['orgs', 'academicSessions', 'courses', 'classes', 'users', 'enrollments'],
  '1.2': ['orgs', 'academicSessions', 'courses', 'classes', 'users', 'roles', 'enrollments'],
}
