import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
  ElementRef,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { FormField } from '@angular/forms/signals';
import { Store } from '@ngrx/store';
import { catchError, tap, throwError, type Observable } from 'rxjs';
import type { CustomersReply, OpenJob } from '@petrichor/api';
import { findModels, sayModel, type MachineModel } from '@petrichor/core/hardware';
import {
  BASELINE_CHECKS,
  checksOf,
  ConditionSchema,
  NewIntakeSchema,
  SAY_WISH,
  WISHES,
  lookAlikesIn,
  SAY_RECOVERY_KEY,
  SAY_SEALS,
  type BaselineId,
  type Baseline,
  type Intake,
  type Wish,
  type Working,
} from '@petrichor/core/job';
import type { LedgerRow } from '@petrichor/core/ledger';
import { format } from 'date-fns';
import { ConnectionLine } from '../shell/connection-line';
import { Keys } from '../shell/keys';
import { Api, faultOf } from '../state/api';
import { JobsActions } from '../state/jobs/jobs.actions';
import { SentLog } from '../state/jobs/sent-log';
import { KnowledgeActions, selectKnowledgeState, selectModels } from '../state/knowledge/knowledge.reducer';
import { selectAccount } from '../state/session/session.reducer';
import { Choice } from '../ui/choice';
import { draft } from '../ui/draft';
import { ChoiceField } from '../ui/field/choice-field';
import { MoneyField } from '../ui/field/money-field';
import { SelectField } from '../ui/field/select-field';
import { SuggestField, type Suggestion } from '../ui/field/suggest-field';
import { TextField } from '../ui/field/text-field';
import { form, type TypedOf } from '../ui/form';
import { KeyBox } from '../ui/key-box';
import { newId } from '../ui/new-id';
import { ConditionField } from './condition-field';
import { MachineKnown } from './machine-known';
import { Focus } from '../shell/focus';

type Typed = TypedOf<typeof NewIntakeSchema>;

/** What nobody has said yet. What works is tried, not supposed. */
const BLANK: Typed = {
  customer: { id: null, name: '', reach: '' },
  modelId: '',
  modelName: '',
  serial: '',
  fault: true,
  wishes: [],
  complaint: '',
  mustNotLose: '',
  stake: 'unknown',
  accessories: '',
  promisedAt: '',
  baseline: Object.fromEntries(BASELINE_CHECKS.map(({ id }) => [id, 'not-tried'])) as Baseline,
  condition: { words: '', marks: [], photos: [] },
  encryption: 'unknown',
  recoveryKey: 'unknown',
  warranty: '',
  seals: 'not-looked',
  ceilingMinor: null,
  comebackOf: null,
};

interface OlderDraft extends Omit<Partial<Typed>, 'customer'> {
  readonly commandId: string;
  readonly customer: string;
  readonly customerId: string | null;
  readonly reach: string;
}

type KnownCustomer = CustomersReply['customers'][number] & Suggestion;

interface ModelOption extends Suggestion {
  readonly id: string;
}
const optionOf = (model: MachineModel): ModelOption => ({
  id: model.id,
  name: sayModel(model),
  detail: model.labelTexts.join(', '),
});

/** Taking a machine in: what the counter asks, in the order one asks it. Kept while it is typed. */
const SAID: ReadonlySet<Working> = new Set(['works', 'faulty']);

