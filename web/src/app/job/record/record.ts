import { ChangeDetectionStrategy, Component, computed, effect, inject, input, resource, signal, untracked } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { CONTRACT, hrefOf } from '@petrichor/api';
import { SAY_RECOVERY_KEY, SAY_SEALS, sayConditionMark, stillOut, sayItem, type JobState, type WaitsFor } from '@petrichor/core/job';
import { tellHistory } from '@petrichor/core/ledger';
import { claimSlip, pageSheets } from '@petrichor/core/papers';
import type { Typeface } from '@petrichor/core/sheets';
import { Store } from '@ngrx/store';
import { InputText } from 'primeng/inputtext';
import { firstValueFrom } from 'rxjs';
import { ConnectionLine } from '../../shell/connection-line';
import { Keys } from '../../shell/keys';
import { sayDay, sayMoment, sayWhen } from '../../shell/promise';
import { Api } from '../../state/api';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectPricing } from '../../state/knowledge/knowledge.reducer';
import { PhotoKeeper } from '../../state/photos/photo-keeper';
import { selectAccount, selectWorkshopName } from '../../state/session/session.reducer';
import { Choice, type ChoiceOption } from '../../ui/choice';
import { KeyBox } from '../../ui/key-box';
import { PaperChoice } from '../../ui/paper-choice';
import { Photo } from '../../ui/photo';
import { savePdf } from '../../ui/save-pdf';
import { PriceLines } from '../agree/price-lines';
import { SealedPanel } from './sealed-panel';
import { TagsPanel } from './tags-panel';
import { emptyJobDraft } from '../../ui/draft';

/** Everything about a job that is no work on it: what the counter wrote, sealed notes, tags, waiting, its history, and its document. */
@Component({
  selector: 'p-record',
  imports: [FormsModule, RouterLink, InputText, Choice, ConnectionLine, KeyBox, Photo, PriceLines, SealedPanel, TagsPanel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './record.html',
  styleUrl: './record.css',
})
export class RecordScreen {
  readonly jobId = input.required<string>();
  private readonly desk = inject(JobDesk);
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly store = inject(Store);
  private readonly keeper = inject(PhotoKeeper);
  private readonly pricing = this.store.selectSignal(selectPricing);
  private readonly workshop = this.store.selectSignal(selectWorkshopName);
  protected readonly account = this.store.selectSignal(selectAccount);
  protected readonly paper = inject(PaperChoice);
  protected readonly open = this.desk.open(this.jobId);
  protected readonly job = computed(() => this.open()?.shown ?? null);
  protected readonly when = sayWhen;
  protected readonly fault = signal('');
  protected readonly kinds: readonly ChoiceOption<WaitsFor>[] = [
    { label: 'the customer', value: 'customer' },
    { label: 'another hand', value: 'hand' },
    { label: 'a specialist', value: 'specialist' },
  ];
  protected readonly kind = signal<WaitsFor>('customer');
  protected readonly what = emptyJobDraft(() => this.jobId(), 'record-what', '');
  protected readonly who = emptyJobDraft(() => this.jobId(), 'record-who', '');
  protected readonly until = emptyJobDraft(() => this.jobId(), 'record-until', '');
  protected readonly promise = emptyJobDraft(() => this.jobId(), 'record-promise', '');
  protected readonly because = emptyJobDraft(() => this.jobId(), 'record-because', '');
  protected readonly facts = computed(() => {
    const job = this.job();
    return job ? factsOf(job) : [];
  });
  /** What was in the machine's tray when it was closed, and what was left open: a comeback begins by looking at it. */
  protected readonly tray = computed(() => {
    const job = this.job();
    if (!job) return [];
    const out = new Set(stillOut(job).map((item) => item.id));
    return job.tray.map((item) => ({
      id: item.id,
      say: item.out > 0 ? sayItem(item) : `${item.of} × ${item.label}`,
      out: out.has(item.id) || item.out > 0,
    }));
  });
  protected readonly steps = computed(
    () => this.job()?.way?.steps.map((step) => ({ id: step.id, title: step.title, leg: step.leg })) ?? [],
  );
  protected readonly photos = computed(() => {
    const job = this.job();
    if (!job) return [];
    return [
      ...job.intake.condition.photos.map((hash) => ({ hash, words: 'Outside, at intake' })),
      ...job.notes.flatMap((note) => note.photos.map((hash) => ({ hash, words: note.text }))),
    ];
  });
  protected readonly documentOf = (jobId: string): string => hrefOf(CONTRACT.jobDocument, { params: { jobId } });
  protected readonly history = resource({
    // The history follows the job: every event that is confirmed adds to it.
    params: () => ({ jobId: this.jobId(), seq: this.open()?.confirmed?.seq ?? 0 }),
    loader: async ({ params }) =>
      tellHistory((await firstValueFrom(this.api.events({ params: { jobId: params.jobId }, query: { after: 0 } }))).events).reverse(),
  });

  constructor() {
    effect(() => {
      const id = this.jobId();
      untracked(() => this.desk.fetch(id));
    });
    inject(Keys).bind({
      Escape: { say: 'Back to the job', run: () => void this.router.navigate(['/jobs', this.jobId()]) },
      C: { say: 'Claim slip for the customer', run: () => void this.slip() },
    });
  }

  protected wait(): void {
    this.give(
      { type: 'wait-for', kind: this.kind(), what: this.what().trim(), who: this.who().trim(), until: this.until() || null },
      () => {
        this.what.set('');
        this.who.set('');
        this.until.set('');
      },
    );
  }

  protected movePromise(): void {
    const to = this.promise() ? new Date(this.promise()).toISOString() : '';
    this.give({ type: 'move-promise', to, because: this.because().trim() }, () => {
      this.promise.set('');
      this.because.set('');
    });
  }

  protected async slip(): Promise<void> {
    const job = this.job();
    if (!job) return;
    const when = { takenIn: sayMoment(job.openedAt), promised: sayMoment(job.intake.promisedAt) };
    const head = { workshop: this.workshop() ?? '', number: job.number, day: sayDay(job.openedAt) };
    const sheets = (face: Typeface) => pageSheets(claimSlip(job, this.pricing(), when), head, this.paper.name(), face);
    this.fault.set(await savePdf(`claim-slip-${job.number}.pdf`, sheets, (hash) => this.keeper.bytes(hash)));
  }

  private give(command: Parameters<JobDesk['give']>[1], then: () => void): void {
    const job = this.job();
    if (!job) return;
    const refusal = this.desk.give(job, command);
    this.fault.set(refusal?.sentence ?? '');
    if (!refusal) then();
  }
}

function factsOf(job: JobState): { term: string; says: string }[] {
  const { intake } = job;
  const row = (term: string, says: string) => (says === '' ? [] : [{ term, says }]);
  return [
    ...row('Customer', `${intake.customer.name}${intake.customer.reach ? `, ${intake.customer.reach}` : ''}`),
    ...row('Machine', `${intake.modelName}, ${intake.serial}`),
    ...row('Complaint', `“${intake.complaint}”`),
    ...row('Must not be lost', intake.mustNotLose),
    ...row('With it', intake.accessories),
    ...row('Outside', [...intake.condition.marks.map(sayConditionMark), intake.condition.words].filter(Boolean).join('; ')),
    ...row('Encryption', intake.encryption === 'unknown' ? 'nobody asked' : intake.encryption),
    ...row('Recovery key', intake.encryption === 'no' ? '' : SAY_RECOVERY_KEY[intake.recoveryKey]),
    ...row('Warranty', intake.warranty),
    ...row('Seals', SAY_SEALS[intake.seals]),
  ];
}
