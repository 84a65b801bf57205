import { computed, signal, untracked, type Signal, type WritableSignal } from '@angular/core';
import {
  MachineModelSchema,
  type Hole,
  type MachineModel,
  type Operation,
  type TakenThing,
} from '@petrichor/core/hardware';
import { guideWarnings } from '@petrichor/core/teardown';
import { cut, sure } from '@petrichor/core/units';

/** What is being written, and what it was made from. */
export interface Written {
  readonly model: MachineModel;
  /** Newest version the author had seen; 0: the model is new. */
  readonly basedOn: number;
  /** Hash of the photo that lies under the map. */
  readonly photo: string | null;
}

export type ScrewThing = Extract<TakenThing, { kind: 'screw' }>;
export type OtherThing = Exclude<TakenThing, ScrewThing>;

const VERB: Record<OtherThing['kind'], string> = {
  part: 'Off',
  lead: 'Unplugged',
  tape: 'Peeled',
  drive: 'Out',
};

/**
 * A guide while it is written: every change makes the next document, and what is wrong with it is known at
 * once.
 */
export class GuideDraft {
  /** The operation one writes at. */
  readonly at = signal<string | null>(null);
  readonly model: Signal<MachineModel>;
  readonly operations: Signal<readonly Operation[]>;
  readonly operation = computed(() => this.operations().find((one) => one.id === this.at()) ?? null);
  readonly warnings = computed(() => guideWarnings(this.model()));

  constructor(private readonly written: WritableSignal<Written>) {
    this.model = computed(() => this.written().model);
    this.operations = computed(() => this.model().guide.operations);
  }

  patchModel(own: Partial<MachineModel>): void {
    this.written.update((now) => ({ ...now, model: { ...now.model, ...own } }));
  }

  patchGuide(own: Partial<MachineModel['guide']>): void {
    this.patchModel({ guide: { ...untracked(this.model).guide, ...own } });
  }

  /**
   * A new operation after the one at hand, waiting for it: as one writes them down while opening a machine.
   */
  add(title: string): void {
    const all = untracked(this.operations);
    const before = untracked(this.operation) ?? all.at(-2) ?? null;
    const id = freeId(title, new Set(all.map((one) => one.id)));
    const added: Operation = {
      id,
      title: cut(title.trim(), 80),
      short: cut(title.trim().toLowerCase(), 24),
      detail: null,
      layer: before?.layer ?? sure(this.model().guide.layers[0]).id,
      side: before?.side ?? this.model().guide.startSide,
      tool: before?.tool ?? null,
      minutes: 1,
      after: before ? [[before.id]] : [],
      takes: [],
      caution: null,
      waitSeconds: null,
      waitKind: 'hold',
      frees: [],
      clips: null,
      risk: 'low',
      live: false,
      inside: null,
      metal: null,
      variants: [],
      photo: null,
      page: null,
      checks: [],
      role: null,
      place: null,
      mirror: blankMirror(title.trim(), title.trim().toLowerCase().slice(0, 24)),
      atSwap: false,
    };
    const place = before ? all.indexOf(before) + 1 : all.length;
    // What waited for the operation before waits for the new one now: the drive stays at the end of the
    // chain.
    const rest = all
      .slice(place)
      .map((one) =>
        before &&
        one.after.length === 1 &&
        sure(one.after[0]).length === 1 &&
        sure(one.after[0])[0] === before.id
          ? { ...one, after: [[id]] }
          : one,
      );
    this.patchGuide({ operations: [...all.slice(0, place), added, ...rest] });
    this.at.set(id);
  }

  patch(own: Partial<Operation>): void {
    const id = untracked(this.at);
    this.patchGuide({
      operations: untracked(this.operations).map((one) => (one.id === id ? { ...one, ...own } : one)),
    });
  }

  /** Takes the operation out; what waited for it waits for what it waited for. */
  remove(id: string): void {
    const all = untracked(this.operations);
    const gone = all.find((one) => one.id === id);
    if (!gone) return;
    const instead = gone.after[0] ?? [];
    const healed = all
      .filter((one) => one !== gone)
      .map((one) => ({
        ...one,
        after: one.after
          .map((needed) => [...new Set(needed.flatMap((before) => (before === id ? instead : [before])))])
          .filter((needed) => needed.length > 0),
      }));
    const { start } = untracked(this.model).guide;
    this.patchGuide({
      operations: healed,
      start: start && { ...start, back: start.back.filter((one) => one !== id) },
    });
    if (untracked(this.at) === id) this.at.set(instead[0] ?? healed[0]?.id ?? null);
  }

