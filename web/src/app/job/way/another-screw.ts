import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  model,
  type Signal,
} from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { Store } from '@ngrx/store';
import { judgeSubstitute, NOTHING_SEEN, type SeenInHole } from '@petrichor/core/fit';
import { sayScrew, type Part, type Screw } from '@petrichor/core/hardware';
import {
  holesToFill,
  OwnScrewFateSchema,
  SAY_OWN_SCREW,
  SAY_SCREW_FROM,
  type JobState,
  type OpenHoles,
} from '@petrichor/core/job';
import { Drawer } from 'primeng/drawer';
import * as z from 'zod';
import { HoldsFocus } from '../../shell/modals';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectParts } from '../../state/knowledge/knowledge.reducer';
import { ChoiceField } from '../../ui/field/choice-field';
import { NumberField } from '../../ui/field/number-field';
import { RadioField } from '../../ui/field/radio-field';
import { TextField } from '../../ui/field/text-field';
import { form } from '../../ui/form';
import { newId } from '../../ui/new-id';
import { StateMark } from '../../ui/state-mark';

/** The screw is none of the shelf's. */
const OTHER = 'other';
const MARKS = { fits: 'settled', unknown: 'needs', no: 'stop' } as const;
const SAY_LOOK = { fits: '', unknown: 'to be looked at', no: 'not here' } as const;

/** Words of a fault stand beside the field; what hangs on what was chosen is refused by the command. */
const FieldsSchema = z.object({
  holes: z.string(),
  became: OwnScrewFateSchema,
  which: z.string().min(1, 'Say which screw goes in instead.'),
  from: z.enum(['machine', 'borrowed', 'found-here']),
  where: z.string().max(80),
  lengthMm: z.number().min(1, 'Type millimetres.').max(40).nullable(),
  head: z.enum(['pan', 'wafer', 'flat']),
  count: z.number('How many?').int('Whole screws.').min(1, 'One at the least.').max(40),
  depthMm: z.number('Type millimetres.').min(0.5, 'More than that.').max(60).nullable(),
  turns: z.number('Type how many.').min(0).max(60).nullable(),
  headSits: z.enum(['yes', 'no', 'not-looked']),
});

