import { sure } from '@petrichor/core/units';
import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import {
  BARE_START,
  isDrivePlace,
  PART_KIND_WORDS,
  SAY_SIDE,
  SideSchema,
  UsedUpKindSchema,
  type Hole,
  type Side,
  type UsedUpKind,
} from '@petrichor/core/hardware';
import { ChoiceField } from '../../ui/field/choice-field';
import { NumberField } from '../../ui/field/number-field';
import { SelectField } from '../../ui/field/select-field';
import { TextField } from '../../ui/field/text-field';
import { Tick } from '../../ui/field/tick';
import { blankMirror, type GuideDraft } from './guide-draft';
import { PhotoField } from '../../ui/photo-field';
import { PlaceHoles } from './place-holes';
import { ThingForm } from './thing-form';

const SIDES: readonly { readonly value: Side | null; readonly label: string }[] = [
  { value: null, label: 'any side' },
  ...SideSchema.options.map((value) => ({ value, label: SAY_SIDE[value] })),
];
const ROLES = [
  { value: null, label: 'none' },
  { value: 'power-off', label: 'shuts it down' },
  { value: 'mains', label: 'unplugs the mains' },
  { value: 'battery', label: 'takes the battery off' },
  { value: 'drain', label: 'drains it' },
  { value: 'cut-off', label: 'cuts the battery off' },
] as const;
const RISKS = [
  { value: 'low', label: 'low' },
  { value: 'some', label: 'some' },
  { value: 'high', label: 'high' },
] as const;

const INSIDES = [
  { value: null, label: 'nobody said' },
  { value: true, label: 'inside the machine' },
  { value: false, label: 'outside' },
] as const;
const METALS = [
  { value: null, label: 'nobody said' },
  { value: true, label: 'metal' },
  { value: false, label: 'not metal' },
] as const;
const BACK_TOOLS = [
  { value: 'same', label: 'the same' },
  { value: 'hand', label: 'none, by hand' },
  { value: 'another', label: 'another one' },
] as const;
type BackTool = (typeof BACK_TOOLS)[number]['value'];

/** Everything about one operation of a guide. */
@Component({
  selector: 'p-operation-form',
  imports: [ChoiceField, NumberField, PhotoField, PlaceHoles, SelectField, TextField, ThingForm, Tick],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './operation-form.html',
  styleUrl: './editor-form.css',
})
export class OperationForm {
  readonly draft = input.required<GuideDraft>();
  readonly photo = input<string | null>(null);
  protected readonly operation = computed(() => sure(this.draft().operation()));
  protected readonly layers = computed(() =>
    this.draft()
      .model()
      .guide.layers.map(({ id, name }) => ({ value: id, label: name })),
  );
  protected readonly others = computed(() =>
    this.draft()
      .operations()
      .filter((one) => one.id !== this.operation().id),
  );
  /** Alternatives as they are, and an empty one to begin another with. */
  protected readonly extra = signal(false);
  protected readonly alternatives = computed(() => {
    const { after } = this.operation();
    return after.length === 0 || this.extra() ? [...after, []] : after;
  });
  protected readonly sides = SIDES;
  protected readonly roles = ROLES;
  protected readonly risks = RISKS;
  protected readonly insides = INSIDES;
  protected readonly metals = METALS;
  protected readonly backTools = BACK_TOOLS;
  protected readonly ordering = signal(false);
  protected readonly variants = computed(() => this.draft().model().variants?.of ?? []);
  protected readonly photos = computed(() => {
    const { photo } = this.operation();
    return photo === null ? [] : [photo];
  });
  protected readonly backTool = computed((): BackTool => {
    const tool = this.operation().mirror?.tool;
    return tool === undefined ? 'same' : tool === null ? 'hand' : 'another';
  });

  /** Slots whose drive it may take; null: none in particular. */
  protected readonly places = computed(() => [
    { value: null, label: 'whatever is in there' },
    ...this.draft()
      .model()
      .places.filter(isDrivePlace)
      .map((place) => ({ value: place.id, label: place.label })),
  ]);
  /** Null: nobody has said what a start needs, so it is tried once closed. */
  protected readonly start = computed(() => this.draft().model().guide.start);
  protected readonly laying = UsedUpKindSchema.options.map((value) => ({
    value,
    label: PART_KIND_WORDS[value],
  }));

  protected lays(kind: UsedUpKind, on: boolean): void {
    const now = this.operation().mirror?.lays ?? [];
    this.mirror({ lays: on ? [...new Set([...now, kind])] : now.filter((one) => one !== kind) });
  }

  protected needsBack(on: boolean): void {
    const back = this.start()?.back ?? [];
    const { id } = this.operation();
    this.draft().patchGuide({
      start: {
        ...(this.start() ?? BARE_START),
        back: on ? [...new Set([...back, id])] : back.filter((one) => one !== id),
      },
    });
  }

  protected patch(own: Parameters<GuideDraft['patch']>[0]): void {
    this.draft().patch(own);
  }

  protected setAfter(alternative: number, before: string, event: Event): void {
    this.draft().setAfter(alternative, before, (event.target as HTMLInputElement).checked);
    this.extra.set(false);
  }

  protected mirror(own: Partial<NonNullable<ReturnType<typeof this.operation>['mirror']>>): void {
    const mirror = this.operation().mirror;
    if (mirror) this.patch({ mirror: { ...mirror, ...own } });
  }

  protected setBackTool(is: BackTool): void {
    const { mirror } = this.operation();
    if (!mirror) return;
    const { tool, ...rest } = mirror;
    if (is === 'same') this.patch({ mirror: rest });
    else this.mirror({ tool: is === 'hand' ? null : (tool ?? '') });
  }

  protected inVariant(id: string, on: boolean): void {
    const now = this.operation().variants;
    this.patch({ variants: on ? [...new Set([...now, id])] : now.filter((one) => one !== id) });
  }

  /** Where they sit; how deep a hole is, is no matter of clips. */
  protected readonly points = (holes: readonly Hole[]) => holes.map(({ xMm, yMm }) => ({ xMm, yMm }));

  protected toggleMirror(has: boolean): void {
    const { title, short } = this.operation();
    this.patch({ mirror: has ? blankMirror(title, short) : null });
  }

  protected clips(own: Partial<NonNullable<ReturnType<typeof this.operation>['clips']>> | null): void {
    this.patch({
      clips:
        own === null
          ? null
          : { startAt: '', deepestMm: 6, note: null, order: [], ...this.operation().clips, ...own },
    });
  }

  protected readonly round = (seconds: number): number => Math.max(1, Math.round(seconds));
  protected readonly orNull = (text: string): string | null => (text.trim() === '' ? null : text);
  /** Empty lines stay while one writes: they are left out when it is saved. */
  protected readonly lines = (text: string): string[] => text.split('\n');
}
