import { jest } from '@jest/globals';
import { concat, defer, firstValueFrom, of, throwError, type Observable } from 'rxjs';
import { OnceIdle } from './once-idle';

describe('screens fetched once nothing else is to be done', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  /** As the router gives it: children first, none here, then the code of the screen itself. */
  const screen =
    (own: Observable<unknown>): (() => Observable<unknown>) =>
    () =>
      concat(of(undefined), own);

  it('come one after the other, and one that cannot be had holds no other up', async () => {
    const came: string[] = [];
    const strategy = new OnceIdle();
    const all = [
      strategy.preload({}, screen(throwError(() => new TypeError('Failed to fetch')))),
      strategy.preload({}, screen(defer(() => of(came.push('second'))))),
    ].map((one) => firstValueFrom(one));
    await jest.advanceTimersByTimeAsync(10_000);
    await Promise.all(all);
    expect(came).toEqual(['second']);
  });
});
