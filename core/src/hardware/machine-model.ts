import * as z from 'zod';
import {
  BoardMemorySchema,
  type BatteryFacts,
  type MemoryBayFacts,
  type WirelessFacts,
} from './companions.js';
import { asPlaces } from './first-edition.js';
import { GuideSchema, type Guide } from './guide.js';
import { FirmwareSchema, SharingSchema } from './sharing.js';
import { isDrivePlace, MachinePlaceSchema, type MachinePlace } from './machine-place.js';
import type { Slot } from './slot.js';

/** A firmware or system setting that may have to be off while the drive is changed. */
const SettingSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/),
  label: z.string().min(1).max(60),
  /** Why one turns it off, and what to have at hand first. */
  caution: z.string().max(200).nullable(),
});

/** How it is built: a lid on hinges over its own keys, or a screen on a stand. */
export const BodySchema = z.enum(['folds', 'stands']);
export type Body = z.infer<typeof BodySchema>;
export const SAY_BODY: Record<Body, string> = {
  folds: 'folds: a lid on hinges, keys and touchpad',
  stands: 'stands: a screen on a foot or an arm',
};

/** A difference inside one model that changes its places. */
const VariantSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/),
  /** What one sees when it is this one: the answer to the question. */
  answer: z.string().min(1).max(80),
  /** Places that are not there. */
  without: z.array(z.string()).default([]),
  /** Places that are otherwise than in the model, whole. */
  places: z.array(MachinePlaceSchema).default([]),
});

const VariantsSchema = z.strictObject({
  /** The question that settles which one is on the bench. */
  ask: z.string().min(1).max(120),
  of: z.array(VariantSchema).min(2),
});

/**
 * A machine model: its card, its places, and the guide.
 * Published as a JSON document (docs/formats/machine-model.schema.json).
 */
export const MachineModelDocumentSchema = z
  .strictObject({
    format: z.literal('petrichor-machine-model'),
    id: z.string().regex(/^[a-z0-9-]{1,60}$/),
    maker: z.string().min(1).max(40),
    name: z.string().min(1).max(60),
    /** What the label underneath says: typing any part of these finds the model. */
    labelTexts: z.array(z.string().min(1).max(60)).min(1),
    /** Null: nobody has said. */
    body: BodySchema.nullable().default(null),
    firmwareEntry: z.string().max(120),
    /** The same for the boot menu. */
    bootMenuEntry: z.string().max(120).default(''),
    /**
     * Whether and how it installs itself over the network, from its firmware; empty: it does not, or nobody
     * knows.
     */
    networkRecovery: z.string().max(160).default(''),
    /** What is soldered and cannot be changed. */
    soldered: z.array(z.string().min(1).max(60)).default([]),
    /** How to try the machine before it is closed. */
    tryBeforeClosing: z.string().max(240),
    settings: z.array(SettingSchema),
    /** Where something sits in it. At least one is a drive's. */
    places: z.array(MachinePlaceSchema).min(1).max(40),
    /** Null: it has no memory that can be changed, or nobody has said. */
    memory: BoardMemorySchema.nullable().default(null),
    /** Null: all machines of the model are alike as far as places go. */
    variants: VariantsSchema.nullable().default(null),
    sharing: z.array(SharingSchema).default([]),
    firmware: FirmwareSchema.default({ startsFromNvme: null, starts4kn: null, storageMode: null }),
    guide: GuideSchema,
    cautions: z.array(z.string().max(200)),
  })
  .superRefine((model, context) => {
    const operations = new Set(model.guide.operations.map((operation) => operation.id));
    const layers = new Set(model.guide.layers.map((layer) => layer.id));
    const fault = (path: (string | number)[], message: string) =>
      context.addIssue({ code: 'custom', path, message });
    model.guide.operations.forEach((operation, at) => {
      if (!layers.has(operation.layer))
        fault(
          ['guide', 'operations', at, 'layer'],
          `names the layer '${operation.layer}', which the guide does not list`,
        );
      for (const before of operation.after.flat())
        if (!operations.has(before))
          fault(
            ['guide', 'operations', at, 'after'],
            `names the operation '${before}', which the guide does not have`,
          );
    });
    for (const [at, id] of (model.guide.start?.back ?? []).entries())
      if (!operations.has(id))
        fault(['guide', 'start', 'back', at], `names the operation '${id}', which the guide does not have`);
    const reaches = (places: readonly MachinePlace[], path: (string | number)[]) =>
      places.forEach((place, at) => {
        for (const id of place.reach ?? [])
          if (!operations.has(id))
            fault([...path, at, 'reach'], `names the operation '${id}', which the guide does not have`);
      });
    reaches(model.places, ['places']);
    model.variants?.of.forEach((variant, at) => reaches(variant.places, ['variants', 'of', at, 'places']));
    model.places.forEach(({ id }, at) => {
      if (model.places.findIndex((other) => other.id === id) !== at)
        fault(['places', at, 'id'], `is '${id}', as another place of it`);
    });
    if (!model.places.some(isDrivePlace)) fault(['places'], 'names no place for a drive');
    const places = [...model.places, ...(model.variants?.of.flatMap((one) => one.places) ?? [])];
    const ids = new Set(places.map(({ id }) => id));
    const slots = new Set(places.filter(isDrivePlace).map(({ id }) => id));
    checkWhere(model, ids, fault);
    model.sharing.forEach((rule, at) => {
      for (const id of [rule.slot, rule.kind === 'lanes' ? rule.with : rule.unless])
        if (!slots.has(id)) fault(['sharing', at], `names the slot '${id}', which the model does not have`);
    });
  });

