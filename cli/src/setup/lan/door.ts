import { createServer, type Server } from 'node:http';
import { Fault } from '../../fault.js';
import { doorPage } from './door-page.js';
import type { LanCertificate } from './authority.js';

/**
 * A page over plain HTTP for devices that do not trust the workshop yet. It has nothing else, and takes
 * nothing.
 */
export interface Door {
  stop(): Promise<void>;
}

/** @param hosts names and addresses of this machine, the one to show first in front */
export async function openDoor(
  certificate: LanCertificate,
  hosts: readonly string[],
  ports: LanPorts,
  log = console.log,
): Promise<Door> {
  const facts = {
    doors: hosts.map((host) => `http://${host}:${ports.door}/`),
    apps: hosts.map((host) => `https://${host}:${ports.tls}/`),
    fingerprint: certificate.fingerprint,
  };
  const page = await doorPage(facts);
  const server = createServer((request, response) => {
    response.setHeader('X-Content-Type-Options', 'nosniff');
    response.setHeader(
      'Content-Security-Policy',
      "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'",
    );
    if (request.url === '/petrichor-workshop.crt')
      return response
        .writeHead(200, { 'Content-Type': 'application/x-x509-ca-cert' })
        .end(certificate.authority);
    if (request.url === '/')
      return response.writeHead(200, { 'Content-Type': 'text/html; charset=utf-8' }).end(page);
    return response
      .writeHead(404, { 'Content-Type': 'text/plain; charset=utf-8' })
      .end('Nothing is here. Go to the first page.\n');
  });
  await listen(server, ports.door);
  log(`\nFor tablets, on the shop’s network: ${facts.doors[0]}`);
  log(`The workshop’s certificate, SHA-256: ${certificate.fingerprint}`);
  return {
    stop: () =>
      new Promise((done) => {
        server.closeAllConnections();
        server.close(() => done());
      }),
  };
}

export interface LanPorts {
  /** Of the page for new devices, over HTTP. */
  readonly door: number;
  /** Of Petrichor, over HTTPS. */
  readonly tls: number;
}

const listen = (server: Server, port: number): Promise<void> =>
  new Promise((done, failed) => {
    server.once('error', (error: NodeJS.ErrnoException) =>
      failed(
        error.code === 'EADDRINUSE'
          ? new Fault(
              `Port ${port} is taken by another program. End it, or choose another with PETRICHOR_DOOR_PORT.`,
            )
          : error,
      ),
    );
    server.listen(port, '0.0.0.0', done);
  });
