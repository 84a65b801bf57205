import { chromium, expect, test, type Browser, type Page } from '@playwright/test';
import { createHash, X509Certificate } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { request as forward } from 'node:http';
import { createServer, type Server } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { CHROMIUM } from '../cli/src/setup/chromium';
import { lanCertificate, type LanCertificate } from '../cli/src/setup/lan/authority';
import { Hands, listenForComplaints, signIn } from './support/hands';
import { takeUp } from './support/screens';
import { freePort, Workshop } from './support/workshop';

/**
 * A tablet's way in: plain HTTP under a name of the shop's network, where the page is no secure context, and
 * HTTPS, by a proxy and by Petrichor itself. That its certificate is trusted by who trusts the authority is
 * checked with OpenSSL in `cli/src/setup/lan/lan.spec.ts`; the browser here is told to take this one
 * certificate.
 */
const HOST = 'desk.petrichor.test';
const PICTURE = readFileSync('docs/screenshots/shelf.png');
const folder = mkdtempSync(join(tmpdir(), 'petrichor-network-'));
let certificate: LanCertificate;
let browser: Browser;

test.beforeAll(async () => {
  certificate = await lanCertificate(folder, [HOST]);
  const key = new X509Certificate(readFileSync(certificate.certFile)).publicKey.export({
    type: 'spki',
    format: 'der',
  });
  const pin = createHash('sha256').update(key).digest('base64');
  const args = [
    ...CHROMIUM.args,
    `--host-resolver-rules=MAP ${HOST} 127.0.0.1`,
    `--ignore-certificate-errors-spki-list=${pin}`,
  ];
  browser = await chromium.launch({ ...CHROMIUM, args });
});
test.afterAll(async () => {
  await browser.close();
  rmSync(folder, { recursive: true, force: true });
});

/** What a tablet does all day: a step, words and a photo, and all of it is still there after a reload. */
async function workOn(page: Page, url: string, secure: boolean): Promise<void> {
  page.setDefaultTimeout(15_000);
  const hands = new Hands(page);
  const complaints = listenForComplaints(page, [/401 \(Unauthorized\)/]);
  await signIn(page, url);
  expect(await page.evaluate(() => isSecureContext)).toBe(secure);
  await takeUp(page);
  const step = page.getByRole('heading', { level: 1 });
  await expect(step).toHaveText('Undo 5 screws on the drive plate');
  // Two kinds of screws: two presses.
  await hands.press('Shift+Space', 'Shift+Space');
  await expect(step).toHaveText('Lift the drive plate, left edge first');
  await hands.press('n');
  await page.locator('p-note-drawer textarea').fill('Seen from the tablet.');
  // Waited for from before it is chosen: it may be sent and kept by the time the next line runs.
  const kept = page.waitForResponse((reply) => reply.url().endsWith('/api/photos') && reply.status() === 201);
  await page
    .locator('p-note-drawer input[type=file]')
    .first()
    .setInputFiles({ name: 'seen.png', mimeType: 'image/png', buffer: PICTURE });
  await expect(page.getByRole('button', { name: 'Leave out photo 1' })).toBeVisible();
  await kept;
  await page.locator('p-note-drawer').getByRole('button', { name: 'Keep it' }).click();
  await expect(page.locator('.p-drawer')).toHaveCount(0);
  await page.reload();
  await expect(step).toHaveText('Lift the drive plate, left edge first');
  await page.getByRole('link', { name: /^Record/ }).click();
  await expect(page.getByText('Seen from the tablet.').first()).toBeVisible();
  expect(complaints).toEqual([]);
}

/** Ends TLS and passes on, as a shop's own proxy does. */
async function proxyTo(port: number): Promise<{ server: Server; url: string }> {
  const own = await freePort();
  const options = { cert: readFileSync(certificate.certFile), key: readFileSync(certificate.keyFile) };
  const server = createServer(options, (request, response) => {
    const headers = {
      ...request.headers,
      'x-forwarded-proto': 'https',
      'x-forwarded-for': request.socket.remoteAddress ?? '',
    };
    const on = forward(
      { host: '127.0.0.1', port, path: request.url, method: request.method, headers },
      (reply) => {
        response.writeHead(reply.statusCode!, reply.headers);
        reply.pipe(response);
      },
    );
    on.on('error', () => response.destroy());
    request.pipe(on);
  });
  await new Promise<void>((done) => server.listen(own, '127.0.0.1', done));
  return { server, url: `https://${HOST}:${own}` };
}

test('over plain HTTP on the shop’s network, where the page is no secure context, every press goes through', async () => {
  const workshop = await Workshop.open('demo', null, { PETRICHOR_HOSTS: HOST });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  try {
    await workOn(page, `http://${HOST}:${workshop.port}`, false);
  } finally {
    await page.close();
    await workshop.close();
  }
});

test('over HTTPS of its own, as ./petrichor start --lan makes it', async () => {
  const port = await freePort();
  const tls = {
    PETRICHOR_TLS_CERT: certificate.certFile,
    PETRICHOR_TLS_KEY: certificate.keyFile,
    PETRICHOR_TLS_HOST: '127.0.0.1',
    PETRICHOR_TLS_PORT: String(port),
  };
  const workshop = await Workshop.open('demo', null, { PETRICHOR_HOSTS: HOST, ...tls });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  try {
    await workOn(page, `https://${HOST}:${port}`, true);
    const [cookie] = await page.context().cookies();
    expect(cookie).toMatchObject({ name: 'petrichor.sid', secure: true, httpOnly: true });
  } finally {
    await page.close();
    await workshop.close();
  }
});

test('behind a proxy that speaks HTTPS', async () => {
  const workshop = await Workshop.open('demo', null, {
    PETRICHOR_HOSTS: HOST,
    PETRICHOR_TRUST_PROXY: 'loopback',
  });
  const { server, url } = await proxyTo(workshop.port);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  try {
    await workOn(page, url, true);
    const [cookie] = await page.context().cookies();
    expect(cookie).toMatchObject({ secure: true });
  } finally {
    await page.close();
    server.closeAllConnections();
    server.close();
    await workshop.close();
  }
});
