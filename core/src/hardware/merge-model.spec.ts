import { model, operation } from '../testing/samples.js';
import type { MachineModel } from './machine-model.js';
import { mergeModels } from './merge-model.js';

const base = model();
const withOperations = (
  from: MachineModel,
  change: (all: MachineModel['guide']['operations']) => MachineModel['guide']['operations'],
) => ({
  ...from,
  guide: { ...from.guide, operations: change(from.guide.operations) },
});
const edit = (id: string, own: object) => (all: MachineModel['guide']['operations']) =>
  all.map((one) => (one.id === id ? { ...one, ...own } : one));
const said = (merge: ReturnType<typeof mergeModels>) => merge.changes.map((one) => [one.key, one.who]);

describe('two people on one guide', () => {
  it('what each changed alone is kept of both', () => {
    const theirs = withOperations(
      { ...base, cautions: ['hot'] },
      edit('battery', { caution: 'Plastic only.' }),
    );
    const mine = withOperations({ ...base, firmwareEntry: 'F10' }, (all) => [
      ...edit('screws', { minutes: 4 })(all),
      operation({ id: 'new' }),
    ]);
    const merge = mergeModels(base, theirs, mine);
    expect(said(merge).sort()).toEqual([
      ['card:cautions', 'theirs'],
      ['card:firmwareEntry', 'mine'],
      ['operation:battery', 'theirs'],
      ['operation:new', 'mine'],
      ['operation:screws', 'mine'],
    ]);
    expect(merge.merged).toMatchObject({ cautions: ['hot'], firmwareEntry: 'F10' });
    const of = (id: string) => merge.merged.guide.operations.find((one) => one.id === id);
    expect([of('battery')?.caution, of('screws')?.minutes, of('new')?.id]).toEqual([
      'Plastic only.',
      4,
      'new',
    ]);
  });

  it('what both changed is mine, or theirs where that is chosen; the fields that differ are named', () => {
    const theirs = withOperations(base, edit('battery', { caution: 'Theirs.', minutes: 3 }));
    const mine = withOperations(base, edit('battery', { caution: 'Mine.' }));
    const merge = mergeModels(base, theirs, mine);
    expect(merge.changes).toEqual([
      expect.objectContaining({
        key: 'operation:battery',
        who: 'both',
        theirs: ['minutes', 'caution'],
        mine: ['caution'],
      }),
    ]);
    const battery = (takeTheirs: string[]) =>
      mergeModels(base, theirs, mine, new Set(takeTheirs)).merged.guide.operations.find(
        (one) => one.id === 'battery',
      )?.caution;
    expect([battery([]), battery(['operation:battery'])]).toEqual(['Mine.', 'Theirs.']);
  });

  it('an operation that one took out stays out, one that came stands where it was put', () => {
    const theirs = withOperations(base, (all) =>
      all.flatMap((one) => (one.id === 'cover-off' ? [one, operation({ id: 'felt' })] : [one])),
    );
    const mine = withOperations(base, (all) => all.filter((one) => one.id !== 'keyboard'));
    const ids = mergeModels(base, theirs, mine).merged.guide.operations.map((one) => one.id);
    expect(ids).toEqual(['screws', 'cover-off', 'felt', 'battery', 'drain', 'drive-out']);
  });

  it('the same on both sides is no change, and a version is none', () => {
    const theirs = { ...base, cautions: ['hot'], guide: { ...base.guide, version: 9 } };
    expect(mergeModels(base, theirs, { ...base, cautions: ['hot'] }).changes).toEqual([
      expect.objectContaining({ who: 'theirs' }),
    ]);
    expect(mergeModels(base, base, base).changes).toEqual([]);
  });
});
