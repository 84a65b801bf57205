import { CAUSES, causeById } from './causes.js';
import { OBSERVATIONS } from './observations.js';

describe('what diagnosis knows', () => {
  it('names every cause and observation once', () => {
    for (const list of [CAUSES, OBSERVATIONS]) {
      expect(new Set(list.map((one) => one.id)).size).toBe(list.length);
      expect(new Set(list.map((one) => one.say)).size).toBe(list.length);
    }
  });

  it('says for every cause what cures it, and for some that no drive is needed', () => {
    for (const cause of CAUSES) expect(cause.cure).toMatch(/\.$/);
    expect(CAUSES.filter((cause) => !cause.needsDrive).map((cause) => cause.id)).toEqual(
      expect.arrayContaining(['connection', 'drive-full', 'memory-short', 'overheating', 'system-damage', 'firmware-setting']),
    );
  });

  it('says for every observation how one looks', () => {
    for (const one of OBSERVATIONS) expect(one.how).toMatch(/\.$/);
  });

  it('knows nothing of a cause that is not there', () => expect(causeById('gremlins')).toBeUndefined());
});
