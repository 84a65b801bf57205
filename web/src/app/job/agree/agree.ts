import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  resource,
  signal,
  untracked,
} from '@angular/core';
import { Store } from '@ngrx/store';
import {
  agreementHolds,
  billNow,
  isUnfitToStay,
  isWish,
  paidMinor,
  placeOf,
  SAY_HOW,
  slotsOfJob,
  type AgreedHow,
  type JobState,
  mainDrive,
} from '@petrichor/core/job';
import { sayMbs } from '@petrichor/core/prove';
import {
  depositOf,
  SAY_OPTION,
  sayTax,
  taxesOf,
  suggest,
  worthIt,
  type QuoteOption,
} from '@petrichor/core/quote';
import { sayMinutes, sayMoney, sure } from '@petrichor/core/units';
import { Keys } from '../../shell/keys';
import { sayWhen } from '../../shell/promise';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectDrives, selectKnowledge, selectModels } from '../../state/knowledge/knowledge.reducer';
import { type ChoiceOption } from '../../ui/choice';
import { jobDraft } from '../../ui/draft';
import { ChoiceField } from '../../ui/field/choice-field';
import { MoneyField } from '../../ui/field/money-field';
import { TextField } from '../../ui/field/text-field';
import { KeyBox } from '../../ui/key-box';
import { StateMark } from '../../ui/state-mark';
import { Ranker } from '../../workers/ranker';
import { OrdersPanel } from './orders-panel';
import { PriceLines } from './price-lines';

/** Drives of the ranking that are looked at for the options. */
const LOOKED_AT = 200;

