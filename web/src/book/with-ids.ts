const ANY_ID = /[0-9a-f]{8}-[0-9a-f]{4}-[78][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}/g;

/** A copy with other ids wherever one of these is named, in whatever field. */
export const withIds = <T>(of: T, ids: ReadonlyMap<string, string>): T =>
  JSON.parse(JSON.stringify(of).replace(ANY_ID, (id) => ids.get(id) ?? id)) as T;
