// Requests that an ordinary client would not let one send, for the tests of the door.
import http from 'node:http';
import net from 'node:net';

/** A request as raw as Node lets it be. */
export const askRaw = (path, { address, method = 'GET', headers = {}, body }) =>
  new Promise((done, fail) => {
    const { hostname, port } = new URL(address);
    const req = http.request({ host: hostname, port, path, method, headers, agent: false }, (res) => {
      let text = '';
      res.setEncoding('utf8').on('data', (d) => {
        text += d;
      });
      res.on('end', () => done({ status: res.statusCode, headers: res.headers, text }));
      res.on('close', () => res.complete || fail(new Error('the connection was closed')));
    });
    req.on('error', fail);
    req.end(body);
  });
/** Bytes that need not be HTTP. */
export const shoutAt = (address, bytes) =>
  new Promise((done) => {
    const socket = net.connect(Number(new URL(address).port), '127.0.0.1', () => socket.write(bytes));
    let text = '';
    socket.on('data', (d) => {
      text += d;
    });
    socket.on('close', () => done(text));
    socket.on('error', () => done(text));
  });
