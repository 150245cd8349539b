import { kindOf, type Upgrade } from './define';

/** From 1 to 2: two sights had no word of their own, they stood as *tangent*. */
const ownWord: Upgrade = (body) => (body.method === 'tangent' ? { ...body, method: 'two-sights' } : body);

/** One setting-up of one method. */
export const determination = kindOf({
  schema: 2,
  partOf: { visit: 'visit', stem: 'stem' },
  together: [['quantity', 'method']],
  namesVersion: { protocol: 'protocol' },
  upgrades: [ownWord],
});
