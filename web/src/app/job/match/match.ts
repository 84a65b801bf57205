import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { NgTemplateOutlet } from '@angular/common';
import { SAY_CHANGE, sayChange, type JobState, type Possible } from '@petrichor/core/job';
import { sayMinutes, sayMoney } from '@petrichor/core/units';
import { Keys } from '../../shell/keys';
import { JobDesk } from '../../state/jobs/job-desk';
import { KeyBox } from '../../ui/key-box';
import { newId } from '../../ui/new-id';
import { WhyDrawer } from '../../ui/why-drawer';
import { FoundPanel } from '../found/found-panel';
import { GateAct } from '../gate-act';
import { AddChange } from './add-change';
import { ByLabel, type InHand, type LabelledKind } from './by-label';
import { ChangeList, goes, type Row } from './change-list';
import { DriveChangePanel } from './drive-change';
import { ExtrasOf } from './extras-of';
import { OpeningLineDrawing } from './opening-line';
import { PartChangePanel } from './part-change';
import { PlainChangePanel } from './plain-change';
import { MatchProof } from './proof';
import { SourceOfThing } from './source-of-thing';
import { ChangeStrips } from './strips';
import { isDriveKind } from './wanted';
import { sayList } from './say-list';

/** This machine's places, the change in hand, and the list: what fits, what it adds, one opening for all. */
@Component({
  selector: 'p-match-section',
  imports: [
    AddChange,
    ByLabel,
    ChangeStrips,
    DriveChangePanel,
    ExtrasOf,
    FoundPanel,
    KeyBox,
    MatchProof,
    NgTemplateOutlet,
    OpeningLineDrawing,
    PartChangePanel,
    PlainChangePanel,
    SourceOfThing,
    WhyDrawer,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './match.html',
  styleUrl: './match.css',
})
export class MatchSection {
  readonly job = input.required<JobState>();
  protected readonly list = new ChangeList(this.job);
  private readonly desk = inject(JobDesk);
  protected readonly drive = viewChild(DriveChangePanel);
  protected readonly part = viewChild(PartChangePanel);
  private readonly plain = viewChild(PlainChangePanel);
  protected readonly adding = signal(false);
  protected readonly labelling = signal(false);
  protected readonly scouting = signal(false);
  /** A sentence where it is refused. */
  protected readonly scout = (why: string): string | null => {
    const placeId = this.row()?.change.placeId;
    return placeId
      ? (this.desk.give(this.job(), { type: 'scout', slotId: placeId, why })?.sentence ?? null)
      : 'Say first which place it is about.';
  };
  /** What may be described by its label here; null: nothing goes in that a label describes. */
  protected readonly labelled = computed((): LabelledKind | null => {
    if (this.list.begun()) return null;
    if (this.kind() === 'drive') return 'drive';
    const kind = this.row()?.change.kind;
    return kind === 'memory' || kind === 'battery' || kind === 'wireless' ? kind : null;
  });
  protected readonly listFault = signal('');
  protected readonly row = this.list.inHand;
  protected readonly kind = computed(() => {
    const kind = this.row()?.change.kind;
    if (!kind) return 'none' as const;
    if (isDriveKind(kind)) return 'drive' as const;
    return kind === 'memory' || kind === 'battery' || kind === 'wireless' || kind === 'cooling'
      ? ('part' as const)
      : ('plain' as const);
  });
  /** What is looked at of the change in hand: it may be another thing than the one that is planned. */
  protected readonly verdict = computed(
    () => this.drive()?.at()?.verdict ?? this.part()?.verdict() ?? this.row()?.change.verdict ?? null,
  );
  protected readonly isTaken = computed(() => {
    const drive = this.drive();
    if (drive) return drive.at() !== null && drive.at()?.drive.id === drive.chosenId();
    return this.part()?.isTaken() ?? this.plain()?.isTaken() ?? false;
  });
  protected readonly head = computed(() => sayList(this.list.counted(), this.verdict()));
  protected readonly refused = computed(() => {
    const verdict = this.verdict();
    if (verdict) return verdict.outcome === 'no' || verdict.outcome === 'unknown';
    const row = this.row();
    return row === null || !goes(row.change);
  });
  /** Where a lead may take what is refused all the same. */
  protected readonly against = computed(() => {
    const panel = this.drive() ?? this.part();
    return this.verdict() && this.refused() && panel?.lead() ? panel : null;
  });
  protected readonly fault = computed(
    () => this.drive()?.fault() || this.part()?.fault() || this.plain()?.fault() || this.listFault(),
  );
  protected readonly line = computed(() => {
    const line = this.list.line();
    return line && 'minutes' in line ? line : null;
  });
  protected readonly noLine = computed(() => {
    const line = this.list.line();
    return line && 'problem' in line ? line.problem : '';
  });
  protected readonly numbers = computed(() =>
    Object.fromEntries(
      this.list
        .counted()
        .flatMap(({ number, change, id }) =>
          [change.placeId, change.toPlaceId].flatMap((place) =>
            place === null ? [] : [[place, { number, inHand: id === this.row()?.id }]],
          ),
        ),
    ),
  );
  /** What may be done at each place, for the panel of places. */
  protected readonly offers = computed(() => {
    const offers: Record<string, { say: string; run: () => void }[]> = {};
    for (const one of this.list.possible())
      if (one.placeId !== null)
        (offers[one.placeId] ??= []).push({ say: SAY_CHANGE[one.kind], run: () => this.add(one) });
    return offers;
  });
  protected readonly cheap = computed(() =>
    this.list.cheap().map((one) => ({
      one,
      say: sayChange({ ...one, slot: null, original: '', thing: null }),
      what: one.part?.name ?? '',
      price: one.part ? sayMoney(one.part.priceMinor) : '',
      adds: `+${Math.round(one.minutes)} min`,
    })),
  );
  protected readonly takeSays = computed(() => {
    if (this.isTaken()) return 'Taken';
    return this.kind() === 'drive' ? 'Take this drive' : 'Take this change';
  });

  constructor() {
    const numbers = Object.fromEntries(
      Array.from({ length: 9 }, (_, at) => [
        String(at + 1),
        {
          say: at === 0 ? 'Leave a change out, or put it back, 1 to 9' : '',
          run: () => this.leaveOut(this.list.rows()[at]),
        },
      ]),
    );
    inject(Keys).bind({
      A: { say: 'Add a change', run: () => this.adding.set(true) },
      E: {
        say: 'A thing in the hand that no list knows: from its label',
        run: () => this.labelling.set(this.labelled() !== null),
      },
      V: { say: 'Open it first, to look and measure', run: () => this.scouting.set(this.row() !== null) },
      ...numbers,
    });
    inject(GateAct).offer(() => this.act());
  }

  protected choose(id: string): void {
    this.listFault.set('');
    this.list.select(id);
  }

  /** A place of the machine was pressed: its change comes in hand. */
  protected atPlace(placeId: string): void {
    const row = this.list.counted().find((one) => one.change.placeId === placeId);
    if (row) this.choose(row.id);
  }

  protected add(possible: Pick<Possible, 'kind' | 'placeId'>, pick: string | null = null): void {
    this.listFault.set(this.list.begun() ? 'The machine is open already: what is planned stays.' : '');
    if (!this.list.begun()) this.list.add(possible, newId(), { pick });
  }

  protected leaveOut(row: Row | undefined): void {
    if (row) this.listFault.set(this.list.leaveOut(row));
  }

  protected take(): void {
    this.listFault.set('');
    (this.drive() ?? this.part() ?? this.plain())?.take();
  }

  protected inHand({ id, from, priceMinor }: InHand): void {
    this.source({ pick: id, from, priceMinor });
  }

  protected source(own: Parameters<ChangeList['patch']>[1]): void {
    const row = this.row();
    if (row) this.list.patch(row.id, own);
  }

  private act() {
    const open = this.list.takeable();
    if (open.length === 0 || this.list.begun()) return null;
    const all = this.list.counted();
    const parts = open.reduce((sum, { change }) => sum + (change.thing?.priceMinor ?? 0), 0);
    const line = this.line();
    return {
      say: sayTake(open, all),
      detail: [`parts ${sayMoney(parts)}`, ...(line ? [`opening ${sayMinutes(line.minutes)}`] : [])].join(
        ', ',
      ),
      run: () => this.listFault.set(this.list.takeAll()),
    };
  }
}

const NUMBERS = ['none', 'it', 'both', 'all three', 'all four', 'all five', 'all six'];

/** `Take it` · `Take both` · `Take two of three` */
function sayTake(open: readonly Row[], all: readonly Row[]): string {
  const wanted = all.filter((one) => !one.taken);
  if (open.length < wanted.length) return `Take ${open.length} of ${wanted.length}`;
  return `Take ${NUMBERS[open.length] ?? `all ${open.length}`}`;
}
