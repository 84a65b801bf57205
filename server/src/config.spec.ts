import { readConfig } from './config.js';

const good = { DATABASE_URL: 'postgres://x', PETRICHOR_SESSION_SECRET: 'x'.repeat(40) };

describe('settings from the environment', () => {
  it('have sensible values where nothing is said', () => {
    expect(readConfig(good)).toMatchObject({
      PETRICHOR_PORT: 4700,
      PETRICHOR_HOST: '127.0.0.1',
      PETRICHOR_SECURE_COOKIE: false,
      PETRICHOR_SIGN_IN_TRIES: 10,
    });
  });

  it.each([
    [{ DATABASE_URL: '' }, 'Set DATABASE_URL'],
    [{ PETRICHOR_SESSION_SECRET: 'short' }, 'at least 32 characters'],
    [{ PETRICHOR_PORT: 'harbour' }, 'PETRICHOR_PORT'],
    [{ PETRICHOR_PORT: '70000' }, 'PETRICHOR_PORT'],
    [{ PETRICHOR_LOG: 'loud' }, 'PETRICHOR_LOG'],
  ])('are refused in words: %j', (wrong, words) => expect(() => readConfig({ ...good, ...wrong })).toThrow(words));
});
