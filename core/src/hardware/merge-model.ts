import { sure } from '../units/index.js';
import type { MachineModel } from './machine-model.js';

/** One thing that differs from the version both began with: a part of the card, or an operation. */
export interface ModelChange {
  /** `operation:drive-out`, `guide:outline`, `card:cautions`: the same for the same thing. */
  readonly key: string;
  readonly kind: 'operation' | 'slot' | 'guide' | 'card';
  /** As its author calls it; of a field of card or guide, the field. */
  readonly name: string;
  readonly who: 'theirs' | 'mine' | 'both';
  /** Fields of an operation or slot that differ; empty: it came or went as a whole. */
  readonly theirs: readonly string[];
  readonly mine: readonly string[];
}

interface ModelMerge {
  readonly changes: readonly ModelChange[];
  readonly merged: MachineModel;
}

/** Fields that say which version it is: they differ in every one. */
const NO_CHANGE = new Set(['version', 'state']);

/**
 * What two people made of one version, brought together: what only one of them changed is taken from that
 * one; what both changed is mine, unless `takeTheirs` names it. Operations and slots are known by their ids,
 * everything else by field.
 */
export function mergeModels(
  base: MachineModel,
  theirs: MachineModel,
  mine: MachineModel,
  takeTheirs: ReadonlySet<string> = new Set(),
): ModelMerge {
  const changes: ModelChange[] = [];
  const pick = <T>(
    key: string,
    kind: ModelChange['kind'],
    name: string,
    of: readonly [T, T, T],
    fields: (from: T, to: T) => string[],
  ): T => {
    const [was, they, my] = of;
    const [byThem, byMe] = [!same(was, they), !same(was, my) && !same(they, my)];
    if (byThem || byMe) {
      const who = byThem && byMe ? 'both' : byThem ? 'theirs' : 'mine';
      changes.push({
        key,
        kind,
        name,
        who,
        theirs: byThem ? fields(was, they) : [],
        mine: byMe ? fields(was, my) : [],
      });
    }
    return byThem && (!byMe || takeTheirs.has(key)) ? they : my;
  };
  const field = <O extends object>(
    kind: 'guide' | 'card',
    but: readonly string[],
    of: readonly [O, O, O],
  ): O => {
    const names = [...new Set(of.flatMap((one) => Object.keys(one)))].filter(
      (one) => !NO_CHANGE.has(one) && !but.includes(one),
    ) as (keyof O & string)[];
    const values = names.map(
      (name) =>
        [
          name,
          pick(`${kind}:${name}`, kind, name, [of[0][name], of[1][name], of[2][name]], () => []),
        ] as const,
    );
    return { ...of[2], ...Object.fromEntries(values) };
  };
  const list = <T extends { id: string }>(
    kind: 'operation' | 'slot',
    name: (one: T) => string,
    of: readonly [readonly T[], readonly T[], readonly T[]],
  ): T[] => {
    const at = (id: string) =>
      of.map((all) => all.find((one) => one.id === id)) as [T | undefined, T | undefined, T | undefined];
    // In my order; what only they have comes after what it follows there.
    const ids = of[2].map((one) => one.id);
    of[1].forEach((one, place) => {
      if (ids.includes(one.id)) return;
      const before = of[1].slice(0, place).findLast((other) => ids.includes(other.id));
      ids.splice(before ? ids.indexOf(before.id) + 1 : 0, 0, one.id);
    });
    for (const { id } of of[0]) if (!ids.includes(id)) ids.push(id);
    return ids.flatMap((id) => {
      const three = at(id);
      const known = sure(three.find((one) => one !== undefined));
      const kept = pick(`${kind}:${id}`, kind, name(known), three, differing);
      return kept ? [kept] : [];
    });
  };
  const guides = [base.guide, theirs.guide, mine.guide] as const;
  const guide = {
    ...field('guide', ['operations'], guides),
    operations: list('operation', (one) => one.title || one.id, [
      base.guide.operations,
      theirs.guide.operations,
      mine.guide.operations,
    ]),
  };
  const merged: MachineModel = {
    ...field('card', ['guide', 'places', 'id', 'format'], [base, theirs, mine]),
    places: list('slot', (one) => one.label, [base.places, theirs.places, mine.places]),
    guide,
  };
  return { changes, merged };
}

const same = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other);

function differing<T extends object>(from: T | undefined, to: T | undefined): string[] {
  if (!from || !to) return [];
  const names = [...new Set([...Object.keys(from), ...Object.keys(to)])] as (keyof T & string)[];
  return names.filter((name) => !same(from[name], to[name]));
}
