import { signal, type Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { freshModel, slotsOf, type Hole, type MachineModel } from '@petrichor/core/hardware';
import { PhotoKeeper } from '../../state/photos/photo-keeper';
import { CardForm } from './card-form';
import { GuideDraft, type Written } from './guide-draft';
import { MergePanel } from './merge-panel';
import { OperationForm } from './operation-form';
import { PlaceHoles } from './place-holes';
import { PlanSide } from './plan-side';

const begun = () =>
  new GuideDraft(
    signal<Written>({
      model: freshModel({
        maker: 'Ostrey',
        name: 'Plover',
        labelText: 'OP12',
        slotKind: 'm2',
        startSide: 'lid-open',
        widthMm: 280,
        heightMm: 190,
      }),
      basedOn: 0,
      photo: null,
    }),
  );

beforeEach(() => {
  localStorage.clear();
  TestBed.configureTestingModule({
    providers: [
      {
        provide: PhotoKeeper,
        useValue: { waiting: () => 0, refused: () => null, address: (hash: string) => Promise.resolve(hash) },
      },
    ],
  });
});

async function drawn<T>(component: Type<T>, inputs: Record<string, unknown>) {
  const fixture = TestBed.createComponent(component);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  const element = fixture.nativeElement as HTMLElement;
  const settle = () => fixture.whenStable();
  await settle();
  const type = async (selector: string, text: string) => {
    const field = element.querySelector<HTMLInputElement | HTMLTextAreaElement>(selector)!;
    field.value = text;
    field.dispatchEvent(new Event('input'));
    await settle();
  };
  const press = async (name: string) => {
    [...element.querySelectorAll('button')].find((one) => one.textContent.trim() === name)!.click();
    await settle();
  };
  return { fixture, element, settle, type, press };
}

describe('an operation while it is written', () => {
  it('keeps every field of it, and an empty one as unknown', async () => {
    const draft = begun();
    draft.at.set('drive-out');
    const form = await drawn(OperationForm, { draft });
    await form.type('#op-title', 'Draw the drive out');
    await form.type('#op-tool', 'PH0');
    await form.type('#op-minutes', '2,5');
    await form.type('#op-wait', '15');
    await form.type('#op-checks', 'contacts clean\n');
    await form.type('#op-caution', 'Cold hands.');
    expect(draft.operation()).toMatchObject({
      title: 'Draw the drive out',
      tool: 'PH0',
      minutes: 2.5,
      waitSeconds: 15,
      checks: ['contacts clean', ''],
      caution: 'Cold hands.',
    });
    await form.type('#op-tool', ' ');
    await form.type('#op-wait', '');
    await form.type('#op-caution', '');
    expect(draft.operation()).toMatchObject({ tool: null, waitSeconds: null, caution: null });
  });

  it('takes things in, each with what its kind has, and leaves them out again', async () => {
    const draft = begun();
    draft.at.set('mains-off');
    const form = await drawn(OperationForm, { draft });
    await form.press('Screws');
    await form.type('#screw-length', '6');
    await form.type('#screw-mark', 'a triangle');
    await form.type('#screw-hidden', 'foot');
    const screws = () => draft.operation()!.takes.find((thing) => thing.kind === 'screw');
    expect(screws()).toMatchObject({
      label: 'M2 × 6 pan',
      mark: 'a triangle',
      hiddenUnder: 'foot',
      holes: [],
    });
    draft.setHoles('screw', [{ xMm: 1, yMm: 1 }]);
    await form.settle();
    await form.type('#screw-depth', '6.5');
    expect(screws()).toMatchObject({ holes: [{ xMm: 1, yMm: 1, depthMm: 6.5 }] });
    await form.press('Leave this group out');
    expect(screws()).toBeUndefined();
  });

  it('has a way back, or says that there is none', async () => {
    const draft = begun();
    draft.at.set('mains-off');
    const form = await drawn(OperationForm, { draft });
    const back = [...form.element.querySelectorAll('label')]
      .find((one) => one.textContent.includes('undone on the way out'))!
      .querySelector('input')!;
    back.click();
    await form.settle();
    expect(draft.operation()!.mirror).toBeNull();
    expect(draft.warnings()).toMatchObject([{ code: 'never-refitted' }]);
    back.click();
    await form.settle();
    await form.type('#back-wait', '300');
    expect(draft.operation()!.mirror).toMatchObject({ waitSeconds: 300, waitKind: 'settle' });
  });
});

it('the card is written line by line, and the outline in millimetres', async () => {
  const draft = begun();
  const form = await drawn(CardForm, { draft });
  await form.type('#card-labels', 'OP12-B\nPlover 12');
  await form.type('#card-firmware', 'F2 at the light');
  await form.type('#card-width', '301');
  expect(draft.model()).toMatchObject({
    labelTexts: ['OP12-B', 'Plover 12'],
    firmwareEntry: 'F2 at the light',
    guide: { outline: { widthMm: 301, heightMm: 190 } },
  });
  await form.type('#card-width', '');
  expect(draft.model().guide.outline.widthMm).toBe(301);
});

describe('screws on the map, by keys', () => {
  const map = async (holes: readonly Hole[]) => {
    const shown = await drawn(PlaceHoles, { guide: begun().model().guide, side: null, holes });
    const now = () => shown.fixture.componentInstance.holes();
    const key = async (at: number, name: string, shiftKey = false) => {
      shown.element
        .querySelectorAll('g.hole')
        [at]!.dispatchEvent(new KeyboardEvent('keydown', { key: name, shiftKey, bubbles: true }));
      await shown.settle();
    };
    return { ...shown, now, key };
  };

  it('are set in the middle, moved by half a millimetre or five, and taken away', async () => {
    const shown = await map([]);
    await shown.press('set one in the middle');
    expect(shown.now()).toEqual([{ xMm: 140, yMm: 95 }]);
    await shown.key(0, 'ArrowRight');
    await shown.key(0, 'ArrowUp', true);
    expect(shown.now()).toEqual([{ xMm: 140.5, yMm: 90 }]);
    await shown.key(0, 'Delete');
    expect(shown.now()).toEqual([]);
  });

  it('stay on the machine, and keep how deep their hole is', async () => {
    const shown = await map([{ xMm: 1, yMm: 189, depthMm: 5 }]);
    await shown.key(0, 'ArrowLeft', true);
    await shown.key(0, 'ArrowDown', true);
    expect(shown.now()).toEqual([{ xMm: 0, yMm: 190, depthMm: 5 }]);
  });
});

describe('the plan beside the guide', () => {
  const planned = async (draft: GuideDraft) => {
    const shown = await drawn(PlanSide, { draft });
    // It waits until one has stopped typing.
    await new Promise((done) => setTimeout(done, 350));
    await shown.settle();
    return shown;
  };

  it('is the cheapest way as written, each step a way to its operation', async () => {
    const draft = begun();
    const shown = await planned(draft);
    expect(shown.element.textContent).toContain('3 min');
    expect(shown.element.textContent).toContain('No order is cheaper.');
    await shown.press('old drive out');
    expect(draft.at()).toBe('drive-out');
  });

  it('reaches everything that a slot wants, not only the first of it', async () => {
    const draft = begun();
    draft.add('Lift the shield');
    const [slot] = slotsOf(draft.model(), null);
    draft.patchModel({ places: [{ ...slot!, reach: ['shut-down', 'lift-the-shield', 'drive-out'] }] });
    const shown = await planned(draft);
    expect([...shown.element.querySelectorAll('ol button')].map((one) => one.textContent.trim())).toContain(
      'lift the shield',
    );
  });

  it('gives way to the warning where there is no way, which leads to its place', async () => {
    const draft = begun();
    draft.at.set('shut-down');
    draft.setAfter(0, 'drive-out', true);
    draft.at.set(null);
    const shown = await planned(draft);
    expect(shown.element.querySelector('ol')).toBeNull();
    const warning = shown.element.querySelector<HTMLButtonElement>('.warnings button')!;
    expect(warning.textContent).toContain('wait for one another');
    warning.click();
    expect(draft.at()).not.toBeNull();
  });
});

describe('two people at one guide', () => {
  const base = begun().model();
  const changed = (id: string, own: Partial<(typeof base.guide.operations)[number]>, of = base) => ({
    ...of,
    guide: {
      ...of.guide,
      operations: of.guide.operations.map((one) => (one.id === id ? { ...one, ...own } : one)),
    },
  });
  const theirs = changed('mains-off', { caution: 'theirs' });
  const mine = changed('drive-out', { detail: 'mine' }, changed('mains-off', { caution: 'mine' }));
  const conflict = { base, theirs, version: 2, by: 'Noor', why: 'short ones' };
  const panel = async () => {
    const form = await drawn(MergePanel, { conflict, mine });
    const merged: MachineModel[] = [];
    let kept = 0;
    form.fixture.componentInstance.merged.subscribe((one) => merged.push(one));
    form.fixture.componentInstance.mineKept.subscribe(() => kept++);
    return { ...form, merged, kept: () => kept };
  };
  const operation = (model: MachineModel, id: string) => model.guide.operations.find((one) => one.id === id)!;

  it('are told whose is what, and asked only where both wrote', async () => {
    const { element } = await panel();
    expect(element.textContent).toContain('Noor saved version 2 meanwhile: short ones');
    expect(element.querySelectorAll('li')).toHaveLength(2);
    expect(element.querySelectorAll('[role=group]')).toHaveLength(1);
  });

  it('keep both works, and where both wrote the one that was chosen', async () => {
    const { press, merged, kept } = await panel();
    await press('Bring both together here');
    expect(operation(merged[0]!, 'mains-off').caution).toBe('mine');
    await press('theirs');
    await press('Bring both together here');
    expect(operation(merged[1]!, 'mains-off').caution).toBe('theirs');
    expect(operation(merged[1]!, 'drive-out').detail).toBe('mine');
    expect(kept()).toBe(0);
    await press('Keep all of mine, on top of theirs');
    expect(kept()).toBe(1);
  });
});
