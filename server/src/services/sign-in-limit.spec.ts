import { jest } from '@jest/globals';
import { SignInLimit } from './sign-in-limit.js';

/** The library keeps time by the clock and forgets by timers: both are turned by hand. */
let limit: SignInLimit;
beforeEach(() => {
  jest.useFakeTimers({ now: new Date('2026-04-14T08:00:00Z') });
  limit = new SignInLimit(5);
});
afterEach(() => jest.useRealTimers());

const wrong = async (name: string, address: string, times: number): Promise<void> => {
  for (let time = 0; time < times; time++) await limit.wrong(name, address);
};
const refusal = (name: string, address: string): Promise<string> =>
  limit.mayTry(name, address).then(
    () => 'may try',
    (error: Error) => error.message,
  );

describe('wrong tries at the door', () => {
  it('make pauses that grow, and end', async () => {
    await wrong('ines', 'desk', 4);
    expect(await refusal('ines', 'desk')).toBe('may try');
    const pauses: string[] = [];
    for (let more = 0; more < 4; more++) {
      await wrong('ines', 'desk', 1);
      pauses.push(/Wait (\d+ seconds)/.exec(await refusal('ines', 'desk'))![1]!);
      jest.advanceTimersByTime(45_000);
      expect(await refusal('ines', 'desk')).toBe('may try');
    }
    expect(pauses).toEqual(['5 seconds', '10 seconds', '20 seconds', '40 seconds']);
    await wrong('ines', 'desk', 30);
    expect(await refusal('ines', 'desk')).toContain('15 minutes');
  });

  it('of one person shut out nobody else behind the same address', async () => {
    await wrong('ines', 'shop', 60);
    expect(await refusal('ines', 'shop')).toContain('Too many');
    expect(await refusal('tobiah', 'shop')).toBe('may try');
  });

  it('of one person do not keep that person from signing in elsewhere, until they are many', async () => {
    await wrong('ines', 'somewhere', 20);
    expect(await refusal('ines', 'desk')).toBe('may try');
    await wrong('ines', 'elsewhere', 5);
    expect(await refusal('ines', 'desk')).toContain('Too many');
  });

  it('with many names from one address shut that address out, for every name', async () => {
    for (let name = 0; name < 12; name++) await wrong(`guess-${name}`, 'far away', 3);
    expect(await refusal('ines', 'far away')).toContain('Too many');
    expect(await refusal('ines', 'desk')).toBe('may try');
  });

  it('are forgotten once the right password comes, for that name', async () => {
    await wrong('ines', 'desk', 4);
    await limit.right('ines', 'desk');
    await wrong('ines', 'desk', 4);
    expect(await refusal('ines', 'desk')).toBe('may try');
  });
});
