// The web server's process, with `DATABASE_URL` set: it tells whoever started it its port, and ends with whoever started it.
// What nobody caught ends it too, as nobody knows what state it left: the starter begins a new one.
import { openWeb } from './web-server.mjs';

const [host, port, from] = process.argv.slice(2);

function endAfter(e) {
  console.error(`the web server ends after an error that nothing caught: ${e?.stack ?? e}`);
  process.exit(70);
}
process.on('uncaughtException', endAfter);
process.on('unhandledRejection', endAfter);

let web;
const stop = async () => {
  await web?.stop().catch(() => {});
  process.exit(0);
};
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
process.on('disconnect', stop); // whoever started this is gone

try {
  const open = await openWeb(host, port === '' ? null : Number(port), Number(from));
  web = open.web;
  process.send?.({ port: open.port });
} catch (e) {
  process.send?.({ failed: e.message });
  process.exit(1);
}