/** Two or three options side by side, what the customer said, and what has to be ordered. */
@Component({
  selector: 'p-agree-section',
  imports: [ChoiceField, KeyBox, MoneyField, OrdersPanel, PriceLines, StateMark, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './agree.html',
  styleUrls: ['../section.css', './agree.css'],
})
export class AgreeSection {
  readonly job = input.required<JobState>();
  private readonly desk = inject(JobDesk);
  private readonly ranker = inject(Ranker);
  private readonly store = inject(Store);
  private readonly knowledge = this.store.selectSignal(selectKnowledge);
  private readonly models = this.store.selectSignal(selectModels);
  private readonly drives = this.store.selectSignal(selectDrives);
  protected readonly money = sayMoney;
  protected readonly fault = signal('');
  protected readonly machineMinor = jobDraft<number | null>(
    () => this.job().id,
    'machine-worth',
    () => this.job().offer?.machineMinor ?? null,
  );
  protected readonly who = jobDraft(
    () => this.job().id,
    'agreed-who',
    () => this.job().agreement?.who ?? this.job().intake.customer.name,
  );
  protected readonly how = jobDraft<AgreedHow>(
    () => this.job().id,
    'agreed-how',
    () => this.job().agreement?.how ?? 'phone',
  );
  protected readonly words = jobDraft(
    () => this.job().id,
    'agreed-words',
    () => '',
  );
  /** Null: as the workshop usually asks for it. */
  protected readonly deposit = jobDraft<number | null>(
    () => this.job().id,
    'agree-deposit',
    () => this.job().agreement?.depositMinor ?? null,
  );
  protected readonly hows: readonly ChoiceOption<AgreedHow>[] = (Object.keys(SAY_HOW) as AgreedHow[]).map(
    (value) => ({
      value,
      label: SAY_HOW[value],
    }),
  );
  private readonly picked = signal<string | null>(null);

  private readonly ranking = resource({
    params: () => {
      const job = this.job();
      const now = mainDrive(job);
      const place = now ? placeOf(job, now.slot.id, this.knowledge()) : null;
      // What this job has reserved is there for it.
      return place && now ? { place, drives: this.drives(), own: [now.drive] } : undefined;
    },
    loader: ({ params }) => this.ranker.candidates(params.place, params.drives, LOOKED_AT, params.own),
  });
  /** A free slot in which a second drive could stand beside the old one. */
  private readonly adding = resource({
    params: () => {
      const job = this.job();
      const model = this.models().find((one) => one.id === job.intake.modelId);
      const free =
        model &&
        slotsOfJob(model, job).find(
          (slot) => slot.fitted === null && slot.kind !== 'soldered' && slot.id !== mainDrive(job)?.slot.id,
        );
      // A drive that does not read well is not offered to be kept in use.
      const place =
        free && !isUnfitToStay(job)
          ? placeOf({ ...job, need: { ...job.need, plan: 'add' } }, free.id, this.knowledge())
          : null;
      return place && free ? { place, drives: this.drives(), slotId: free.id } : undefined;
    },
    loader: async ({ params }) => ({
      slotId: params.slotId,
      ranked: await this.ranker.candidates(params.place, params.drives, LOOKED_AT),
    }),
  });
  protected readonly suggested = computed(() => {
    const job = this.job();
    const choice = mainDrive(job);
    if (!choice) return job.changes.length > 0 ? [{ kind: 'advised' as const, slotId: '', driveId: '' }] : [];
    // What the customer brought, or what was bought for this job, has no others beside it.
    if (choice.change.thing?.from !== 'shelf')
      return [{ kind: 'advised' as const, slotId: choice.slot.id, driveId: choice.drive.id }];
    const ranked = this.ranking.value();
    return ranked ? suggest(choice.slot.id, ranked, choice, this.adding.value() ?? null) : [];
  });
  protected readonly offer = computed(() => this.job().offer);
  protected readonly options = computed(() =>
    (this.offer()?.options ?? []).map((option) => this.row(option)),
  );
  protected readonly chosen = computed(() => {
    const options = this.options();
    const now = mainDrive(this.job());
    const wanted = this.picked() ?? keyOf({ slotId: now?.slot.id ?? '', driveId: now?.drive.id ?? '' });
    return options.find((one) => one.key === wanted) ?? options[0] ?? null;
  });
  protected readonly usualDeposit = computed(() => {
    const option = this.chosen()?.option;
    const pricing = this.offer()?.pricing;
    return option && pricing && option.waitsFor.length > 0 ? depositOf(option.bill.totalMinor, pricing) : 0;
  });
  protected readonly worth = computed(() => {
    const [option, offer] = [this.chosen()?.option, this.offer()];
    return option && offer ? worthIt(option.bill.totalMinor, offer.machineMinor) : null;
  });
  protected readonly headline = computed(() => {
    const job = this.job();
    if (!job.offer) return 'Nothing is offered yet.';
    if (agreementHolds(job)) return `Agreed: ${sayMoney(sure(job.agreement).totalMinor)}.`;
    const bill = billNow(job);
    return job.agreement && bill ? `Ask again: it is ${sayMoney(bill.totalMinor)} now.` : 'Waits for a yes.';
  });
  protected readonly agreed = computed(() => {
    const { agreement } = this.job();
    return agreement
      ? `${agreement.who} agreed ${SAY_HOW[agreement.how]}, ${sayWhen(agreement.at)}, told by ${agreement.by.name}.${agreement.words ? ` “${agreement.words}”` : ''}`
      : '';
  });
  protected readonly ceiling = computed(() => {
    const [limit, option] = [this.job().intake.ceilingMinor, this.chosen()?.option];
    return limit !== null && option && option.bill.totalMinor > limit
      ? `${sayMoney(option.bill.totalMinor - limit)} above what the customer named at the counter, ${sayMoney(limit)}: say so when you ask.`
      : '';
  });
  protected readonly depositDue = computed(() => {
    const { agreement } = this.job();
    return agreement && agreement.depositMinor > paidMinor(this.job())
      ? `A deposit of ${sayMoney(agreement.depositMinor)} was agreed; ${sayMoney(paidMinor(this.job()))} is paid.`
      : '';
  });

  constructor() {
    const numbers = Object.fromEntries(
      [0, 1, 2, 3].map((at) => [
        String(at + 1),
        { say: at === 0 ? 'Choose an option, 1 to 4' : '', run: () => this.pickAt(at) },
      ]),
    );
    effect(() => {
      if (this.wanted() && !this.ranking.isLoading()) untracked(() => this.workOut());
    });
    inject(Keys).bind({
      O: { say: 'Work out the offer with today’s prices', run: () => this.workOut() },
      ...numbers,
    });
  }

  /** Asked for while the shelf was still being ranked. */
  protected readonly wanted = signal(false);

  protected pick(key: string): void {
    this.picked.set(key);
  }

  private pickAt(at: number): void {
    const option = this.options()[at];
    if (option) this.pick(option.key);
  }

  protected workOut(): void {
    const options = this.suggested();
    // Pressed before the shelf is ranked: it is worked out as soon as that is done, once.
    if (this.ranking.isLoading()) {
      this.wanted.set(true);
      return this.fault.set('');
    }
    this.wanted.set(false);
    if (options.length === 0)
      return this.fault.set(
        'Nothing on the list fits and can be had. Take a drive at Match first, or write lead times on the shelf.',
      );
    const command = {
      type: 'offer',
      options: options.map((one) => ({ ...one })),
      machineMinor: this.machineMinor(),
    } as const;
    this.fault.set(this.desk.give(this.job(), command)?.sentence ?? '');
  }

  protected sayYes(): void {
    const option = this.chosen()?.option;
    if (!option) return;
    const { slotId, driveId } = option;
    const who = this.who().trim();
    const depositMinor = this.deposit() ?? null;
    const command = {
      type: 'agree',
      slotId,
      driveId,
      who,
      how: this.how(),
      depositMinor,
      words: this.words().trim(),
    } as const;
    const refusal = this.desk.give(this.job(), command);
    this.fault.set(refusal?.sentence ?? '');
    if (!refusal) this.words.set('');
  }

  private row(option: QuoteOption) {
    const { gives, bill } = option;
    const wait =
      option.waitsFor.length === 0
        ? 'all of it is here'
        : option.waitDays === null
          ? `wait: nobody knows, for ${option.waitsFor.join(', ')}`
          : `wait ${option.waitDays} ${option.waitDays === 1 ? 'day' : 'days'}, for ${option.waitsFor.join(', ')}`;
    return {
      option,
      key: keyOf(option),
      name: option.kind === 'cheapest' && isWish(this.job()) ? 'Cheapest' : SAY_OPTION[option.kind],
      what: option.drive || option.besides.map(({ say }) => say).join('; '),
      total: `${bill.isFrom ? 'from ' : ''}${sayMoney(bill.totalMinor)}`,
      lines: bill.lines.map((line) => ({
        say: line.quantity > 1 ? `${line.quantity} × ${line.say}` : line.say,
        amount: sayMoney(line.netMinor),
      })),
      taxes: taxesOf(bill).map(({ basisPoints, netMinor, taxMinor }, _, all) => ({
        say: `Tax, ${sayTax(basisPoints)}${all.length > 1 ? ` of ${sayMoney(netMinor)}` : ''}`,
        amount: sayMoney(taxMinor),
      })),
      rounding: bill.roundingMinor === 0 ? null : sayMoney(bill.roundingMinor),
      gives: [
        ...(gives ? givesOf(gives) : []),
        `${sayMinutes(option.handsMinutes)} of hands; ${wait}`,
        ...(gives ? [gives.risk] : []),
      ],
    };
  }
}

const keyOf = ({ slotId, driveId }: { slotId: string; driveId: string }): string => `${slotId} ${driveId}`;

/** What the drive gives in its slot, a line each. */
const givesOf = ({
  usableGb,
  bytesPerSecond,
  link,
  lifeYears,
}: NonNullable<QuoteOption['gives']>): string[] => [
  `${usableGb} GB usable`,
  bytesPerSecond === null ? `over ${link}` : `reads ${sayMbs(bytesPerSecond)} here, over ${link}`,
  lifeYears === null ? 'life: the maker states none' : `life about ${lifeYears} years at 20 GB written a day`,
];
