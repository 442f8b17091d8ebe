import type { RosterEntities } from '../core/formats/oneroster/rest'

/** A roster with what the standard asks for beside what we read of it, as a district's system tells it. */
export function published(roster: RosterEntities) {
  const district = roster.orgs.find((each) => each.type === 'district') ?? roster.orgs[0]!
  return {
    ...roster,
    courses: roster.courses.map((each) => ({ ...each, org: { sourcedId: district.sourcedId, type: 'org' } })),
    classes: roster.classes.map((each) => ({ classType: 'scheduled', ...each })),
    users: roster.users.map((each) => ({ ...each, enabledUser: String(each.enabledUser ?? true) })),
  }
}
