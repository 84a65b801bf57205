import { halfWide } from '../../testing/typeface.js';
import { GuideSchema } from '../../hardware/index.js';
import { m2Slot, model, operation } from '../../testing/samples.js';
import { guideHowTo, guideMarkdown, guideSheets } from './index.js';

const told = model({
  cautions: ['Battery: no puncture.'],
  guide: GuideSchema.parse({
    ...model().guide,
    operations: [
      operation({
        id: 'open',
        title: 'Open *all* the [clips]',
        caution: 'Not | deeper',
        clips: { startAt: 'the hinge', deepestMm: 5 },
        minutes: 65.5,
      }),
      operation({
        id: 'lead',
        title: 'Unplug the lead',
        after: [['open']],
        tool: 'pick',
        live: true,
        checks: ['contacts apart'],
        takes: [
          {
            key: 'l',
            kind: 'lead',
            verb: 'Unplugged',
            label: 'lead',
            connector: { kind: 'latch', opens: 'Lift the bar' },
          },
        ],
      }),
    ],
  }),
  places: [m2Slot({ reach: ['lead'] })],
});

describe('a guide in Markdown', () => {
  const text = guideMarkdown(told);
  it('is a list of steps in order, in and out, with all that the hand has to know', () => {
    expect(text.match(/^\d+\. \*\*.*\*\*/gm)).toEqual([
      '1. **Open \\*all\\* the \\[clips\\]**',
      '2. **Unplug the lead**',
      // The reach of this slot takes no drive out: what the guide lacks is a step all the same.
      '3. **Take Sallow R6 512 GB out of M.2 socket**',
      '1. **The new drive into M.2 socket**',
      '1. **Undo lead**',
      '2. **Undo open**',
    ]);
    for (const line of [
      'start at the hinge, no deeper than 5 mm',
      'lead: unplugged. Lift the bar.',
      'still has power',
      'Look: contacts apart',
    ])
      expect(text).toContain(line);
  });
  it('takes no sign of a guide for one of its own', () => {
    expect(text).toContain('the guide does not say where. Not \\| deeper**');
    expect(text).not.toMatch(/[^\\]\[clips/);
  });
  it('says that the maker’s manual comes first, once', () => {
    expect(text.match(/manual/g)).toHaveLength(1);
    expect(
      guideMarkdown({ ...told, cautions: ['The service manual comes first.'] }).match(/manual/g),
    ).toHaveLength(1);
  });
});

it('a guide as linked data has times as ISO 8601 durations, and cautions as tips', () => {
  const [howTo] = guideHowTo(told)['@graph'];
  const steps = JSON.stringify(howTo);
  expect(howTo).toMatchObject({
    '@type': 'HowTo',
    totalTime: 'PT1H10M30S',
    tool: [{ '@type': 'HowToTool', name: 'pick' }],
  });
  expect(steps).toContain('"timeRequired":"PT1H5M30S"');
  expect(steps).toContain(
    '{"@type":"HowToTip","text":"First unplug the mains lead, and whatever else feeds it: the guide does not say where. Not | deeper"}',
  );
});

describe('a guide on paper', () => {
  const long = {
    ...told,
    cautions: Array.from({ length: 90 }, (_, at) => `${at} ${'careful '.repeat(20)}`),
    tryBeforeClosing: 'x'.repeat(240),
  };
  it.each(['A4', 'Letter'] as const)('breaks lines and pages within %s, and loses no word', (paper) => {
    const pages = guideSheets(long, paper, halfWide);
    expect(pages.length).toBeGreaterThan(2);
    const texts = pages.flatMap((page) =>
      page.strokes.flatMap((stroke) => (stroke.kind === 'text' ? [{ ...stroke, page }] : [])),
    );
    for (const { x, y, size, text, page } of texts) {
      expect(y).toBeLessThanOrEqual(page.heightMm - 8);
      // Letters are half as wide as high here.
      expect(x + text.length * size * 0.5).toBeLessThanOrEqual(page.widthMm - 15 + 0.01);
    }
    const words = texts.map((one) => one.text).join(' ');
    expect(words.match(/careful/g)).toHaveLength(90 * 20);
    expect(words.match(/x{20,}/g)!.join('')).toHaveLength(240);
    expect(words).toContain(`page ${pages.length} of ${pages.length}`);
  });
  it('never ends a page with a heading', () => {
    // The last page may end with a step of one line.
    for (const page of guideSheets(long, 'A4', halfWide).slice(0, -1)) {
      const lines = page.strokes.flatMap((stroke) => (stroke.kind === 'text' ? [stroke] : []));
      expect(lines.at(-2)!.size).toBeLessThan(4);
    }
  });
});