/** A screw goes in that is not the hole's own: judged there, booked as what it is. */
@Component({
  selector: 'p-another-screw',
  imports: [FormField, ChoiceField, Drawer, HoldsFocus, NumberField, RadioField, StateMark, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-drawer
      ariaCloseLabel="Close"
      header="Another screw"
      position="right"
      [visible]="open()"
      (visibleChange)="open.set($event)"
      [modal]="true"
    >
      @if (open()) {
        @if (at(); as here) {
          <form (submit)="form.send($event)" novalidate>
            <p>
              <b>{{ here.title }}:</b> {{ here.open }} {{ here.open === 1 ? 'hole is' : 'holes are' }} open
              for <b class="m">{{ say(here.thing.screw) }}</b>.
            </p>
            @if (places().length > 1) {
              <p-radio-field label="Which hole" [options]="places()" [formField]="form.fields.holes" />
            }
            <p-choice-field
              label="What became of its own"
              [options]="fates"
              [formField]="form.fields.became"
            />
            <p-radio-field
              label="What goes in instead"
              [options]="choices()"
              [formField]="form.fields.which"
            />
            @if (form.typed().which === other) {
              <p-choice-field
                label="Where it comes from"
                [options]="sources"
                [formField]="form.fields.from"
              />
              @if (form.typed().from !== 'found-here') {
                <p-text-field
                  [label]="form.typed().from === 'borrowed' ? 'From whom' : 'Out of which hole'"
                  fieldId="screw-where"
                  [formField]="form.fields.where"
                />
              }
              <div class="pair">
                <p-number-field
                  [label]="'Length of this ' + here.thing.screw.thread"
                  fieldId="screw-length"
                  unit="mm"
                  [formField]="form.fields.lengthMm"
                />
                <p-choice-field label="Head" [options]="heads" [formField]="form.fields.head" />
              </div>
            }
            <p-number-field label="How many" fieldId="screw-count" unit="" [formField]="form.fields.count" />
            @if (verdict(); as told) {
              <p class="told" role="status">
                <p-state-mark [mark]="marks[told.verdict]" [size]="16" /> {{ told.sentence }}
              </p>
            }
            @switch (asked()) {
              @case ('depthMm') {
                <p-number-field
                  label="From the seat of the head to what lies beneath"
                  fieldId="hole-depth"
                  unit="mm"
                  [formField]="form.fields.depthMm"
                />
              }
              @case ('turns') {
                <p-number-field
                  label="Turns by hand until the head sits"
                  fieldId="hole-turns"
                  unit=""
                  [formField]="form.fields.turns"
                />
              }
              @case ('headSits') {
                <p-choice-field
                  label="Its head sits flat in the seat"
                  [options]="sits"
                  [formField]="form.fields.headSits"
                />
              }
            }
            <p class="fault" role="alert">{{ form.fault() }}</p>
            <button class="go big" type="submit">It is in</button>
          </form>
        } @else {
          <p>No hole is open at this step: its own screws are all in.</p>
        }
      }
    </p-drawer>
  `,
  styles: `
    form {
      display: grid;
      gap: 14px;
    }
    .pair {
      display: grid;
      grid-template-columns: 140px 1fr;
      gap: 12px;
    }
    .told {
      font-size: 17px;
      line-height: 23px;
    }
  `,
})
export class AnotherScrew {
  readonly job = input.required<JobState>();
  readonly open = model(false);
  private readonly desk = inject(JobDesk);
  private readonly parts = inject(Store).selectSignal(selectParts);
  protected readonly say = sayScrew;
  protected readonly marks = MARKS;
  protected readonly other = OTHER;
  protected readonly fates = OwnScrewFateSchema.options.map((value) => ({
    value,
    label: SAY_OWN_SCREW[value],
  }));
  protected readonly sources = (['found-here', 'machine', 'borrowed'] as const).map((value) => ({
    value,
    label: SAY_SCREW_FROM[value],
  }));
  protected readonly heads = (['pan', 'wafer', 'flat'] as const).map((value) => ({ value, label: value }));
  protected readonly sits = [
    { value: 'yes' as const, label: 'yes' },
    { value: 'no' as const, label: 'no' },
  ];

  private readonly all = computed(() =>
    holesToFill(this.job()).map((one) => ({ ...one, id: `${one.stepId}/${one.thing.key}` })),
  );
  protected readonly places = computed(() =>
    this.all().map((one) => ({ value: one.id, label: `${one.title}: ${sayScrew(one.thing.screw)}` })),
  );
  protected readonly form = form(FieldsSchema, {
    draft: { of: () => this.job().id, name: 'another-screw' },
    empty: {
      holes: '',
      became: '',
      which: '',
      from: 'found-here',
      where: '',
      lengthMm: null,
      head: 'pan',
      count: 1,
      depthMm: null,
      turns: null,
      headSits: 'not-looked',
    },
    send: (given): { readonly sentence: string } | null => this.put(given),
  });
  protected readonly at: Signal<Holes | undefined> = computed(
    () => this.all().find((one) => one.id === this.form.typed().holes) ?? this.all()[0],
  );
  private readonly candidates = computed(() => {
    const here = this.at();
    if (!here) return [];
    return this.parts()
      .flatMap((part) => (part.kind === 'screw' && part.inStock > 0 ? [part] : []))
      .filter((part) => part.screw.thread === here.thing.screw.thread)
      .map((part) => ({ part, told: judgeSubstitute(here.hole, part.screw, NOTHING_SEEN) }))
      .filter(({ told }) => told.verdict !== 'no')
      .sort((a, b) => away(a.part, here.thing.screw) - away(b.part, here.thing.screw));
  });
  protected readonly choices = computed(() => [
    ...this.candidates().map(({ part, told }) => ({
      value: part.id,
      label: [`${sayScrew(part.screw)}, drawer ${part.drawer}`, SAY_LOOK[told.verdict]]
        .filter(Boolean)
        .join('; '),
      detail: `${part.inStock}`,
    })),
    { value: OTHER, label: 'none of these' },
  ]);
  private readonly screw = computed((): Screw | null => {
    const { which, lengthMm, head } = this.form.typed();
    const part = this.candidates().find((one) => one.part.id === which)?.part;
    if (part) return part.screw;
    const own = this.at()?.thing.screw;
    if (which !== OTHER || !own || lengthMm === null || head === '') return null;
    const { thread, bit, form: made } = own;
    return { thread, bit, form: made, lengthMm, head, headDiameterMm: null, headHeightMm: null };
  });
  private readonly seen = computed((): SeenInHole => {
    const { depthMm, turns, headSits } = this.form.typed();
    return { depthMm, turns, headSits: headSits === 'yes' ? true : headSits === 'no' ? false : null };
  });
  protected readonly verdict = computed(() => {
    const [here, screw] = [this.at(), this.screw()];
    return here && screw ? judgeSubstitute(here.hole, screw, this.seen()) : null;
  });
  private put(given: z.infer<typeof FieldsSchema>): { readonly sentence: string } | null {
    const here = this.at();
    if (!here) return { sentence: 'No hole is open there any more.' };
    const shelf = given.which !== OTHER;
    const refusal = this.desk.give(this.job(), {
      type: 'substitute-screw',
      id: newId(),
      stepId: here.stepId,
      key: here.thing.key,
      open: here.open,
      count: given.count,
      became: given.became,
      from: shelf ? 'shelf' : given.from,
      partId: shelf ? given.which : null,
      screw: shelf ? null : this.screw(),
      where: shelf || given.from === 'found-here' ? '' : given.where,
      seen: this.seen(),
    });
    if (!refusal) this.open.set(false);
    return refusal;
  }

  /** What is asked for stays on the screen once it is answered: it can be corrected. */
  protected readonly asked = computed(() => {
    const [here, screw] = [this.at(), this.screw()];
    if (!here || !screw) return null;
    const { depthMm, turns } = this.seen();
    const ask = judgeSubstitute(here.hole, screw, NOTHING_SEEN).ask;
    return ask !== 'headSits' && (depthMm !== null || turns !== null)
      ? (judgeSubstitute(here.hole, screw, { depthMm, turns, headSits: null }).ask ?? ask)
      : ask;
  });
}

type Holes = OpenHoles & { readonly id: string };
const away = (part: Extract<Part, { kind: 'screw' }>, own: Screw): number =>
  Math.abs(part.screw.lengthMm - own.lengthMm) + (part.screw.head === own.head ? 0 : 0.1);
