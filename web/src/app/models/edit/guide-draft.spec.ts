import { signal } from '@angular/core';
import { freshModel, type MachineModel } from '@petrichor/core/hardware';
import { freeId, GuideDraft, type Written } from './guide-draft';

const fresh = (): MachineModel =>
  freshModel({
    maker: 'Ostrey',
    name: 'Plover 12',
    labelText: 'OP12',
    slotKind: 'bay-2.5',
    startSide: 'lid-open',
    widthMm: 280,
    heightMm: 190,
  });
const begun = () => {
  const written = signal<Written>({ model: fresh(), basedOn: 0, photo: null });
  return { written, draft: new GuideDraft(written) };
};
const afterOf = (draft: GuideDraft, id: string) => draft.operations().find((one) => one.id === id)!.after;

describe('a guide while it is written', () => {
  it('begins as one that can be walked, and says so', () => {
    const { draft } = begun();
    expect(draft.warnings()).toEqual([]);
    expect(draft.whole('reviewed')).toMatchObject({
      model: { id: 'ostrey-plover-12', guide: { state: 'reviewed' } },
    });
  });

  it('puts what is added into the chain: after the one at hand, before what waited for it', () => {
    const { draft } = begun();
    draft.at.set('mains-off');
    draft.add('Undo 4 screws');
    draft.add('Lift the cover');
    expect(draft.operations().map((one) => one.id)).toEqual([
      'shut-down',
      'mains-off',
      'undo-4-screws',
      'lift-the-cover',
      'drive-out',
    ]);
    expect(afterOf(draft, 'lift-the-cover')).toEqual([['undo-4-screws']]);
    expect(afterOf(draft, 'drive-out')).toEqual([['lift-the-cover']]);
    expect(draft.at()).toBe('lift-the-cover');
  });

  it('heals the chain when an operation is taken out', () => {
    const { draft } = begun();
    draft.at.set('mains-off');
    draft.add('Undo 4 screws');
    draft.remove('undo-4-screws');
    expect(afterOf(draft, 'drive-out')).toEqual([['mains-off']]);
    expect(draft.at()).toBe('mains-off');
    expect(draft.warnings()).toEqual([]);
  });

  it('keeps alternatives apart, and forgets an empty one', () => {
    const { draft } = begun();
    draft.at.set('drive-out');
    draft.setAfter(1, 'shut-down', true);
    expect(afterOf(draft, 'drive-out')).toEqual([['mains-off'], ['shut-down']]);
    draft.setAfter(0, 'mains-off', false);
    expect(afterOf(draft, 'drive-out')).toEqual([['shut-down']]);
  });

  it('names what is missing with its operation when it is to be saved', () => {
    const { draft } = begun();
    draft.at.set('mains-off');
    draft.add('Undo 4 screws');
    draft.addThing('screw');
    // Four screws, and none set on the map yet.
    const read = draft.whole('draft');
    expect(read).toMatchObject({ operationId: 'undo-4-screws' });
    expect('problem' in read && read.problem).toMatch(/^‘Undo 4 screws’, takes, holes: /);
    draft.setHoles(draft.operation()!.takes[0]!.key, [{ xMm: 10, yMm: 10 }]);
    expect('model' in draft.whole('draft')).toBe(true);
  });

  it('leaves the empty line out that one was at while saving, and not before', () => {
    const { draft } = begun();
    draft.patchModel({ cautions: ['Hot.', ''] });
    draft.at.set('drive-out');
    draft.patch({ checks: ['', ' no dust '] });
    expect(draft.model().cautions).toEqual(['Hot.', '']);
    const read = draft.whole('draft');
    expect('model' in read && [read.model.cautions, read.model.guide.operations.at(-1)!.checks]).toEqual([
      ['Hot.'],
      ['no dust'],
    ]);
    draft.patchModel({ labelTexts: [''] });
    expect(draft.whole('draft')).toMatchObject({ operationId: null });
  });

  it('changes the document of its owner and nothing else', () => {
    const { draft, written } = begun();
    const before = written().model;
    draft.at.set('mains-off');
    draft.patch({ caution: 'Hot.' });
    expect(written().model).not.toBe(before);
    expect(before.guide.operations[1]!.caution).toBeNull();
    expect(written().model.guide.operations[0]).toBe(before.guide.operations[0]);
  });
});

it('gives every operation an id of its own, also where the words have no letters', () => {
  const taken = new Set(['undo-4-screws']);
  expect(freeId('Undo 4 screws', taken)).toBe('undo-4-screws-2');
  expect(freeId('!?', taken)).toBe('step');
  expect(freeId('x'.repeat(80), taken)).toHaveLength(34);
});
