import { createServer, get, type RequestListener } from 'node:http';
import type { AddressInfo } from 'node:net';
import { closeGently } from './closing.js';

const serving = async (answer: RequestListener) => {
  const server = createServer(answer);
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const { port } = server.address() as AddressInfo;
  const ask = (): Promise<string> =>
    new Promise((done) => {
      const asked = get({ port, host: '127.0.0.1', agent: false }, (reply) => {
        let text = '';
        reply.on('data', (piece: Buffer) => (text += piece.toString()));
        reply.on('end', () => done(text));
        reply.on('error', () => done('broken off'));
      });
      asked.on('error', () => done('refused'));
    });
  return { server, ask };
};
const rest = (ms: number) => new Promise((done) => setTimeout(done, ms));

it('a request under way is answered before the server is gone; a new one is not taken', async () => {
  const { server, ask } = await serving(
    (_request, response) => void setTimeout(() => response.end('done'), 150),
  );
  const under = ask();
  await rest(40);
  const closed = closeGently(server, 5000);
  expect(await ask()).toBe('refused');
  expect(await under).toBe('done');
  await closed;
});

it('one that never ends holds it up no longer than the grace', async () => {
  const { server, ask } = await serving((_request, response) => void response.write('for ever'));
  const under = ask();
  await rest(40);
  const began = Date.now();
  await closeGently(server, 200);
  expect(Date.now() - began).toBeLessThan(3000);
  expect(await under).toBe('broken off');
});
