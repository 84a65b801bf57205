import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
  viewChild,
  type ElementRef,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { CustomersReply, OpenJob } from '@petrichor/api';
import { findModels, sayModel, type MachineModel } from '@petrichor/core/hardware';
import {
  BASELINE_CHECKS,
  IntakeSchema,
  lookAlikesIn,
  SAY_RECOVERY_KEY,
  SAY_SEALS,
  type BaselineId,
  type Condition,
  type Intake,
  type Working,
} from '@petrichor/core/job';
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
import { KeyBox } from '../ui/key-box';
import { newId } from '../ui/new-id';
import { ConditionField } from './condition-field';
import { Focus } from '../shell/focus';

interface Typed {
  /** Made with the first key typed: sending the same form twice makes one job. */
  readonly commandId: string;
  readonly customer: string;
  /** Of somebody who was here before; null: new, or not chosen from the list. */
  readonly customerId: string | null;
  readonly reach: string;
  readonly modelId: string;
  readonly serial: string;
  readonly complaint: string;
  readonly mustNotLose: string;
  readonly stake: Intake['stake'];
  readonly accessories: string;
  readonly promisedAt: string;
  readonly baseline: Partial<Record<BaselineId, Working>>;
  readonly condition: Condition;
  readonly encryption: Intake['encryption'];
  readonly recoveryKey: Intake['recoveryKey'];
  readonly warranty: string;
  readonly seals: Intake['seals'];
  readonly ceilingMinor: number | null;
  readonly comebackOf: Intake['comebackOf'];
}

