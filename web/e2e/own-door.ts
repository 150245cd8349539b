import http from 'node:http';

/** A way of one's own to the server, that can be shut: then nobody answers, as with the server stopped. */
export class OwnDoor {
  private server: http.Server | null = null;
  private port = 0;
  /** Changes what is answered at a path, or refuses it. */
  answers = new Map<string, (body: Buffer) => Buffer | null>();

  constructor(private readonly to: string) {}

  get address(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** Opens, the second time at the same address. */
  async open(): Promise<this> {
    const { host, hostname, port } = new URL(this.to);
    const server = http.createServer((req, res) => {
      const headers = { ...req.headers, host, ...(req.headers.origin ? { origin: this.to } : {}) };
      // for changed answers the body must be readable
      const change = this.answers.get((req.url ?? '').split('?')[0] ?? '');
      if (change) {
        headers['accept-encoding'] = 'identity';
        delete headers['if-none-match'];
        delete headers['if-modified-since'];
      }
      const onward = http.request({ hostname, port, path: req.url, method: req.method, headers }, (answer) => {
        if (!change) {
          res.writeHead(answer.statusCode ?? 500, answer.headers);
          answer.pipe(res);
          return;
        }
        const parts: Buffer[] = [];
        answer.on('data', (d: Buffer) => parts.push(d));
        answer.on('end', () => {
          const body = change(Buffer.concat(parts));
          const { 'content-length': _, ...rest } = answer.headers;
          res.writeHead(body === null ? 503 : (answer.statusCode ?? 500), rest);
          res.end(body ?? 'not now');
        });
      });
      onward.on('error', () => res.destroy());
      req.pipe(onward);
    });
    await new Promise<void>((done) => server.listen(this.port, '127.0.0.1', done));
    this.port = (server.address() as { port: number }).port;
    this.server = server;
    return this;
  }

  async shut(): Promise<void> {
    const { server } = this;
    this.server = null;
    if (!server) return;
    const closed = new Promise((done) => server.close(done));
    server.closeAllConnections();
    await closed;
  }
}
