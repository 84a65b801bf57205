import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { linkOf, rank, withMeasured, type Candidate, type Finding, type JobState, type Outcome } from '@petrichor/core';
import { Store } from '@ngrx/store';
import { Drawer } from 'primeng/drawer';
import { SelectButton } from 'primeng/selectbutton';
import { BayDrawing } from '../../drawing/bay-drawing';
import { Keys } from '../../shell/keys';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectDrives, selectModels } from '../../state/knowledge/knowledge.reducer';
import { jobDraft } from '../../ui/draft';
import { KeyBox } from '../../ui/key-box';
import { NumberField } from '../../ui/number-field';
import { StateMark, type MarkName } from '../../ui/state-mark';

const MARKS: Record<Outcome, MarkName> = { fits: 'settled', extras: 'needs', unknown: 'needs', no: 'stop' };
const WORDS: Record<Outcome, string> = { fits: 'holds', extras: 'with an extra', unknown: 'cannot tell', no: 'fails' };

/** Every drive of the shelf against the slot, each check with its numbers; one is taken. */
@Component({
  selector: 'p-match-section',
  imports: [FormsModule, Drawer, NumberField, SelectButton, BayDrawing, KeyBox, StateMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './match.html',
  styleUrl: './match.css',
})
export class MatchSection {
  readonly job = input.required<JobState>();
  private readonly store = inject(Store);
  private readonly desk = inject(JobDesk);
  private readonly models = this.store.selectSignal(selectModels);
  private readonly drives = this.store.selectSignal(selectDrives);
  protected readonly model = computed(() => this.models().find((one) => one.id === this.job().intake.modelId) ?? null);
  protected readonly slots = computed(() => (this.model()?.slots ?? []).map((slot) => ({ label: slot.label, value: slot.id })));
  private readonly slotPicked = signal<string | null>(null);
  protected readonly slot = computed(() => {
    const slots = this.model()?.slots ?? [];
    return slots.find((slot) => slot.id === (this.slotPicked() ?? this.job().choice?.slot.id)) ?? slots[0] ?? null;
  });
  protected readonly usedGb = jobDraft<number | null>(
    () => this.job().id,
    'usedGb',
    () => this.job().need.usedGb,
  );
  protected readonly wantedGb = jobDraft<number | null>(
    () => this.job().id,
    'wantedGb',
    () => this.job().need.wantedGb,
  );
  /** What the conclusion of Diagnose asks for. */
  protected readonly lookFor = computed(() => {
    const conclusion = this.job().conclusion;
    if (conclusion?.remedy.kind !== 'replace-drive') return '';
    return `${conclusion.say}: ${conclusion.remedy.medium === 'flash' ? 'a solid-state drive' : 'a drive'}${this.job().need.wantedGb === null ? '' : `, ${this.job().need.wantedGb} GB or more`}.`;
  });
  protected readonly candidates = computed((): Candidate[] => {
    const slot = this.slot();
    const job = this.job();
    if (!slot) return [];
    const ranked = rank(
      slot,
      this.drives().map((drive) => withMeasured(drive, job)),
      job.need,
    );
    // What the diagnosis asks for comes first; the rest stays in sight, since the customer may choose otherwise.
    const remedy = job.conclusion?.remedy;
    if (remedy?.kind !== 'replace-drive' || remedy.medium === 'any') return ranked;
    const asked = (one: Candidate) => one.drive.medium === remedy.medium;
    return [...ranked.filter(asked), ...ranked.filter((one) => !asked(one))];
  });
  private readonly picked = signal<string | null>(null);
  protected readonly at = computed(() => {
    const all = this.candidates();
    const wanted = this.picked() ?? this.job().choice?.drive.id;
    return all.find((one) => one.drive.id === wanted) ?? all[0] ?? null;
  });
  protected readonly atId = computed(() => this.at()?.drive.id ?? null);
  protected readonly link = computed(() => {
    const at = this.at();
    const slot = this.slot();
    return at && slot ? linkOf(slot, at.drive) : null;
  });
  protected readonly linkWords = computed(() => {
    const link = this.link();
    const own = this.at()?.drive.readBytesPerSecond;
    return link
      ? `${link.say}: ${this.rate(link.ceilingBytesPerSecond)} ceiling${own ? `; the drive could do ${this.rate(own)}` : ''}`
      : '';
  });
  protected readonly settles = computed(() => this.at()?.verdict.findings.find((one) => one.settles)?.settles ?? null);
  protected readonly measuring = signal(false);
  protected readonly reading = signal<number | null>(null);
  protected readonly tool = signal<'callipers' | 'ruler'>('callipers');
  protected readonly tools = [
    { label: 'callipers ±0.05', value: 'callipers' },
    { label: 'ruler ±0.5', value: 'ruler' },
  ];
  protected readonly fault = signal('');
  protected readonly chosenId = computed(() => (this.job().choice?.slot.id === this.slot()?.id ? this.job().choice?.drive.id : null));

  constructor() {
    inject(Keys).bind({
      ArrowDown: { say: 'Next drive', run: () => this.move(1) },
      ArrowUp: { say: 'Drive before', run: () => this.move(-1) },
      M: { say: 'Measure what is missing', run: () => this.measure() },
      T: { say: 'Take this drive', run: () => this.take() },
    });
  }

  protected pickSlot(id: string): void {
    this.slotPicked.set(id);
    this.picked.set(null);
    this.fault.set('');
  }

  protected pick(id: string): void {
    this.picked.set(id);
    this.fault.set('');
  }

  protected mark(outcome: Outcome): MarkName {
    return MARKS[outcome];
  }

  protected word(outcome: Outcome): string {
    return WORDS[outcome];
  }

  protected price(minor: number): string {
    return (minor / 100).toFixed(2);
  }

  protected rate(bytesPerSecond: number): string {
    return `${(bytesPerSecond / 1e9).toFixed(2)} GB/s`;
  }

  protected margin({ margin, outcome, have, need }: Finding): string {
    if (!margin) return have === need ? 'same' : WORDS[outcome];
    const digits = margin.unit === 'GB' ? 0 : 2;
    const sign = margin.value < 0 ? '−' : '+';
    return `${sign}${Math.abs(margin.value).toFixed(digits)}${margin.plusMinus > 0 ? ` ±${margin.plusMinus.toFixed(2).slice(1)}` : ''} ${margin.unit}`;
  }

  protected short({ verdict }: Candidate): string {
    return verdict.outcome === 'no' || verdict.outcome === 'unknown' ? verdict.because : verdict.headline;
  }

  protected stateNeed(): void {
    const whole = (value: number | null) => (value === null ? null : Math.round(value));
    this.fault.set(
      this.desk.give(this.job(), { type: 'state-need', usedGb: whole(this.usedGb()), wantedGb: whole(this.wantedGb()) })?.sentence ?? '',
    );
  }

  protected take(): void {
    const at = this.at();
    const slot = this.slot();
    if (at && slot)
      this.fault.set(this.desk.give(this.job(), { type: 'choose-drive', slotId: slot.id, driveId: at.drive.id })?.sentence ?? '');
  }

  protected measure(): void {
    if (!this.settles()) return this.fault.set('Nothing is missing on this drive: every check has its numbers.');
    this.fault.set('');
    this.measuring.set(true);
  }

  protected keepReading(): void {
    const at = this.at();
    const settles = this.settles();
    const mm = this.reading();
    if (!at || !settles) return;
    if (mm === null) return this.fault.set('Type what you read, in mm.');
    const refusal = this.desk.give(this.job(), { type: 'measure-drive', driveId: at.drive.id, key: settles.key, mm, with: this.tool() });
    this.fault.set(refusal?.sentence ?? '');
    if (refusal) return;
    this.picked.set(at.drive.id);
    this.reading.set(null);
    this.measuring.set(false);
  }

  private move(by: number): void {
    const all = this.candidates();
    const at = all.findIndex((one) => one.drive.id === this.at()?.drive.id);
    const to = all[Math.max(0, Math.min(all.length - 1, at + by))];
    if (to) this.pick(to.drive.id);
  }
}
