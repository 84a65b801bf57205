import { RateLimiterMemory } from 'rate-limiter-flexible';
import { Refused } from '../refused.js';

const HOUR_S = 3600;
const FIRST_PAUSE_S = 5;
const LONGEST_PAUSE_S = 900;
/**
 * Wrong tries of one name that count against the address they came from: one person's typing errors shut no
 * shop out.
 */
const COUNTED_PER_NAME = 3;
/** How many names may be tried wrongly from one address. */
const NAMES_PER_ADDRESS = 12;

/** Counts wrong tries of a key within the hour; from `allowed` on each makes the pause twice as long. */
class Meter {
  private readonly tries = new RateLimiterMemory({ points: Number.MAX_SAFE_INTEGER, duration: HOUR_S });
  private readonly pauses = new RateLimiterMemory({ points: 1, duration: LONGEST_PAUSE_S });

  constructor(private readonly allowed: number) {}

  /** Seconds that are still to be waited. */
  async wait(key: string): Promise<number> {
    return Math.ceil(((await this.pauses.get(key))?.msBeforeNext ?? 0) / 1000);
  }

  /** @returns how many there were, this one among them */
  async count(key: string): Promise<number> {
    const { consumedPoints } = await this.tries.penalty(key);
    const beyond = consumedPoints - this.allowed;
    if (beyond >= 0) await this.pauses.block(key, Math.min(LONGEST_PAUSE_S, FIRST_PAUSE_S * 2 ** beyond));
    return consumedPoints;
  }

  async clear(key: string): Promise<void> {
    await Promise.all([this.tries.delete(key), this.pauses.delete(key)]);
  }
}

/**
 * How often one may be wrong at the door: a name from one address, a name from anywhere, and an address
 * whatever the name.
 */
export class SignInLimit {
  private readonly here: Meter;
  private readonly anywhere: Meter;
  private readonly address = new Meter(COUNTED_PER_NAME * NAMES_PER_ADDRESS);

  /** @param tries wrong tries of one name from one address before the first pause */
  constructor(tries: number) {
    this.here = new Meter(tries);
    this.anywhere = new Meter(tries * 5);
  }

  /** Lets a try begin, or refuses it and says how long to wait. */
  async mayTry(name: string, address: string): Promise<void> {
    const waits = await Promise.all([
      this.here.wait(`${name} ${address}`),
      this.anywhere.wait(name),
      this.address.wait(address),
    ]);
    const seconds = Math.max(...waits);
    if (seconds > 0)
      throw new Refused(
        429,
        'too-many-tries',
        `Too many wrong tries. Wait ${sayWait(seconds)}, or ask the lead for a new password.`,
      );
  }

  async wrong(name: string, address: string): Promise<void> {
    const count = await this.here.count(`${name} ${address}`);
    await this.anywhere.count(name);
    if (count <= COUNTED_PER_NAME) await this.address.count(address);
  }

  /** Whoever knows the password is not held back by what was typed wrongly before. */
  async right(name: string, address: string): Promise<void> {
    await Promise.all([this.here.clear(`${name} ${address}`), this.anywhere.clear(name)]);
  }
}

const sayWait = (seconds: number): string =>
  seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`;
