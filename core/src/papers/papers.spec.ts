import { halfWide } from '../testing/typeface.js';
import { USUAL_PRICING } from '../quote/index.js';
import { TestJob } from '../testing/samples.js';
import { jobAt, payAndHandOver } from '../testing/walks.js';
import {
  claimSlip,
  customerPage,
  driveTag,
  jobOfCode,
  jobTag,
  labelSheets,
  LABEL_SHEETS,
  pageSheets,
  workshopPage,
} from './index.js';

const done = () =>
  payAndHandOver(
    jobAt('hand-over').must({ type: 'settle-old-drive', fate: 'returned', until: null, note: '' }),
  ).job;
const textOf = (page: object): string => JSON.stringify(page);
const WHEN = { takenIn: 'Tuesday 8:00', promised: 'Thursday 14:00' };

describe('the page for the customer', () => {
  const page = customerPage(done(), WHEN);
  const row = (term: string) => page.rows.find((one) => one.term === term)?.lines.join(' ');

  it('says what was wrong, what was done, what it costs and what works', () => {
    expect(row('What was wrong')).toContain('Flash worn');
    expect(row('What was done')).toContain('Serial PP3-1');
    expect(row('Your data')).toContain('copied to the new drive');
    expect(row('Warranty')).toContain('24 months');
    expect(page.tables.find((one) => one.caption === 'Price')!.rows.at(-2)).toEqual(['In all', '', '170.15']);
    expect(page.tables.find((one) => one.caption === 'Measured')!.rows[0]).toEqual([
      'Reading from the drive',
      'not measured',
      '3200 MB/s',
    ]);
    expect(page.tables.find((one) => one.caption === 'What works')!.rows).toEqual([
      ['Starts up', 'works', 'works'],
      ['Keys', 'works', 'works'],
      ['Touchpad and click', 'faulty', 'not tried'],
    ]);
  });

  it('of a machine that goes back as it came promises nothing', () => {
    const back = new TestJob().must({
      type: 'end-early',
      reason: 'too dear for it',
      referredTo: 'Deepwater Recovery',
    }).job;
    const words = textOf(customerPage(back, WHEN));
    expect(words).toContain('as it came');
    expect(words).toContain('We refer it to Deepwater Recovery');
    expect(words).not.toContain('Warranty');
    expect(words).not.toContain('fitted');
  });

  it('keeps the workshop’s own matters to the second page', () => {
    const own = textOf(workshopPage(done(), { when: (at) => at }));
    expect(own).toContain('Guide version');
    expect(textOf(page)).not.toContain('Guide version');
  });

  it('fits its words on sheets, none beyond the edge', () => {
    for (const sheet of pageSheets(
      page,
      { workshop: 'Quayside', number: 412, day: '14 April' },
      'Letter',
      halfWide,
    ))
      for (const stroke of sheet.strokes)
        if (stroke.kind === 'text') {
          expect(stroke.x).toBeLessThan(sheet.widthMm - 15);
          expect(stroke.y).toBeLessThan(sheet.heightMm);
        }
  });

  it('shows photos beside what they belong to: none beyond the edge, over another or over words', () => {
    const photos = Array.from({ length: 14 }, (_, at) => `photo-${at}`);
    const rows = [{ term: 'Found', lines: ['A screw lay loose.'], photos }, ...page.rows];
    const sheets = pageSheets(
      { ...page, rows },
      { workshop: 'Quayside', number: 412, day: '14 April' },
      'A4',
      halfWide,
    );
    const shown = sheets.flatMap(({ strokes }, sheet) =>
      strokes.flatMap((one) => (one.kind === 'photo' || one.kind === 'text' ? [{ ...one, sheet }] : [])),
    );
    const frames = shown.flatMap((one) => (one.kind === 'photo' ? [one] : []));
    expect(frames.map((one) => one.hash)).toEqual(photos);
    for (const frame of frames) {
      expect(frame.x + frame.width).toBeLessThanOrEqual(210 - 15);
      expect(frame.y + frame.height).toBeLessThanOrEqual(297 - 15);
      for (const other of shown) {
        if (other === frame || other.sheet !== frame.sheet) continue;
        const [top, bottom] =
          other.kind === 'photo' ? [other.y, other.y + other.height] : [other.y - other.size, other.y];
        const beside =
          other.kind === 'photo' && (other.x >= frame.x + frame.width || other.x + other.width <= frame.x);
        expect(beside || bottom <= frame.y || top >= frame.y + frame.height).toBe(true);
      }
    }
  });
});

describe('the claim slip', () => {
  it('says what looking costs, and the limit that was said', () => {
    const { job } = new TestJob();
    expect(textOf(claimSlip(job, USUAL_PRICING, WHEN))).toContain('looking costs 18.00');
    const limited = { ...job, intake: { ...job.intake, ceilingMinor: 20_000 } };
    expect(textOf(claimSlip(limited, USUAL_PRICING, WHEN))).toContain('not above 200.00');
  });
});

describe('tags', () => {
  const { job } = jobAt('swap');
  const modules = Array.from({ length: 25 }, (_, y) =>
    Array.from({ length: 25 }, (__, x) => (x + y) % 3 === 0),
  );

  it('name the job, and neither fault nor data', () => {
    const tag = jobTag(job, 'http://bench');
    expect(tag.code).toBe('http://bench/j/412');
    expect(textOf(tag)).not.toContain(job.intake.complaint);
    expect(driveTag(job, 'new', 'http://bench')).toMatchObject({
      head: '412 new',
      code: 'http://bench/j/412/new',
    });
  });

  it.each([
    ['http://bench/j/412', 412],
    ['http://bench/j/412/old', 412],
    ['j/7', 7],
    ['412', null],
    ['http://bench/jobs/412', null],
  ])('%s leads to %s', (code, number) => expect(jobOfCode(code)).toBe(number));

  it.each(Object.keys(LABEL_SHEETS) as (keyof typeof LABEL_SHEETS)[])(
    'lie within their labels on %s, from the place that is still free',
    (id) => {
      const kind = LABEL_SHEETS[id];
      const label = jobTag(job, 'http://bench');
      const last = kind.columns * kind.rows - 1;
      const sheets = labelSheets(
        [
          { label, modules },
          { label, modules },
        ],
        id,
        halfWide,
        last,
      );
      expect(sheets).toHaveLength(2);
      const left = kind.leftMm + (kind.columns - 1) * (kind.widthMm + kind.gapMm);
      const top = kind.topMm + (kind.rows - 1) * kind.heightMm;
      for (const stroke of sheets[0]!.strokes)
        if (stroke.kind === 'fill') {
          expect(stroke.x).toBeGreaterThanOrEqual(left);
          expect(stroke.x + stroke.width).toBeLessThanOrEqual(left + kind.widthMm);
          expect(stroke.y).toBeGreaterThanOrEqual(top);
          expect(stroke.y + stroke.height).toBeLessThanOrEqual(top + kind.heightMm);
        }
      expect(left + kind.widthMm).toBeLessThanOrEqual(sheets[0]!.widthMm + 0.001);
      expect(top + kind.heightMm).toBeLessThanOrEqual(sheets[0]!.heightMm);
    },
  );
});
