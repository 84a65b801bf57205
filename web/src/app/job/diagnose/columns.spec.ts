import { lookAt, shippedDiagnosis } from '@petrichor/core/diagnose';
import type { KeptFinding } from '@petrichor/core/job';
import { bandsOf, sayJobsBehind, texturesOf } from './bands';
import { columnsOf } from './columns';

const edition = shippedDiagnosis('before');
const stamp = { by: { id: 'ines', name: 'Ines' }, at: '2026-04-14T08:00:00Z' };
const finding = (observation: string, seen = true, sense: KeptFinding['sense'] = 'read'): KeptFinding => ({
  observation,
  seen,
  sense,
  detail: '',
  ...stamp,
});
const drawn = (findings: KeptFinding[], leftOut: string[] = []) => {
  const out = new Set(leftOut);
  const looked = lookAt(
    edition,
    findings.filter((one) => !out.has(one.observation)),
    { mostRisk: 1, openingMinutes: 10 },
  );
  return {
    looked,
    columns: columnsOf(edition, findings, looked, out),
    bands: bandsOf(edition, findings, looked, out, 'before'),
  };
};

describe('findings as columns', () => {
  it('one each, in the order they were made, with what they did', () => {
    const { columns, looked } = drawn([finding('link-errors'), finding('nearly-full')]);
    expect(columns.map((one) => one.observation)).toEqual(['link-errors', 'nearly-full']);
    expect(columns.at(-1)!.chances).toEqual(looked.steps.at(-1)!.chances);
  });

  it('that changed little share one in a row; what changed much stands alone', () => {
    // The drive's kind is a fact: it bends no band.
    const { columns } = drawn([
      finding('rotating'),
      finding('link-errors'),
      finding('got-wet', false, 'told'),
      finding('smells', false, 'seen'),
      finding('no-letter', false, 'seen'),
      finding('nearly-full'),
    ]);
    expect(columns.map((one) => one.say)).toEqual([
      'Link errors counted',
      '3 findings that changed little',
      'Only a few GB are free',
    ]);
    expect(columns[1]).toMatchObject({ observation: null, sense: 'Several' });
  });

  it('that are left out keep their place and bend nothing', () => {
    const { columns } = drawn(
      [finding('link-errors'), finding('plug-askew'), finding('nearly-full')],
      ['plug-askew'],
    );
    expect(columns.map((one) => one.leftOut)).toEqual([false, true, false]);
    expect(columns[1]!.chances).toEqual(columns[0]!.chances);
    expect(columns[1]!.factors.every((factor) => factor === 1)).toBe(true);
  });

  it('that count for nothing are not drawn', () =>
    expect(
      drawn([finding('link-errors'), finding('link-errors-rising')]).columns.map((one) => one.observation),
    ).toEqual(['link-errors-rising']));
});

describe('bands', () => {
  it('are the likeliest causes, the others together, and none of these; as many chances as columns and one before', () => {
    const { bands, columns } = drawn([finding('link-errors'), finding('nearly-full')]);
    expect(
      bands.causes
        .map((one) => one.id)
        .slice(0, 2)
        .sort(),
    ).toEqual(['connection', 'drive-full']);
    expect(bands.causes.slice(-2).map((one) => one.id)).toEqual(['others', 'none']);
    for (const cause of bands.causes)
      expect([cause.id, cause.chances.length]).toEqual([cause.id, columns.length + 1]);
  });

  it('say how the strongest mark is read, once there is one', () => {
    expect(drawn([finding('link-errors')]).bands.why).toMatch(
      /^▲ ×\d+(\.\d)?: (about|more than) .* as likely$/,
    );
    expect(drawn([]).bands.why).toBe('');
  });

  it('keep a texture for each cause, and one for none', () => {
    const textures = texturesOf(drawn([finding('link-errors')]).looked);
    expect(new Set(textures.map((one) => one.pattern)).size).toBe(textures.length);
    expect(textures.at(-1)!.id).toBe('none');
    expect(texturesOf(null).map((one) => one.id)).toEqual(['none']);
  });

  it.each([
    [0, 'no finished job behind it yet'],
    [1, '1 finished job behind it'],
    [15, '15 finished jobs behind it'],
  ])('with %d jobs: %s', (jobs, said) => expect(sayJobsBehind(jobs)).toBe(said));
});
