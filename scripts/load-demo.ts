import { demoRecords } from '@arbolito/demo';
import { connect } from '../web/src/server/db';
import { push } from '../web/src/server/sync-service';

const { db, pool } = connect(process.env.DATABASE_URL ?? '');
const { records } = demoRecords();
// one transaction: a kill in between leaves nothing
const { answers } = await push(db, records);
await pool.end();
const bad = answers.find((a) => a.status === 'refused' || a.status === 'waiting');
if (bad) {
  console.error('demo:', JSON.stringify(bad).slice(0, 500));
  process.exit(1);
}
