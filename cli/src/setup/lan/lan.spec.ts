import { X509Certificate, createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { createServer } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { connect } from 'node:tls';
import { freePort } from '../port.js';
import { lanCertificate, type LanCertificate } from './authority.js';
import { openDoor } from './door.js';

/** Checked with OpenSSL (by way of Node), which did not make them. */
const folder = mkdtempSync(join(tmpdir(), 'petrichor-lan-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const NAMES = ['quayside-desk', 'quayside-desk.local', '192.168.7.20'];
const DAY_MS = 86_400_000;

/** What a client that trusts this authority alone makes of the server under a name: `good`, or why not. */
async function seenAs(servername: string, { certFile, keyFile, authority }: LanCertificate): Promise<string> {
  const server = createServer({ cert: readFileSync(certFile), key: readFileSync(keyFile) });
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const ca = new X509Certificate(authority).toString();
  const { port } = server.address() as AddressInfo;
  const told = await new Promise<string>((done) => {
    const socket = connect({ host: '127.0.0.1', port, ca, servername }, () => {
      done('good');
      socket.end();
    });
    socket.on('error', (error: NodeJS.ErrnoException) => done(error.code ?? error.message));
  });
  await new Promise((done) => server.close(done));
  return told;
}

describe('the certificate of the shop’s network', () => {
  it('is trusted under the names it was made for, by who trusts the authority, and under no other', async () => {
    const made = await lanCertificate(folder, NAMES);
    expect(await seenAs('quayside-desk.local', made)).toBe('good');
    expect(await seenAs('another-desk', made)).toBe('ERR_TLS_CERT_ALTNAME_INVALID');
    const other = await lanCertificate(join(folder, 'other'), NAMES);
    expect(await seenAs('quayside-desk', { ...made, authority: other.authority })).toMatch(
      /UNABLE_TO_VERIFY|SELF_SIGNED/,
    );
    const leaf = new X509Certificate(readFileSync(made.certFile));
    expect(leaf.subjectAltName).toBe('DNS:quayside-desk, DNS:quayside-desk.local, IP Address:192.168.7.20');
    expect(new Date(leaf.validTo).getTime() - new Date(leaf.validFrom).getTime()).toBeLessThanOrEqual(
      398 * DAY_MS,
    );
    expect(leaf.ca).toBe(false);
  });

  it('comes from an authority that is made once, and whose print is the one that tablets show', async () => {
    const [one, two] = [
      await lanCertificate(folder, NAMES),
      await lanCertificate(folder, [...NAMES, '10.0.0.9']),
    ];
    expect(two.authority.equals(one.authority)).toBe(true);
    expect(one.fingerprint.replaceAll(' ', '').toLowerCase()).toBe(
      createHash('sha256').update(one.authority).digest('hex'),
    );
    expect(new X509Certificate(one.authority).ca).toBe(true);
    expect(new X509Certificate(readFileSync(two.certFile)).checkIP('10.0.0.9')).toBe('10.0.0.9');
  });

  it('is kept while it serves, and made anew before it ends', async () => {
    const serialOf = async (days: number): Promise<string> => {
      const { certFile } = await lanCertificate(folder, NAMES, new Date(Date.now() + days * DAY_MS));
      return new X509Certificate(readFileSync(certFile)).serialNumber;
    };
    const first = await serialOf(0);
    expect(await serialOf(330)).toBe(first);
    expect(await serialOf(340)).not.toBe(first);
  });

  it('keeps its keys to whoever started Petrichor', async () => {
    await lanCertificate(folder, NAMES);
    for (const file of ['authority.key', 'server.key'])
      expect(statSync(join(folder, file)).mode & 0o077).toBe(0);
  });
});

describe('the page for a new device', () => {
  it('hands out the authority’s certificate and nothing else, with the print to compare', async () => {
    const made = await lanCertificate(folder, NAMES);
    const told: string[] = [];
    const ports = { door: await freePort(), tls: 4743 };
    const door = await openDoor(
      made,
      ['192.168.7.20', 'quayside-desk.local'],
      ports,
      (line: string) => void told.push(line),
    );
    try {
      const get = (path: string) => fetch(`http://127.0.0.1:${ports.door}${path}`);
      const page = await (await get('/')).text();
      expect(page).toContain(made.fingerprint);
      expect(page).toContain('href="https://192.168.7.20:4743/"');
      expect(page).toContain('href="https://quayside-desk.local:4743/"');
      const given = await get('/petrichor-workshop.crt');
      expect(given.headers.get('content-type')).toBe('application/x-x509-ca-cert');
      expect(
        new X509Certificate(Buffer.from(await given.arrayBuffer())).fingerprint256.replaceAll(':', ' '),
      ).toBe(made.fingerprint);
      for (const path of ['/authority.key', '/../server.key', '/api/session'])
        expect((await get(path)).status).toBe(404);
      expect(told.join('\n')).toContain(made.fingerprint);
    } finally {
      await door.stop();
    }
  });

  it('says which setting moves it when its port is taken', async () => {
    const made = await lanCertificate(folder, NAMES);
    const ports = { door: await freePort(), tls: 4743 };
    const silent = () => undefined;
    const first = await openDoor(made, ['192.168.7.20'], ports, silent);
    await expect(openDoor(made, ['192.168.7.20'], ports, silent)).rejects.toThrow('PETRICHOR_DOOR_PORT');
    await first.stop();
  });
});
