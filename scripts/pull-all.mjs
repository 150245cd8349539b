/** Every record of the server's book: what is shared, then survey by survey, page by page. */
export async function pullAll(get) {
  const records = [];
  const scopes = ['shared'];
  for (let after = ''; after !== null; ) {
    const page = await get(`/api/v1/surveys?limit=1000${after && `&after=${after}`}`);
    scopes.push(...page.surveys.map((s) => s.id));
    after = page.next;
  }
  for (const scope of scopes)
    for (let after = '', more = true; more; ) {
      const page = await get(`/api/v1/sync?scope=${scope}&limit=1000${after && `&after=${after}`}`);
      records.push(...page.records);
      ({ more } = page);
      after = page.next;
    }
  return records;
}
