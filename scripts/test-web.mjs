// One more web process on a database that another one serves already; says its address when it is ready.
import { freePort } from './pg.mjs';
import { startWeb } from './serve.mjs';

const port = await freePort(4500);
const web = await startWeb('127.0.0.1', port);
const stop = () => web.stop().then(() => process.exit(0));
process.on('SIGTERM', stop);
process.on('disconnect', stop);
process.send?.({ address: `http://127.0.0.1:${port}` });
