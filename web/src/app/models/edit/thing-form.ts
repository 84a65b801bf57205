import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import {
  sayScrew,
  type Hole,
  type LeadConnector,
  type Screw,
  type TakenThing,
} from '@petrichor/core/hardware';
import { COARSE_PITCH_MM } from '@petrichor/core/standards';
import { ScrewGlyph } from '../../drawing/screw-glyph';
import { type ChoiceOption } from '../../ui/choice';
import { NumberField } from '../../ui/field/number-field';
import { SelectField } from '../../ui/field/select-field';
import { TextField } from '../../ui/field/text-field';
import { Tick } from '../../ui/field/tick';
import type { GuideDraft, OtherThing, ScrewThing } from './guide-draft';
import { PlaceHoles } from './place-holes';

const BEHIND = [
  { value: null, label: 'nobody looked' },
  { value: 'nothing', label: 'nothing' },
  { value: 'cover', label: 'the cover' },
  { value: 'palm-rest', label: 'the palm rest' },
  { value: 'glass', label: 'glass' },
  { value: 'board', label: 'the main board' },
  { value: 'battery', label: 'the battery' },
] as const;
const CONNECTORS: readonly { value: LeadConnector['kind']; label: string; opens: string }[] = [
  { value: 'latch', label: 'flat cable under a bar', opens: 'Lift the bar on the edge away from its hinge' },
  { value: 'eared', label: 'flat cable with ears', opens: 'Out at the angle it lies at, by both ears' },
  { value: 'wire-plug', label: 'plug with wires', opens: 'Hold the shell, never the wires' },
  { value: 'squeeze', label: 'plug with a squeeze latch', opens: 'Squeeze the latch, draw the shell' },
  { value: 'sliding-shield', label: 'sliding shield', opens: 'Slide the shield back, then draw it level' },
  { value: 'antenna', label: 'antenna', opens: 'Straight up from the cable side' },
  { value: 'press-on', label: 'pressed on', opens: 'Straight up, level' },
  { value: 'rigid', label: 'rigid, between two halves', opens: 'It parts with the half: straight up' },
];

/** One group of screws, a part, a lead, a tape or the drive, as an operation takes it. */
@Component({
  selector: 'p-thing-form',
  imports: [NumberField, PlaceHoles, ScrewGlyph, SelectField, TextField, Tick],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './thing-form.html',
  styleUrls: ['./editor-form.css', './thing-form.css'],
})
export class ThingForm {
  readonly draft = input.required<GuideDraft>();
  readonly thing = input.required<TakenThing>();
  readonly photo = input<string | null>(null);
  protected readonly placing = signal(false);
  protected readonly threads = (Object.keys(COARSE_PITCH_MM) as Screw['thread'][]).map((value) => ({
    value,
    label: value,
  }));
  protected readonly heads = (['pan', 'wafer', 'flat'] as const).map((value) => ({ value, label: value }));
  protected readonly behinds = BEHIND;
  protected readonly connectors: readonly ChoiceOption<LeadConnector['kind'] | null>[] = [
    { value: null, label: 'nobody looked' },
    ...CONNECTORS,
  ];
  protected readonly guide = computed(() => this.draft().model().guide);
  protected readonly side = computed(() => this.draft().operation()?.side ?? this.guide().startSide);
  protected readonly parts = computed(() =>
    this.guide().operations.flatMap((one) =>
      one.takes.flatMap((thing) => (thing.kind === 'part' && thing.label !== '' ? [thing.label] : [])),
    ),
  );
  /** Places that it may hang on; null: it is in every machine of the model. */
  protected readonly beside = computed(() => [
    { value: null, label: 'in every machine' },
    ...this.draft()
      .model()
      .places.map(({ id, label }) => ({ value: id, label })),
  ]);
  protected readonly screw = computed(() => {
    const thing = this.thing();
    return thing.kind === 'screw' ? thing : null;
  });
  protected readonly other = computed(() => {
    const thing = this.thing();
    return thing.kind === 'screw' ? null : thing;
  });
  /** Screws of other groups on the same side. */
  protected readonly otherHoles = computed(() =>
    this.guide()
      .operations.filter((one) => (one.side ?? this.guide().startSide) === this.side())
      .flatMap((one) =>
        one.takes.flatMap((thing) =>
          thing.kind === 'screw' && !(one.id === this.draft().at() && thing.key === this.thing().key)
            ? thing.holes
            : [],
        ),
      ),
  );

  protected patch(own: Partial<ScrewThing> | Partial<OtherThing>): void {
    this.draft().patchThing(this.thing().key, own);
  }

  protected patchScrew(own: Partial<Screw>): void {
    const thing = this.screw();
    if (!thing) return;
    const screw = { ...thing.screw, ...own };
    this.patch({ screw, label: sayScrew(screw) });
  }

  /** One depth for the whole group: a group is what a hand puts into one cup. */
  protected setDepth(depthMm: number | null): void {
    const holes = this.screw()?.holes ?? [];
    this.patch({
      holes: holes.map(({ xMm, yMm }): Hole => (depthMm === null ? { xMm, yMm } : { xMm, yMm, depthMm })),
    });
  }

  protected setHoles(holes: readonly Hole[]): void {
    const depthMm = this.screw()?.holes[0]?.depthMm;
    this.draft().setHoles(
      this.thing().key,
      holes.map((hole) =>
        depthMm === undefined || hole.depthMm !== undefined ? hole : { ...hole, depthMm },
      ),
    );
  }

  protected setConnector(kind: LeadConnector['kind'] | null): void {
    const opens = CONNECTORS.find((one) => one.value === kind)?.opens;
    this.patch({
      connector: kind === null || opens === undefined ? null : { kind, opens, hinge: null, colours: null },
    });
  }

  protected patchConnector(own: Partial<LeadConnector>): void {
    const connector = this.other()?.connector;
    if (connector) this.patch({ connector: { ...connector, ...own } });
  }

  protected readonly orNull = (text: string): string | null => (text.trim() === '' ? null : text);
}
