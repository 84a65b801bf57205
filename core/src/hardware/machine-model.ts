import * as z from 'zod';
import { GuideSchema } from './guide.js';
import { SlotSchema } from './slot.js';

/** A firmware or system setting that may have to be off while the drive is changed. */
export const SettingSchema = z.strictObject({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/),
  label: z.string().min(1).max(60),
  /** Why one turns it off, and what to have at hand first. */
  caution: z.string().max(200).nullable(),
});
export type Setting = z.infer<typeof SettingSchema>;

/**
 * A machine model: its card, slots, and the guide.
 * Published as a JSON document (docs/formats/machine-model.schema.json).
 */
export const MachineModelSchema = z
  .strictObject({
    format: z.literal('petrichor-machine-model'),
    id: z.string().regex(/^[a-z0-9-]{1,60}$/),
    maker: z.string().min(1).max(40),
    name: z.string().min(1).max(60),
    /** What the label underneath says: typing any part of these finds the model. */
    labelTexts: z.array(z.string().min(1).max(60)).min(1),
    firmwareEntry: z.string().max(120),
    /** How to try the machine before it is closed. */
    tryBeforeClosing: z.string().max(240),
    settings: z.array(SettingSchema),
    slots: z.array(SlotSchema).min(1),
    guide: GuideSchema,
    cautions: z.array(z.string().max(200)),
  })
  .superRefine((model, context) => {
    const operations = new Set(model.guide.operations.map((operation) => operation.id));
    const layers = new Set(model.guide.layers.map((layer) => layer.id));
    const fault = (path: (string | number)[], message: string) => context.addIssue({ code: 'custom', path, message });
    model.guide.operations.forEach((operation, at) => {
      if (!layers.has(operation.layer))
        fault(['guide', 'operations', at, 'layer'], `names the layer '${operation.layer}', which the guide does not list`);
      for (const before of operation.after.flat())
        if (!operations.has(before))
          fault(['guide', 'operations', at, 'after'], `names the operation '${before}', which the guide does not have`);
    });
    model.slots.forEach((slot, at) => {
      for (const id of slot.reach)
        if (!operations.has(id)) fault(['slots', at, 'reach'], `names the operation '${id}', which the guide does not have`);
    });
  });
export type MachineModel = z.infer<typeof MachineModelSchema>;

/** `Tarnwell Fen 14` */
export const sayModel = (model: { maker: string; name: string }): string => `${model.maker} ${model.name}`;

/** Models whose maker, name or label contains every typed word, best first: a label that starts with the text wins. */
export function findModels<M extends Pick<MachineModel, 'maker' | 'name' | 'labelTexts'>>(models: readonly M[], typed: string): M[] {
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