const blank = (): Typed => ({
  commandId: '',
  customer: '',
  customerId: null,
  reach: '',
  modelId: '',
  serial: '',
  complaint: '',
  mustNotLose: '',
  stake: 'unknown',
  accessories: '',
  promisedAt: '',
  baseline: {},
  condition: { words: '', marks: [], photos: [] },
  encryption: 'unknown',
  recoveryKey: 'unknown',
  warranty: '',
  seals: 'not-looked',
  ceilingMinor: null,
  comebackOf: null,
});

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
@Component({
  selector: 'p-intake',
  imports: [
    RouterLink,
    Choice,
    ChoiceField,
    ConditionField,
    ConnectionLine,
    KeyBox,
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
  private readonly form = viewChild.required<ElementRef<HTMLFormElement>>('form');
  protected readonly typed = draft<Typed>('intake', blank());
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
  /** A draft of before this was asked does not hold it. */
  protected readonly stake = computed(() => (this.typed() as Partial<Typed>).stake ?? 'unknown');

  /** The job that came back, while another machine is half typed. */
  protected readonly asked = signal<string | null>(null);
  /** Text in the model field that is not a model yet. */
  protected readonly modelText = signal<ModelOption | string | null>(null);
  protected readonly checks = BASELINE_CHECKS;
  protected readonly working = [
    { label: 'works', value: 'works' as Working },
    { label: 'faulty', value: 'faulty' as Working },
    { label: 'not tried', value: 'not-tried' as Working },
  ];
  protected readonly busy = signal(false);
  protected readonly general = signal('');
  private readonly faults = signal<Readonly<Record<string, string>>>({});
  protected readonly model = computed(
    () => this.models().find((one) => one.id === this.typed().modelId) ?? null,
  );
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
    if (!this.knowledge().loaded) this.store.dispatch(KnowledgeActions.wanted());
    effect(() => {
      const jobId = this.comeback();
      if (jobId) untracked(() => this.askFor(jobId));
    });
    inject(Keys).bind({ Escape: { say: 'Back to the Bench', run: () => void this.router.navigate(['/']) } });
  }

  protected set<K extends keyof Typed>(field: K, value: Typed[K]): void {
    this.typed.update((typed) => ({ ...typed, commandId: typed.commandId || newId(), [field]: value }));
  }

  protected setPromise(local: string): void {
    this.set('promisedAt', local ? new Date(local).toISOString() : '');
  }

  protected setCheck(id: BaselineId, value: Working): void {
    this.set('baseline', { ...this.typed().baseline, [id]: value });
  }

  protected allWork(): void {
    this.set(
      'baseline',
      Object.fromEntries(BASELINE_CHECKS.map(({ id }) => [id, this.typed().baseline[id] ?? 'works'])),
    );
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
    if (value !== null && typeof value === 'object') {
      this.known.set(value);
      this.typed.update((typed) => ({
        ...typed,
        commandId: typed.commandId || newId(),
        customer: value.name,
        customerId: value.id,
        reach: value.reach,
      }));
      return;
    }
    this.known.set(null);
    this.typed.update((typed) => ({
      ...typed,
      commandId: typed.commandId || newId(),
      customer: value ?? '',
      customerId: null,
    }));
  }

  /**
   * One of the machines that this customer brought before; closed within the record, it may be a comeback.
   */
  protected chooseMachine(machine: KnownCustomer['machines'][number], comeback: boolean): void {
    this.modelText.set(null);
    this.typed.update((typed) => ({
      ...typed,
      modelId: machine.modelId,
      serial: machine.serial,
      comebackOf: comeback ? { jobId: machine.jobId, number: machine.number } : null,
    }));
    this.hands.now(this.form(), '#complaint');
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
    const empty = JSON.stringify({ ...typed, commandId: '' }) === JSON.stringify(blank());
    if (empty) this.takeFrom(jobId);
    else this.asked.set(jobId);
  }

  /** Fills in what the old job knows. */
  protected takeFrom(jobId: string): void {
    this.asked.set(null);
    this.api.job({ params: { jobId } }).subscribe({
      next: ({ job }) => {
        const { customer, modelId, serial, accessories, mustNotLose, encryption, recoveryKey } = job.intake;
        this.modelText.set(null);
        this.typed.set({
          ...blank(),
          commandId: newId(),
          customer: customer.name,
          customerId: customer.id,
          reach: customer.reach,
          modelId,
          serial,
          accessories,
          mustNotLose,
          encryption,
          recoveryKey,
          comebackOf: { jobId: job.id, number: job.number },
        });
      },
      error: (error: unknown) => this.general.set(faultOf(error).sentence),
    });
  }

  protected chooseModel(value: ModelOption | string | null): void {
    this.modelText.set(value);
    this.set('modelId', value !== null && typeof value === 'object' ? value.id : '');
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
    this.hands.now(this.form(), '#complaint');
  }

  protected faultAt(path: string): string {
    return this.faults()[path] ?? '';
  }

  protected send(event?: Event): void {
    event?.preventDefault();
    // A draft of before a question was there has that answer open.
    const { commandId, customer, customerId, reach, ...rest } = { ...blank(), ...this.typed() };
    const model = this.model();
    const baseline = Object.fromEntries(
      BASELINE_CHECKS.map(({ id }) => [id, rest.baseline[id] ?? 'not-tried']),
    );
    const read = IntakeSchema.safeParse({
      ...rest,
      baseline,
      modelName: model ? sayModel(model) : '',
      customer: { id: customerId, name: customer, reach },
    });
    if (!read.success)
      return this.show(
        read.error.issues.map((issue) => ({ path: issue.path.join('.'), message: issue.message })),
      );
    this.busy.set(true);
    this.general.set('');
    this.faults.set({});
    const body = { commandId: commandId || newId(), intake: read.data };
    this.api.openJob({ body }).subscribe({
      next: ({ job }) => {
        this.keepSent(body, job.id);
        this.typed.set(blank());
        this.store.dispatch(JobsActions.loaded({ job }));
        void this.router.navigate(['/jobs', job.id]);
      },
      error: (error: unknown) => {
        this.busy.set(false);
        const fault = faultOf(error);
        // It went in before it was changed; sent once more, it is another machine, as the sentence says.
        if (fault.code === 'other-command') this.set('commandId', newId());
        this.show(fault.fields.map((field) => ({ ...field, path: field.path.replace(/^intake\./, '') })));
        this.general.set(fault.sentence);
      },
    });
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

  private show(faults: { path: string; message: string }[]): void {
    const byPath: Record<string, string> = {};
    for (const { path, message } of faults) byPath[path === 'modelName' ? 'modelId' : path] ??= message;
    this.faults.set(byPath);
    const count = Object.keys(byPath).length;
    if (count > 0)
      this.general.set(count === 1 ? 'One entry needs another look.' : `${count} entries need another look.`);
    const first = Object.keys(byPath)[0];
    if (first) this.hands.to(this.form(), `[data-path="${first}"] :is(input, textarea)`);
  }
}
