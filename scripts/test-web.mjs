// One more web process on a database that another one serves already; says its address when it is ready.
import { openWeb } from './serve.mjs';

const { web, port } = await openWeb('127.0.0.1', null, 4500);
const stop = () => web.stop().then(() => process.exit(0));
process.on('SIGTERM', stop);
process.on('disconnect', stop);
process.send?.({ address: `http://127.0.0.1:${port}` });