  /** One whole list has to be done before; an empty list is no alternative. */
  setAfter(alternative: number, before: string, needed: boolean): void {
    const operation = untracked(this.operation);
    if (!operation) return;
    const after = operation.after.length > alternative ? [...operation.after] : [...operation.after, []];
    const at = Math.min(alternative, after.length - 1);
    after[at] = needed
      ? [...new Set([...sure(after[at]), before])]
      : sure(after[at]).filter((one) => one !== before);
    this.patch({ after: after.filter((one) => one.length > 0) });
  }

  addThing(kind: TakenThing['kind']): void {
    const takes = untracked(this.operation)?.takes ?? [];
    const key = freeId(kind, new Set(takes.map((thing) => thing.key)));
    const screw: ScrewThing = {
      key,
      kind: 'screw',
      label: 'M2 × 4 pan',
      screw: {
        thread: 'M2',
        lengthMm: 4,
        head: 'pan',
        bit: 'PH0',
        headDiameterMm: null,
        headHeightMm: null,
        form: 'machine',
      },
      holes: [],
      captive: false,
      hiddenUnder: null,
      mark: null,
      behind: null,
      onlyWith: null,
    };
    this.patch({
      takes: [
        ...takes,
        kind === 'screw'
          ? screw
          : { key, kind, verb: VERB[kind], label: '', count: 1, connector: null, ties: null, onlyWith: null },
      ],
    });
  }

  patchThing(key: string, own: Partial<ScrewThing> | Partial<OtherThing>): void {
    const takes = untracked(this.operation)?.takes ?? [];
    this.patch({
      takes: takes.map((thing) => (thing.key === key ? ({ ...thing, ...own } as TakenThing) : thing)),
    });
  }

  removeThing(key: string): void {
    this.patch({ takes: (untracked(this.operation)?.takes ?? []).filter((thing) => thing.key !== key) });
  }

  setHoles(key: string, holes: readonly Hole[]): void {
    this.patchThing(key, { holes: [...holes] });
  }

  /** The document as it would be saved, or what is missing, in a sentence. */
  whole(
    state: MachineModel['guide']['state'],
  ): { readonly model: MachineModel } | { readonly problem: string; readonly operationId: string | null } {
    const model = withoutEmptyLines(untracked(this.model));
    const read = MachineModelSchema.safeParse({ ...model, guide: { ...model.guide, state } });
    if (read.success) return { model: read.data };
    const issue = sure(read.error.issues[0]);
    const at = issue.path.indexOf('operations');
    const operation = at >= 0 ? model.guide.operations[Number(issue.path[at + 1])] : undefined;
    const field = issue.path
      .filter((part) => typeof part === 'string' && !['guide', 'operations'].includes(part))
      .join(', ');
    const where = operation ? `‘${operation.title || operation.id}’, ${field}` : field;
    return {
      problem: `${where}: ${issue.message}. Put that right, then save.`.replace('..', '.'),
      operationId: operation?.id ?? null,
    };
  }
}

/** The way back of an operation before its author has said more of it. */
export const blankMirror = (title: string, short: string): NonNullable<Operation['mirror']> => ({
  title: `Back: ${title}`.slice(0, 80),
  short,
  minutes: 1,
  detail: null,
  caution: null,
  waitSeconds: null,
  waitKind: 'settle',
  checks: [],
  lays: [],
});

/** Lists that are written a line each: the line one is at while saving may still be empty. */
function withoutEmptyLines(model: MachineModel): MachineModel {
  const filled = (lines: readonly string[]) => lines.map((line) => line.trim()).filter((line) => line !== '');
  return {
    ...model,
    labelTexts: filled(model.labelTexts),
    cautions: filled(model.cautions),
    soldered: filled(model.soldered),
    guide: {
      ...model.guide,
      operations: model.guide.operations.map((one) => ({
        ...one,
        checks: filled(one.checks),
        frees: filled(one.frees),
      })),
    },
  };
}

/** `Undo 4 screws` becomes `undo-4-screws`, with a number behind it where that is taken. */
export function freeId(title: string, taken: ReadonlySet<string>): string {
  const plain =
    title
      .toLowerCase()
      .normalize('NFKD')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 34) || 'step';
  if (!taken.has(plain)) return plain;
  let number = 2;
  while (taken.has(`${plain}-${number}`)) number += 1;
  return `${plain}-${number}`;
}
