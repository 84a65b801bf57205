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
import { FormField } from '@angular/forms/signals';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { CONTRACT, hrefOf } from '@petrichor/api';
import {
  commandFields,
  SAY_RECOVERY_KEY,
  SAY_SEALS,
  sayConditionMark,
  stillOut,
  sayItem,
  type JobCommand,
  type JobState,
  type Refusal,
  type WaitsFor,
} from '@petrichor/core/job';
import { tellHistory } from '@petrichor/core/ledger';
import { claimSlip, pageSheets } from '@petrichor/core/papers';
import type { Typeface } from '@petrichor/core/sheets';
import { firstValueFrom } from 'rxjs';
import { z } from 'zod';
import { ConnectionLine } from '../../shell/connection-line';
import { Keys } from '../../shell/keys';
import { sayDay, sayMoment, sayWhen } from '../../shell/promise';
import { Api } from '../../state/api';
import { JobDesk } from '../../state/jobs/job-desk';
import { selectPricing } from '../../state/knowledge/knowledge.reducer';
import { PhotoKeeper } from '../../state/photos/photo-keeper';
import { selectAccount, selectWorkshopName } from '../../state/session/session.reducer';
import { type ChoiceOption } from '../../ui/choice';
import { ChoiceField } from '../../ui/field/choice-field';
import { TextField } from '../../ui/field/text-field';
import { form } from '../../ui/form';
import { KeyBox } from '../../ui/key-box';
import { PaperChoice } from '../../ui/paper-choice';
import { Photo } from '../../ui/photo';
import { savePdf } from '../../ui/save-pdf';
import { PriceLines } from '../agree/price-lines';
import { SealedPanel } from './sealed-panel';
import { TagsPanel } from './tags-panel';

/**
 * Everything about a job that is no work on it: what the counter wrote, sealed notes, tags, waiting, its
 * history, and its document.
 */
@Component({
  selector: 'p-record',
  imports: [
    FormField,
    RouterLink,
    ChoiceField,
    ConnectionLine,
    KeyBox,
    Photo,
    PriceLines,
    SealedPanel,
    TagsPanel,
    TextField,
  ],
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
  protected readonly waiting = form(commandFields('wait-for').extend({ until: z.string() }), {
    draft: { of: () => this.jobId(), name: 'record' },
    empty: { kind: 'customer', what: '', who: '', until: '' },
    send: ({ until, ...given }) => this.give({ type: 'wait-for', ...given, until: until || null }),
  });
  protected readonly promising = form(
    commandFields('move-promise').extend({ to: z.string().min(1, 'Choose the day and time you promise.') }),
    {
      draft: { of: () => this.jobId(), name: 'promise' },
      empty: { to: '', because: '' },
      send: ({ to, because }) => this.give({ type: 'move-promise', to: new Date(to).toISOString(), because }),
    },
  );
  protected readonly facts = computed(() => {
    const job = this.job();
    return job ? factsOf(job) : [];
  });
  /**
   * What was in the machine's tray when it was closed, and what was left open: a comeback begins by looking
   * at it.
   */
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
  protected readonly documentOf = (jobId: string): string =>
    hrefOf(CONTRACT.jobDocument, { params: { jobId } });
  protected readonly history = resource({
    // The history follows the job: every event that is confirmed adds to it.
    params: () => ({ jobId: this.jobId(), seq: this.open()?.confirmed?.seq ?? 0 }),
    loader: async ({ params }) =>
      tellHistory(
        (await firstValueFrom(this.api.events({ params: { jobId: params.jobId }, query: { after: 0 } })))
          .events,
      ).reverse(),
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

  protected async slip(): Promise<void> {
    const job = this.job();
    if (!job) return;
    const when = { takenIn: sayMoment(job.openedAt), promised: sayMoment(job.intake.promisedAt) };
    const head = { workshop: this.workshop() ?? '', number: job.number, day: sayDay(job.openedAt) };
    const sheets = (face: Typeface) =>
      pageSheets(claimSlip(job, this.pricing(), when), head, this.paper.name(), face);
    this.fault.set(await savePdf(`claim-slip-${job.number}.pdf`, sheets, (hash) => this.keeper.bytes(hash)));
  }

  private give(command: JobCommand): Refusal | null {
    const job = this.job();
    return job ? this.desk.give(job, command) : null;
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
    ...row(
      'Outside',
      [...intake.condition.marks.map(sayConditionMark), intake.condition.words].filter(Boolean).join('; '),
    ),
    ...row('Encryption', intake.encryption === 'unknown' ? 'nobody asked' : intake.encryption),
    ...row('Recovery key', intake.encryption === 'no' ? '' : SAY_RECOVERY_KEY[intake.recoveryKey]),
    ...row('Warranty', intake.warranty),
    ...row('Seals', SAY_SEALS[intake.seals]),
  ];
}
