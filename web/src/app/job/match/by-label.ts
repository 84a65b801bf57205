import { ChangeDetectionStrategy, Component, computed, inject, input, model, output } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { Store } from '@ngrx/store';
import {
  LabelledSchema,
  PART_KIND_WORDS,
  readLabelText,
  type Labelled,
  type LabelFacts,
} from '@petrichor/core/hardware';
import type { ThingSource } from '@petrichor/core/job';
import { Drawer } from 'primeng/drawer';
import { tap } from 'rxjs';
import * as z from 'zod';
import { HoldsFocus } from '../../shell/modals';
import { Api } from '../../state/api';
import { KnowledgeActions } from '../../state/knowledge/knowledge.reducer';
import { ChoiceField } from '../../ui/field/choice-field';
import { MoneyField } from '../../ui/field/money-field';
import { NumberField } from '../../ui/field/number-field';
import { TextField } from '../../ui/field/text-field';
import { Tick } from '../../ui/field/tick';
import { form } from '../../ui/form';
import { newId } from '../../ui/new-id';

/** What comes in hand: its id, and where it is from. */
export interface InHand {
  readonly id: string;
  readonly from: ThingSource;
  readonly priceMinor: number | null;
}

const FAMILIES = ['m2', 'msata', '2.5-inch', '3.5-inch', 'memory', 'battery', 'wireless'] as const;
const FieldsSchema = z
  .object({
    text: z.string().max(300),
    family: z.enum(FAMILIES, 'Say what it is.'),
    maker: z.string().trim().min(1, 'Type who made it.').max(40),
    name: z.string().trim().min(1, 'Type what it is called.').max(60),
    markedGb: z.number().nullable(),
    lengthMm: z.string(),
    key: z.string(),
    protocol: z.string(),
    size: z.string(),
    heightMm: z.number().nullable(),
    connector: z.string(),
    medium: z.string(),
    generation: z.number('A whole number.').int('A whole number.').nullable(),
    memory: z.string(),
    gib: z.number().nullable(),
    megatransfers: z.number().nullable(),
    lowVoltage: z.boolean(),
    wattHours: z.number().nullable(),
    cardKey: z.string(),
    antennas: z.number().nullable(),
    from: z.enum(['own', 'bought']),
    priceMinor: z.number().int().min(0).max(100_000_000).nullable(),
  })
  .superRefine((typed, context) => {
    const read = LabelledSchema.safeParse(labelledOf(typed));
    for (const issue of read.error?.issues ?? [])
      context.addIssue({ code: 'custom', path: pathOf(issue.path, typed.family), message: issue.message });
  });
type Typed = Omit<z.infer<typeof FieldsSchema>, 'family'> & { readonly family: string };

/** The fields of its family alone: what another one asks for is not said of it. */
function labelledOf(typed: Typed): unknown {
  const { family, maker, name, markedGb, generation } = typed;
  const common = { family, maker, name };
  switch (family) {
    case 'm2': {
      const { lengthMm, key, protocol } = typed;
      return { ...common, markedGb, lengthMm: Number(lengthMm), key, protocol, generation };
    }
    case 'msata':
      return { ...common, markedGb, size: typed.size, generation };
    case 'memory': {
      const { memory, gib, megatransfers, lowVoltage } = typed;
      return { ...common, generation: memory, gib, megatransfers, lowVoltage, ranks: null };
    }
    case 'battery':
      return { ...common, wattHours: typed.wattHours };
    case 'wireless':
      return { ...common, key: typed.cardKey, antennas: typed.antennas };
    default: {
      const { heightMm, connector, medium } = typed;
      return { ...common, markedGb, heightMm, connector, medium, generation };
    }
  }
}

/** Fields of the form whose facts go by the same name as another family's. */
const OWN: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  memory: { generation: 'memory' },
  wireless: { key: 'cardKey' },
};
const pathOf = ([first, ...rest]: readonly PropertyKey[], family: string): PropertyKey[] => [
  OWN[family]?.[String(first)] ?? first ?? '',
  ...rest,
];

/** What may be described by its label. */
export type LabelledKind = 'drive' | 'memory' | 'battery' | 'wireless';

/** What its label does not say, and when it is asked for. */
const STAYS: Readonly<Record<LabelledKind, string>> = {
  drive: 'Heights, watts and speed stay not measured: they are asked for where a verdict turns on them.',
  memory: 'What the label does not say stays not known.',
  battery: 'Size, plug and the order of its wires are compared next, the new one held beside the old.',
  wireless: 'Notch and antenna leads are compared next, at the socket. Firmware may refuse a card.',
};

