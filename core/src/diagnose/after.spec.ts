import { shippedDiagnosis } from './shipped/index.js';
import { lookAt } from './look.js';
import { weigh } from './weigh.js';

const edition = shippedDiagnosis('after');
const answersOf = (seen: readonly string[], not: readonly string[]) => [
  ...seen.map((observation) => ({ observation, seen: true })),
  ...not.map((observation) => ({ observation, seen: false })),
];

// trade.md's list of what a repair leaves behind: common practice, no source.
describe('what is new after the swap', () => {
  it.each([
    ['touchpad without click', ['click-gone'], [], 'screws-too-tight'],
    ['better with the screws backed off', ['click-gone', 'better-when-looser'], [], 'screws-too-tight'],
    [
      'black screen, faint under a torch',
      ['black-screen', 'faint-picture'],
      ['first-start-late'],
      'display-lead',
    ],
    [
      'black screen, then there after minutes',
      ['black-screen', 'first-start-late'],
      ['faint-picture', 'memory-undercount', 'late-again'],
      'memory-training',
    ],
    ['dead until mains', ['dead-on-battery', 'black-screen'], [], 'cut-off-used'],
    [
      'drive not listed, listed after reseating',
      ['not-in-firmware', 'listed-after-reseat'],
      ['speaks-other'],
      'drive-not-seated',
    ],
    [
      'drive not listed, other protocol',
      ['not-in-firmware', 'speaks-other'],
      ['listed-after-reseat'],
      'wrong-protocol',
    ],
    ['half speed in every test, cool', ['half-speed'], ['slow-unevenly', 'drive-hot'], 'fewer-lanes'],
    ['half speed, unevenly', ['half-speed', 'slow-unevenly'], ['drive-hot'], 'power-mode'],
    ['half speed, hot', ['half-speed', 'drive-hot'], [], 'drive-throttles'],
    ['fans flat out', ['fans-flat-out'], [], 'drive-sensor'],
    ['slow first start, clock wrong', ['first-start-late', 'clock-wrong'], ['late-again'], 'battery-was-off'],
    ['added drive missing from the file browser', ['no-letter'], ['will-not-start'], 'not-initialised'],
    ['cloned system does not start', ['will-not-start'], ['starts-alone'], 'storage-mode'],
    ['starts only with the old drive detached', ['will-not-start', 'starts-alone'], [], 'two-copies'],
    ['less memory than fitted', ['memory-undercount'], [], 'memory-not-seated'],
    ['wireless gone', ['network-gone'], [], 'antenna-off'],
    ['speakers mute', ['part-mute'], [], 'speaker-or-camera-lead'],
  ])('%s', (_, seen, not, leading) =>
    expect(weigh(edition, answersOf(seen, not)).ranked[0]!.cause.id).toBe(leading),
  );

  it('two things at once are both found', () => {
    const { weighing } = lookAt(edition, answersOf(['click-gone', 'network-gone'], []), {
      mostRisk: 3,
      openingMinutes: 10,
    });
    expect(weighing.explanation.causes.map((one) => one.id).sort()).toEqual([
      'antenna-off',
      'screws-too-tight',
    ]);
  });

  it('what is asked next does not open the machine where a look outside would do', () => {
    const { advice } = lookAt(edition, answersOf(['black-screen'], []), { mostRisk: 3, openingMinutes: 20 });
    expect(advice.ranked[0]!.test.needsOpening).toBe(false);
  });

  it('nothing of it stops the job', () => expect(edition.stopRules).toEqual([]));
});