@Component({
  selector: 'p-intake',
  imports: [
    FormField,
    RouterLink,
    Choice,
    ChoiceField,
    ConditionField,
    ConnectionLine,
    KeyBox,
    MachineKnown,
    MoneyField,
    SelectField,
    SuggestField,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './intake.html',
  styleUrl: './intake.css',
})
export class IntakeScreen {
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  private readonly account = this.store.selectSignal(selectAccount);
  private readonly sent = inject(SentLog);
  private readonly router = inject(Router);
  private readonly hands = inject(Focus);
  private readonly all = this.store.selectSignal(selectModels);
  /** A retired guide is for the jobs that were walked with it. */
  private readonly models = computed(() => this.all().filter((one) => one.guide.state !== 'retired'));
  protected readonly knowledge = this.store.selectSignal(selectKnowledgeState);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  /** Made as it is sent: the same form sent twice makes one job. */
  private readonly commandId = draft('intake-command', '');
  protected readonly form = form(NewIntakeSchema, {
    draft: 'intake',
    within: 'intake',
    empty: BLANK,
    send: (intake) => this.takeIn(intake),
  });
  protected readonly typed = this.form.typed;
  /** What was typed last to look for a model; answered anew when the models come later than the fingers. */
  private readonly askedModel = signal({ query: '' });
  protected readonly suggestions = computed(() =>
    findModels(this.models(), this.askedModel().query).slice(0, 12).map(optionOf),
  );
  protected readonly customers = signal<KnownCustomer[]>([]);
  /** The chosen customer, with the machines they brought before. */
  protected readonly known = signal<KnownCustomer | null>(null);
  /** The job that this machine comes back from. */
  readonly comeback = input<string>();
  /** The job that came back, while another machine is half typed. */
  protected readonly asked = signal<string | null>(null);
  /** Text in the model field that is not a model yet. */
  protected readonly modelText = signal<ModelOption | string | null>(null);
  protected readonly working = [
    { label: 'works', value: 'works' as Working },
    { label: 'faulty', value: 'faulty' as Working },
    { label: 'not tried', value: 'not-tried' as Working },
  ];
  protected readonly broken = [
    { label: 'yes', value: true },
    { label: 'no', value: false },
  ];
  protected readonly wishes = WISHES.map((wish) => ({ wish, say: SAY_WISH[wish] }));
  protected readonly model = computed(
    () => this.models().find((one) => one.id === this.typed().modelId) ?? null,
  );
  /** What a machine of this kind has; what was answered before the model was chosen stays in sight. */
  protected readonly checks = computed(() => {
    const own = checksOf(this.model()?.body ?? null);
    const { baseline } = this.typed();
    return BASELINE_CHECKS.filter((one) => own.includes(one) || SAID.has(baseline[one.id] ?? 'not-tried'));
  });
  protected readonly chosen = computed(() => {
    const model = this.model();
    return model ? optionOf(model) : this.modelText();
  });
  protected readonly labels = computed(() => {
    const model = this.model();
    return model ? `Label says ${model.labelTexts.join(' or ')}.` : '';
  });
  /** As the browser's own field wants it: local time, no zone. */
  protected readonly promised = computed(() =>
    this.typed().promisedAt ? format(new Date(this.typed().promisedAt), "yyyy-MM-dd'T'HH:mm") : '',
  );
  /** Letters and digits that are mistaken for one another on worn labels. */
  protected readonly lookAlikes = computed(() => {
    const found = lookAlikesIn(this.typed().serial);
    return found.length > 0 ? `Look twice at ${found.join(', ')}: they are easily mistaken.` : '';
  });
  protected readonly stakes = [
    { label: 'irreplaceable', value: 'irreplaceable' as const },
    { label: 'copied elsewhere', value: 'copied' as const },
    { label: 'nothing to keep', value: 'none' as const },
    { label: 'not asked', value: 'unknown' as const },
  ];
  protected readonly encryptions = [
    { label: 'yes', value: 'yes' as const },
    { label: 'no', value: 'no' as const },
    { label: 'not known', value: 'unknown' as const },
  ];
  protected readonly keyPlaces = (Object.keys(SAY_RECOVERY_KEY) as Intake['recoveryKey'][]).map((value) => ({
    value,
    label: SAY_RECOVERY_KEY[value],
  }));
  protected readonly sealStates = (Object.keys(SAY_SEALS) as Intake['seals'][]).map((value) => ({
    value,
    label: SAY_SEALS[value],
  }));

  constructor() {
    this.goOnWithOlder();
    if (!this.knowledge().loaded) this.store.dispatch(KnowledgeActions.wanted());
    effect(() => {
      const jobId = this.comeback();
      if (jobId) untracked(() => this.askFor(jobId));
    });
    inject(Keys).bind({ Escape: { say: 'Back to the Bench', run: () => void this.router.navigate(['/']) } });
  }

  /** What an older version kept of a half-typed form, all in one piece. */
  private goOnWithOlder(): void {
    const older = draft<Partial<OlderDraft>>('intake', {});
    const { commandId, customer, customerId, reach, ...rest } = older();
    if (customer === undefined) return;
    const baseline = { ...BLANK.baseline, ...rest.baseline };
    this.form.patch({
      ...rest,
      baseline,
      customer: { id: customerId ?? null, name: customer, reach: reach ?? '' },
    });
    if (commandId) this.commandId.set(commandId);
    older.set({});
  }

  protected set<K extends keyof Typed>(field: K, value: Typed[K]): void {
    this.form.patch({ [field]: value });
  }

  protected wish(wish: Wish): void {
    const now = this.typed().wishes;
    this.set('wishes', now.includes(wish) ? now.filter((one) => one !== wish) : [...now, wish]);
  }

  protected readonly condition = computed(() => ConditionSchema.parse(this.typed().condition));

  protected setPromise(local: string): void {
    this.set('promisedAt', local ? new Date(local).toISOString() : '');
  }

  protected setCheck(id: BaselineId, value: Working): void {
    this.set('baseline', { ...this.typed().baseline, [id]: value });
  }

  protected allWork(): void {
    const { baseline } = this.typed();
    const rest = this.checks().filter(({ id }) => baseline[id] === 'not-tried');
    this.set('baseline', { ...baseline, ...Object.fromEntries(rest.map(({ id }) => [id, 'works'])) });
  }

  protected suggestModels(query: string): void {
    // A new object each time: the list opens again for the same text too.
    this.askedModel.set({ query });
  }

  /**
   * Customers of the whole record, by any word of name or phone. Away from the server one simply goes on
   * typing.
   */
  protected suggestCustomers(query: string): void {
    this.api.customers({ query: { find: query } }).subscribe({
      next: ({ customers }) => this.customers.set(customers.map((one) => ({ ...one, detail: one.reach }))),
      error: () => this.customers.set([]),
    });
  }

  protected chooseCustomer(value: KnownCustomer | string | null): void {
    const whole = value !== null && typeof value === 'object';
    this.known.set(whole ? value : null);
    const { reach } = this.typed().customer;
    this.set(
      'customer',
      whole ? { id: value.id, name: value.name, reach: value.reach } : { id: null, name: value ?? '', reach },
    );
  }

  protected setReach(reach: string): void {
    this.set('customer', { ...this.typed().customer, reach });
  }

  /**
   * One of the machines that this customer brought before; closed within the record, it may be a comeback.
   */
  protected chooseMachine(machine: KnownCustomer['machines'][number], comeback: boolean): void {
    this.modelText.set(null);
    this.form.patch({
      modelId: machine.modelId,
      modelName: machine.modelName,
      serial: machine.serial,
      comebackOf: comeback ? { jobId: machine.jobId, number: machine.number } : null,
    });
    this.hands.now(this.host, '#complaint');
  }

  /** The serial is whole once its field was left, or the scanner has ended. */
  protected readonly serialAsked = signal('');

  protected lookUp(): void {
    this.serialAsked.set(this.typed().serial);
  }

  /** A machine that was here needs no model chosen; what somebody chose stays. */
  protected knownMachine({ modelId, modelName }: LedgerRow): void {
    if (this.typed().modelId !== '' || !this.models().some((one) => one.id === modelId)) return;
    this.modelText.set(null);
    this.form.patch({ modelId, modelName });
  }

  protected noComeback(): void {
    this.set('comebackOf', null);
  }

  /**
   * A comeback that is half typed is gone on with; another machine that is half typed is not thrown away
   * unasked.
   */
  private askFor(jobId: string): void {
    const typed = this.typed();
    if (typed.comebackOf?.jobId === jobId) return;
    // A field that was emptied again, as the form empties itself when it is sent, is not typed.
    if (JSON.stringify(typed) === JSON.stringify(BLANK)) this.takeFrom(jobId);
    else this.asked.set(jobId);
  }

  /** Fills in what the old job knows. */
  protected takeFrom(jobId: string): void {
    this.asked.set(null);
    this.api.job({ params: { jobId } }).subscribe({
      next: ({ job }) => {
        const { customer, modelId, modelName, serial, accessories, mustNotLose } = job.intake;
        const { encryption, recoveryKey } = job.intake;
        this.modelText.set(null);
        this.form.patch({
          ...BLANK,
          customer,
          modelId,
          modelName,
          serial,
          accessories,
          mustNotLose,
          encryption,
          recoveryKey,
          comebackOf: { jobId: job.id, number: job.number },
        });
      },
      error: (error: unknown) => this.form.fault.set(faultOf(error).sentence),
    });
  }

  protected chooseModel(value: ModelOption | string | null): void {
    this.modelText.set(value);
    const model = value !== null && typeof value === 'object' ? value : null;
    this.form.patch({ modelId: model?.id ?? '', modelName: model?.name ?? '' });
  }

  /** A label scanned, or typed faster than the list comes: one match needs no choosing. */
  protected chooseOnlyMatch(): void {
    const text = this.modelText();
    if (this.typed().modelId !== '' || typeof text !== 'string') return;
    const [only, ...others] = findModels(this.models(), text);
    if (only && others.length === 0) this.chooseModel(optionOf(only));
  }

  /** A scanner types and ends with Enter: that must not send the form half filled. */
  protected afterScan(event: Event): void {
    event.preventDefault();
    this.lookUp();
    this.hands.now(this.host, '#complaint');
  }

  private takeIn(intake: Intake): Observable<unknown> {
    if (this.commandId() === '') this.commandId.set(newId());
    const body = { commandId: this.commandId(), intake };
    return this.api.openJob({ body }).pipe(
      tap(({ job }) => {
        this.keepSent(body, job.id);
        this.commandId.set('');
        this.store.dispatch(JobsActions.loaded({ job }));
        void this.router.navigate(['/jobs', job.id]);
      }),
      catchError((error: unknown) => {
        // It went in before it was changed; sent once more, it is another machine, as the sentence says.
        if (faultOf(error).code === 'other-command') this.commandId.set(newId());
        return throwError(() => error);
      }),
    );
  }

  /** A server that is restored to before this lacks it: it can be sent again. */
  private keepSent(body: OpenJob, jobId: string): void {
    const by = this.account();
    if (!by) return;
    const sent = {
      kind: 'take-in' as const,
      commandId: body.commandId,
      jobId,
      at: new Date().toISOString(),
      by: { id: by.id, name: by.name },
      body,
    };
    void this.sent.add(sent).catch(() => undefined);
  }
}
