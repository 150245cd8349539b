import { v7 } from 'uuid';

/** A person's record as a device makes it, with an id of its own: the simplest thing to push. */
export const person = (name, device) => {
  const id = v7();
  const at = '2026-11-25T10:00:00.000Z';
  return {
    id,
    entity: id,
    supersedes: null,
    kind: 'person',
    schema: 1,
    device,
    person: null,
    at,
    body: { name, eyeHeight: 1.6, reach: null },
  };
};