/** Where steps and things hold: places and variants that the model has. */
function checkWhere(
  { guide, variants }: { guide: Guide; variants: z.infer<typeof VariantsSchema> | null },
  places: ReadonlySet<string>,
  fault: (path: (string | number)[], message: string) => void,
): void {
  const known = new Set(variants?.of.map(({ id }) => id));
  guide.operations.forEach((operation, at) => {
    const path = ['guide', 'operations', at];
    if (operation.place !== null && !places.has(operation.place))
      fault([...path, 'place'], `names the place '${operation.place}', which the model does not have`);
    for (const id of operation.variants)
      if (!known.has(id))
        fault([...path, 'variants'], `names the variant '${id}', which the model does not have`);
    operation.takes.forEach(({ onlyWith }, thing) => {
      if (onlyWith !== null && !places.has(onlyWith))
        fault(
          [...path, 'takes', thing, 'onlyWith'],
          `names the place '${onlyWith}', which the model does not have`,
        );
    });
  });
}

/** Reads documents of the first edition, too. */
export const MachineModelSchema = z.preprocess(asPlaces, MachineModelDocumentSchema);
export type MachineModel = z.infer<typeof MachineModelDocumentSchema>;

/** Places of the machine on the bench. A variant that nobody settled leaves the model's own. */
export function placesOf(
  model: Pick<MachineModel, 'places' | 'variants'>,
  variantId: string | null,
): readonly MachinePlace[] {
  const variant = model.variants?.of.find((one) => one.id === variantId);
  if (!variant) return model.places;
  const own = new Map(variant.places.map((place) => [place.id, place]));
  const kept = model.places
    .filter((place) => !variant.without.includes(place.id))
    .map((place) => own.get(place.id) ?? place);
  return [...kept, ...variant.places.filter((one) => !model.places.some((known) => known.id === one.id))];
}

/** Those of them that are for drives. */
export const slotsOf = (model: Pick<MachineModel, 'places' | 'variants'>, variantId: string | null): Slot[] =>
  placesOf(model, variantId).filter(isDrivePlace);

/** What else can be changed, as far as the model's places say. Null: nobody noted it. */
export function companionsOf({ places, memory }: Pick<MachineModel, 'places' | 'memory'>): {
  readonly memory: MemoryBayFacts | null;
  readonly wireless: WirelessFacts | null;
  readonly battery: BatteryFacts | null;
} {
  const sockets = places.filter((one) => one.kind === 'memory');
  const limits = sockets.flatMap(({ maxGib }) => (maxGib === null ? [] : [maxGib]));
  return {
    memory:
      (memory &&
        sockets.length > 0 && {
          ...memory,
          sockets: sockets.map(({ label }) => label),
          maxGibPerSocket: limits.length > 0 ? Math.min(...limits) : null,
        }) ||
      null,
    wireless: places.find((one) => one.kind === 'wireless')?.facts ?? null,
    battery: places.find((one) => one.kind === 'battery')?.facts ?? null,
  };
}

/** True where one variant has this place otherwise, or not at all: the question has to be asked first. */
export const hangsOnVariant = (model: Pick<MachineModel, 'variants'>, placeId: string): boolean =>
  model.variants?.of.some(
    (one) => one.without.includes(placeId) || one.places.some((place) => place.id === placeId),
  ) ?? false;

/** `Tarnwell Fen 14` */
export const sayModel = (model: { maker: string; name: string }): string => `${model.maker} ${model.name}`;

/**
 * Models whose maker, name or label contains every typed word, best first: a label that starts with the text
 * wins.
 */
export function findModels<M extends Pick<MachineModel, 'maker' | 'name' | 'labelTexts'>>(
  models: readonly M[],
  typed: string,
): M[] {
  const squash = (text: string) =>
    text
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, ' ')
      .trim();
  const words = squash(typed).split(' ').filter(Boolean);
  if (words.length === 0) return [...models];
  const score = (model: M): number => {
    const texts = [sayModel(model), ...model.labelTexts].map(squash);
    const all = texts.join(' ');
    if (!words.every((word) => all.includes(word))) return 0;
    return texts.some((text) => text.startsWith(words.join(' '))) ? 2 : 1;
  };
  return models
    .map((model) => ({ model, score: score(model) }))
    .filter((row) => row.score > 0)
    .sort((a, b) => b.score - a.score || sayModel(a.model).localeCompare(sayModel(b.model)))
    .map((row) => row.model);
}
