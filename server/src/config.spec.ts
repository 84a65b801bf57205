import { readConfig } from './config.js';

const good = { DATABASE_URL: 'postgres://x', PETRICHOR_SESSION_SECRET: 'x'.repeat(40) };

describe('settings from the environment', () => {
  it('have sensible values where nothing is said', () => {
    expect(readConfig(good)).toMatchObject({
      PETRICHOR_PORT: 4700,
      PETRICHOR_HOST: '127.0.0.1',
      PETRICHOR_TRUST_PROXY: [],
      PETRICHOR_HOSTS: [],
      PETRICHOR_SIGN_IN_TRIES: 10,
    });
  });

  it('read a proxy as how many stand there, or as their addresses', () => {
    const proxies = (PETRICHOR_TRUST_PROXY: string) =>
      readConfig({ ...good, PETRICHOR_TRUST_PROXY }).PETRICHOR_TRUST_PROXY;
    expect(proxies('1')).toBe(1);
    expect(proxies('loopback, 10.0.0.0/8')).toEqual(['loopback', '10.0.0.0/8']);
    expect(readConfig({ ...good, PETRICHOR_HOSTS: 'Desk.Shop, ' }).PETRICHOR_HOSTS).toEqual(['desk.shop']);
  });

  it.each([
    [{ PETRICHOR_TLS_CERT: '/x.crt' }, 'go together'],
    [{ DATABASE_URL: '' }, 'Set DATABASE_URL'],
    [{ PETRICHOR_SESSION_SECRET: 'short' }, 'at least 32 characters'],
    [{ PETRICHOR_PORT: 'harbour' }, 'PETRICHOR_PORT'],
    [{ PETRICHOR_PORT: '70000' }, 'PETRICHOR_PORT'],
    [{ PETRICHOR_LOG: 'loud' }, 'PETRICHOR_LOG'],
  ])('are refused in words: %j', (wrong, words) =>
    expect(() => readConfig({ ...good, ...wrong })).toThrow(words),
  );
});
