import { m2Drive, model } from '../testing/samples.js';
import { readAnyFormat, readDriveList, readMachineModel } from './index.js';

describe('machine model documents', () => {
  it('are read back as they were written, with a byte order mark or without', () => {
    expect(readMachineModel(JSON.stringify(model()))).toEqual({ ok: true, value: model() });
    expect(readMachineModel(`\uFEFF${JSON.stringify(model())}`).ok).toBe(true);
  });

  it('are refused with the line where the text breaks off', () => {
    const text = JSON.stringify(model(), null, 1);
    expect(readMachineModel(text.slice(0, text.length / 2))).toMatchObject({
      ok: false,
      problem: expect.stringContaining('not whole JSON'),
      at: expect.stringMatching(/^line \d+$/),
    });
  });

  it('are refused with the path of the fault', () => {
    expect(readMachineModel(JSON.stringify({ ...model(), maker: '' }))).toMatchObject({
      ok: false,
      at: 'maker',
    });
    const places = [{ ...model().places[0]!, reach: ['nowhere'] }];
    expect(readMachineModel(JSON.stringify({ ...model(), places }))).toMatchObject({
      ok: false,
      at: 'places.0.reach',
      problem: expect.stringContaining("'nowhere'"),
    });
    const operations = model().guide.operations.map((one) =>
      one.id === 'drain' ? { ...one, layer: 'cellar', after: [['ghost']] } : one,
    );
    expect(
      readMachineModel(JSON.stringify({ ...model(), guide: { ...model().guide, operations } })),
    ).toMatchObject({
      ok: false,
      problem: expect.stringContaining("'cellar'"),
    });
  });
});

describe('any format', () => {
  it('is found by content', () => {
    expect(readAnyFormat(JSON.stringify(model()))).toMatchObject({ ok: true, value: { id: 'fen' } });
    expect(
      readAnyFormat(JSON.stringify({ format: 'petrichor-drive-list', drives: [m2Drive()] })),
    ).toMatchObject({
      ok: true,
      value: [{ id: 'pellow-p3' }],
    });
  });

  it.each(['hello', '{"format":"other"}', '[]', '\u0000\u0001'])(
    'is refused in a sentence that says what is read: %j',
    (text) => {
      expect(readAnyFormat(text)).toMatchObject({
        ok: false,
        problem: expect.stringContaining('petrichor-drive-list'),
      });
    },
  );
});

it('refuses a drive that is none', () =>
  expect(
    readDriveList(
      JSON.stringify({ format: 'petrichor-drive-list', drives: [{ ...m2Drive(), lengthMm: 81 }] }),
    ),
  ).toMatchObject({
    ok: false,
    at: 'drives.0.lengthMm',
  }));