const EXAMPLES: Readonly<Record<LabelledKind, string>> = {
  drive: '1 TB NVMe M.2 2280 · 2.5-inch 7 mm SATA 6 Gb/s 500 GB',
  memory: 'DDR4-3200 16 GB · 8GB 2Rx8 PC3L-12800S',
  battery: '52 Wh · 11.4 V 4600 mAh',
  wireless: 'Wi-Fi 802.11ax 2x2, key A+E',
};

const options = <T extends string>(...values: readonly T[]) =>
  values.map((value) => ({ value, label: value }));

/** A thing in the hand that no list knows: what its label says, filled in by itself where it can be read. */
@Component({
  selector: 'p-by-label',
  imports: [FormField, ChoiceField, Drawer, HoldsFocus, MoneyField, NumberField, TextField, Tick],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-drawer
      ariaCloseLabel="Close"
      header="From its label"
      position="right"
      [visible]="open()"
      (visibleChange)="open.set($event)"
      [modal]="true"
    >
      @if (open()) {
        <form (submit)="form.send($event)" novalidate>
          <p-text-field
            label="What stands on it, typed or scanned"
            fieldId="label-text"
            rows="2"
            [hint]="example()"
            [formField]="form.fields.text"
            (left)="read()"
          />
          <p-choice-field label="What it is" [options]="families()" [formField]="form.fields.family" />
          <div class="pair">
            <p-text-field label="Maker" fieldId="label-maker" [formField]="form.fields.maker" />
            <p-text-field label="Type" fieldId="label-name" [formField]="form.fields.name" />
          </div>
          @switch (form.typed().family) {
            @case ('') {}
            @case ('memory') {
              <p-choice-field label="Generation" [options]="memories" [formField]="form.fields.memory" />
              <div class="pair">
                <p-number-field label="Size" fieldId="label-gib" unit="GiB" [formField]="form.fields.gib" />
                <p-number-field
                  label="Speed"
                  fieldId="label-speed"
                  unit="MT/s"
                  [formField]="form.fields.megatransfers"
                />
              </div>
              <p-tick
                label="A low-voltage module (an L after the number)"
                [formField]="form.fields.lowVoltage"
              />
            }
            @case ('battery') {
              <p-number-field
                label="Watt-hours"
                fieldId="label-wh"
                unit="Wh"
                [formField]="form.fields.wattHours"
              />
            }
            @case ('wireless') {
              <p-choice-field
                label="Notches, by key"
                [options]="cardKeys"
                [formField]="form.fields.cardKey"
              />
              <p-number-field
                label="Snaps for antennas"
                fieldId="label-snaps"
                unit=""
                [formField]="form.fields.antennas"
              />
            }
            @default {
              <p-number-field
                label="Size"
                fieldId="label-size"
                unit="GB"
                [formField]="form.fields.markedGb"
              />
              @switch (form.typed().family) {
                @case ('m2') {
                  <p-choice-field
                    label="How long, mm"
                    [options]="lengths"
                    [formField]="form.fields.lengthMm"
                  />
                  <p-choice-field label="Notches, by key" [options]="keys" [formField]="form.fields.key" />
                  <p-choice-field
                    label="What it speaks"
                    [options]="protocols"
                    hint="A card with one notch, on the side of five contacts, mostly speaks NVMe; the label says which."
                    [formField]="form.fields.protocol"
                  />
                }
                @case ('msata') {
                  <p-choice-field label="How long" [options]="sizes" [formField]="form.fields.size" />
                }
                @default {
                  <p-number-field
                    label="How high"
                    fieldId="label-height"
                    unit="mm"
                    [formField]="form.fields.heightMm"
                  />
                  <p-choice-field label="Plug" [options]="plugs" [formField]="form.fields.connector" />
                  <p-choice-field label="Inside" [options]="media" [formField]="form.fields.medium" />
                }
              }
              <p-number-field
                label="Generation of its link; empty: not read"
                fieldId="label-generation"
                unit=""
                [formField]="form.fields.generation"
              />
            }
          }
          <p-choice-field label="Whose it is" [options]="sources" [formField]="form.fields.from" />
          @if (form.typed().from === 'bought') {
            <p-money-field
              label="Price without tax; empty: not known yet"
              fieldId="label-price"
              [formField]="form.fields.priceMinor"
            />
          }
          <p class="mu small">
            {{ stays() }}
          </p>
          <p class="fault" role="alert">{{ form.fault() }}</p>
          <button class="go big" type="submit" [disabled]="form.busy()">This is in my hand</button>
        </form>
      }
    </p-drawer>
  `,
  styles: `
    form {
      display: grid;
      gap: 12px;
    }
    .pair {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 12px;
    }
  `,
})
export class ByLabel {
  readonly open = model(false);
  /** What is wanted here. */
  readonly wants = input.required<LabelledKind>();
  readonly jobId = input.required<string>();
  readonly taken = output<InHand>();
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  protected readonly families = computed(() =>
    this.one() !== null
      ? [{ value: this.one() ?? '', label: this.say() }]
      : [
          { value: 'm2' as const, label: 'M.2' },
          { value: 'msata' as const, label: 'mSATA' },
          { value: '2.5-inch' as const, label: '2.5-inch' },
          { value: '3.5-inch' as const, label: '3.5-inch' },
        ],
  );
  /** The one family that goes here; null: drives come in several. */
  private readonly one = computed(() => {
    const wants = this.wants();
    return wants === 'drive' ? null : wants;
  });
  private readonly say = computed(() => PART_KIND_WORDS[this.one() ?? 'memory']);
  protected readonly example = computed(() => EXAMPLES[this.wants()]);
  protected readonly stays = computed(() => STAYS[this.wants()]);
  protected readonly lengths = options('30', '42', '60', '80', '110');
  protected readonly keys = options('B', 'M', 'B+M');
  protected readonly protocols = [
    { value: 'nvme', label: 'NVMe' },
    { value: 'sata', label: 'SATA' },
  ];
  protected readonly sizes = options('full', 'half');
  protected readonly plugs = options('sata', 'micro-sata', 'pata-44', 'pata-40', 'zif-40');
  protected readonly media = [
    { value: 'flash', label: 'flash' },
    { value: 'rotating', label: 'it turns' },
  ];
  protected readonly cardKeys = options('A', 'E', 'A+E', 'mini-pcie');
  protected readonly memories = options('ddr2', 'ddr3', 'ddr4', 'ddr5');
  protected readonly sources = [
    { value: 'own' as const, label: 'the customer’s own' },
    { value: 'bought' as const, label: 'bought for this job' },
  ];
  protected readonly form = form(FieldsSchema, {
    draft: { of: () => this.jobId(), name: 'by-label' },
    empty: () => ({
      text: '',
      family: this.one() ?? ('' as const),
      maker: '',
      name: '',
      markedGb: null,
      lengthMm: '',
      key: '',
      protocol: '',
      size: '',
      heightMm: null,
      connector: 'sata',
      medium: '',
      generation: null,
      memory: '',
      gib: null,
      megatransfers: null,
      lowVoltage: false,
      wattHours: null,
      cardKey: '',
      antennas: null,
      from: 'own' as const,
      priceMinor: null,
    }),
    send: (typed) => this.put(LabelledSchema.parse(labelledOf(typed)), typed),
  });

  private put(labelled: Labelled, { from, priceMinor }: Pick<InHand, 'from' | 'priceMinor'>) {
    const id = `hand-${newId()}`;
    return this.api.putLabelled({ body: { id, labelled } }).pipe(
      tap(() => {
        this.store.dispatch(KnowledgeActions.wanted());
        this.taken.emit({ id, from, priceMinor: from === 'bought' ? priceMinor : null });
        this.open.set(false);
      }),
    );
  }

  /** What the words say goes into the fields; what they do not say stays as it was typed. */
  protected read(): void {
    const facts = readLabelText(this.form.typed().text);
    const { family, memory, lengthMm } = facts;
    const known = this.families().find((one) => one.value === family)?.value;
    const { protocol, heightMm, connector, medium } = facts;
    const said = {
      family: known,
      memory,
      lengthMm: lengthMm === undefined ? undefined : String(lengthMm),
      ...this.figures(facts),
      protocol: protocol === 'pata' ? undefined : protocol,
      heightMm,
      connector,
      medium,
    };
    this.form.patch(Object.fromEntries(Object.entries(said).filter(([, value]) => value !== undefined)));
  }

  /** Of what is wanted here alone: one form holds them all. */
  private figures(said: LabelFacts): Record<string, unknown> {
    const { gib, markedGb, generation, megatransfers, lowVoltage, wattHours, key, antennas } = said;
    switch (this.wants()) {
      case 'memory':
        return { gib, megatransfers, lowVoltage };
      case 'battery':
        return { wattHours };
      case 'wireless':
        return { cardKey: key, antennas };
      case 'drive':
        return { markedGb, generation };
    }
  }
}
